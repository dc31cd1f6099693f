import { chanceFrom } from '../numeric';
import { sized } from '../test';
import { CARDS, FILM_CENTRE, filmed, pushes, type Filmed } from '../test/film';
import { playOfFilm, relativeMotion, type FilmPlay } from '.';

const HAND = [5, 3] as const;
/** A scale measured with the caliper: 0.05 mm of 100. */
const SCALE = 0.0005;
const read = (moved: readonly number[], o: Filmed, seed: number, scale = SCALE): FilmPlay =>
  playOfFilm(relativeMotion(CARDS, filmed(chanceFrom(seed), moved, o), FILM_CENTRE), scale);

test('pushed and pulled three times each: three readings along the way it moved, the rests in their order', () => {
  const p = read(pushes(0.3, 6), { hand: HAND, depthMm: 10 }, 5);
  if (p.kind !== 'play') throw new Error(JSON.stringify(p));
  expect(p.rests.map((r) => r.end)).toEqual(['one', 'other', 'one', 'other', 'one', 'other']);
  expect(p.rests.every((r) => r.to - r.from >= 10)).toBe(true);
  expect(Math.abs(p.along[1])).toBeGreaterThan(0.99);
  expect(p.readingsMm.length).toBe(3);
  expect(Math.abs(p.doubt.meanMm - 0.3)).toBeLessThan(0.02);
});

test.each([
  ['camera at rest', {}, 0.015],
  ['hand-held, in one plane', { hand: HAND }, 0.03],
  ['hand-held, 10 mm apart', { hand: HAND, depthMm: 10 }, 0.04],
] as const)('%s: within the bound, and the stated U holds', (_, o, rmsMm) => {
  const n = sized(10, 200);
  let [squares, held] = [0, 0];
  for (let k = 0; k < n; k++) {
    const p = read(pushes(0.3, 6, 9), o, 100 + k);
    if (p.kind !== 'play') throw new Error(JSON.stringify(p));
    squares += (p.doubt.meanMm - 0.3) ** 2;
    if (Math.abs(p.doubt.meanMm - 0.3) <= p.doubt.twoSidedMm) held++;
  }
  expect(Math.sqrt(squares / n)).toBeLessThan(rmsMm);
  // 93 to 97 of a hundred, as closely as so many can say it.
  expect(Math.abs(held / n - 0.95)).toBeLessThan(0.02 + 2 * Math.sqrt((0.95 * 0.05) / n));
});

test('no play is none found below so much, never a number', () => {
  for (let k = 0; k < sized(6, 60); k++) {
    const p = read(pushes(0, 6), { hand: HAND, depthMm: 8 }, 900 + k);
    expect(p.kind).toBe('none');
    expect(p.kind === 'none' && p.belowMm).toBeLessThan(0.15);
  }
});

test('what the print is off by is in every reading: an unmeasured sheet has the larger doubt', () => {
  const [measured, printed] = [SCALE, 0.01].map((s) => read(pushes(2, 6), { hand: HAND }, 7, s));
  if (measured?.kind !== 'play' || printed?.kind !== 'play') throw new Error('no play');
  expect(measured.sharedMm).toBeLessThan(0.005);
  // One part in a hundred of two millimetres.
  expect(printed.sharedMm).toBeCloseTo(0.02, 2);
  expect(printed.doubt.twoSidedMm).toBeGreaterThan(measured.doubt.twoSidedMm);
});

test.each([
  ['pushed and pulled once', pushes(0.3, 2), /^Too few pushes: it changed once\./],
  ['never held still', Array.from({ length: 60 }, (_, i) => 0.4 * ((7 * i) % 11)), /never stood still/],
])('%s: said in words, with no number', (_, moved, why) => {
  const p = read(moved, { hand: HAND }, 3);
  expect(p.kind === 'refused' ? p.why : JSON.stringify(p)).toMatch(why);
});

test('a scale that is none is refused', () => {
  const m = relativeMotion(CARDS, filmed(chanceFrom(1), pushes(0.3, 4)), FILM_CENTRE);
  for (const bad of [-1, 2, NaN]) expect(() => playOfFilm(m, bad)).toThrow(/scale of the print/i);
  expect(() => relativeMotion(CARDS, filmed(chanceFrom(1), [0, 0]), FILM_CENTRE)).toThrow(/pictures/i);
});
