import type { LengthMark, LengthWindow } from '@ash-knot/core';
import { bench, stored } from '../../test';
import { LengthWindowView } from './length-window';

const window: LengthWindow = {
  from: 250,
  to: 350,
  strips: [{ label: 'stud swings', lengths: [[286, 312]] }],
  fits: [[286, 312]],
} as unknown as LengthWindow;
const marks = [
  { lengthMm: 300, where: 'by the file' },
  { lengthMm: 309, where: 'at another' },
  { lengthMm: 349, where: 'on the shelf, heavy duty' },
  { lengthMm: 420, where: 'at a supplier' },
  { lengthMm: 210, where: 'the old one' },
] as unknown as LengthMark[];

test('every length stands on the axis, one beyond it at its end; no word is cut off', async () => {
  const b = await bench(LengthWindowView, [stored('purpose', { what: 'planned', rule: '' })], {
    kind: 'age replacement',
    inputs: { window, marks, at: 300 },
  });
  const svg = b.el.querySelector('svg')!;
  const wide = Number(svg.getAttribute('viewBox')!.split(' ')[2]);
  const texts = [...svg.querySelectorAll('text.mark, text.tick')].map((t) => ({
    x: Number(t.getAttribute('x')),
    half: (t.textContent!.trim().length * 7) / 2,
    words: t.textContent!.trim(),
  }));
  expect(texts.map((t) => t.words)).toEqual(
    expect.arrayContaining([
      '300 by the file, right',
      '309 at another, would do',
      '349 on the shelf, heavy duty',
      '› 420 at a supplier',
      '‹ 210 the old one',
    ]),
  );
  for (const t of texts) expect([t.words, t.x - t.half >= 0 && t.x + t.half <= wide]).toEqual([t.words, true]);
});
