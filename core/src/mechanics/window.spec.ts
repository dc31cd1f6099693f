import { lengthDoes, sayWindow, type LengthMark, type LengthWindow } from '.';

const window: LengthWindow = {
  from: 250,
  to: 350,
  strips: [{ label: 'stud swings', limit: 'its maker', lengths: [[286, 312]] }],
  fits: [[286, 312]],
  best: [286, 312],
} as unknown as LengthWindow;
const found = { lengthMm: 298, doubtMm: 3 };
const say = (mm: number) => `${Math.round(mm)} mm`;

test('right is what is as near to the found length as that is known; any other that fits would do; past an edge it does not', () => {
  expect([295, 298, 301].map((mm) => lengthDoes(window, mm, found))).toEqual(['right', 'right', 'right']);
  expect([286, 294.9, 301.1, 312].map((mm) => lengthDoes(window, mm, found))).toEqual(Array(4).fill('would do'));
  expect([285.9, 312.1].map((mm) => lengthDoes(window, mm, found))).toEqual(['no', 'no']);
  // A length known to a tenth is still met by what is listed in whole millimetres.
  expect(lengthDoes(window, 299, { lengthMm: 298.1, doubtMm: 0.1 })).toBe('right');
  // Nothing was found: nothing is right.
  expect(lengthDoes(window, 298, null)).toBe('would do');
});

test('the sentence tells right from what would do, and says what the others miss', () => {
  const marks = [
    { lengthMm: 299, where: 'on the shelf' },
    { lengthMm: 308, where: 'at the supplier' },
    { lengthMm: 330, where: 'by the file' },
  ] as unknown as LengthMark[];
  expect(sayWindow(window, marks, say, found)).toEqual([
    '286 to 312 mm works at this stance.',
    '299 mm (on the shelf) is right.',
    '308 mm (at the supplier) would do.',
    '330 mm (by the file) is not: stud swings, its maker.',
  ]);
});
