import { readWheelSize } from '.';

const size = (text: string) => readWheelSize('size of the wheel', text);

// Overall diameters of new tyres as the tyre standards' tables list them (ISO 4000-1, ETRTO standards manual: from memory).
test.each([
  ['195/65 R15', 635],
  ['205/55 R16', 632],
  ['225/45 R17', 634],
  ['225/40 R18', 637],
  ['255/35 R19', 661],
  ['215/65 R16C', 686],
])('%s is %d mm high', (text, mm) => expect(Math.abs(size(text).tyreDiameterMm - mm)).toBeLessThanOrEqual(1));

test('as it is written on rims and tyres: close together, with load and speed, with its offset', () => {
  expect(size('225/40R18 92W ET45')).toMatchObject({ tyreWidthMm: 225, rimDiameterMm: 457.2, offsetMm: 45 });
  expect(size('225/40 ZR18 92Y XL')).toEqual(size('225/40 R18'));
  expect(size('et 35 205/55-16')).toMatchObject({ tyreWidthMm: 205, offsetMm: 35 });
  expect(size('205/55 R16 ET-5').offsetMm).toBe(-5);
  expect(size('195 R14C').tyreDiameterMm).toBeCloseTo(14 * 25.4 + 2 * 195 * 0.82, 6);
  expect(size('225/75 R16C 121/120R').tyreDiameterMm).toBeCloseTo(743.9, 6);
  const off = size('31x10.5 R15');
  expect([off.tyreDiameterMm, off.tyreWidthMm].map((x) => Math.round(x))).toEqual([787, 267]);
  expect(size('225/40 R18').offsetMm).toBeUndefined();
});

test.each([
  ['', /size of the wheel must be as on the tyre/],
  ['big', /must be as on the tyre: 225\/40 R18/],
  ['225/40', /must be as on the tyre/],
  ['955/40 R18', /width of the tyre must be between 115 and 395 mm/],
  ['225/15 R18', /aspect of the tyre must be between 20 and 100 %/],
  ['225/40 R48', /rim must be between 10 and 24 in/],
  ['225/40 R18 ET140', /offset of the rim must be between/],
])('“%s” is refused by name', (text, message) => expect(() => size(text)).toThrow(message));
