import { chanceFrom } from '../numeric';
import { sized } from '../test';
import { CARDS, FILM_CENTRE, filmed, type Filmed } from '../test/film';
import { relativeMotion } from '.';

/** Pushed for the first half, pulled for the other. */
const halves = (playMm: number, pictures: number): number[] =>
  Array.from({ length: pictures }, (_, i) => (i < pictures / 2 ? 0 : playMm));
const PICTURES = 90;
const PLAY_MM = 0.3;

const first = (n: number) => Array.from({ length: n / 2 }, (_, i) => i);
const second = (n: number) => first(n).map((i) => i + n / 2);
/** Errors of the play over many films, and how often its stated doubt holds. */
function over(n: number, o: Filmed, seed: number) {
  const c = chanceFrom(seed);
  const errors: number[] = [];
  let held = 0;
  for (let k = 0; k < n; k++) {
    const m = relativeMotion(CARDS, filmed(c, halves(PLAY_MM, PICTURES), o), FILM_CENTRE);
    const mean = (list: number[]) => list.reduce((s, i) => s + m.at[i]![1] / list.length, 0);
    const error = mean(second(PICTURES)) - mean(first(PICTURES)) - PLAY_MM;
    errors.push(error);
    const { ownMm, sharedMm } = m.doubt(second(PICTURES), first(PICTURES), [0, 1]);
    if (Math.abs(error) <= 1.96 * Math.hypot(ownMm, sharedMm)) held++;
  }
  return { rms: Math.sqrt(errors.reduce((s, e) => s + e * e, 0) / n), held: held / n };
}

test('without noise all of it is found again: movement, depth, turn and focal length', () => {
  const film = filmed(chanceFrom(3), halves(0.3, 20), { noisePx: 0, depthMm: 7, hand: [5, 3], turn: [0.05, -0.03, 0.2] });
  const m = relativeMotion(CARDS, film, FILM_CENTRE);
  expect(m.depthMm).toBeCloseTo(7, 4);
  m.turn.forEach((v, i) => expect(v).toBeCloseTo([0.05, -0.03, 0.2][i]!, 5));
  expect(m.fPx).toBeCloseTo(1500, 1);
  expect(m.sdPx).toBeLessThan(1e-5);
  m.at.forEach(([x, y], i) => {
    expect(x).toBeCloseTo(60, 4);
    expect(y).toBeCloseTo(i < 10 ? 0 : 0.3, 4);
  });
});

// The plan's own simulation of the two simple ways (through A's plane, by single poses) gives the numbers to beat.
const CASES: readonly (readonly [string, Filmed, number])[] = [
  ['camera at rest, in one plane', {}, 0.018],
  ['hand-held, in one plane', { hand: [5, 3] }, 0.017],
  ['hand-held, 10 mm apart in depth', { hand: [5, 3], depthMm: 10 }, 0.036],
  ['hand-held, 25 mm apart in depth', { hand: [5, 3], depthMm: 25 }, 0.06],
  ['hand-held, turned against each other', { hand: [5, 3], depthMm: 10, turn: [0.1, -0.1, 0.3] }, 0.036],
];
test.each(CASES)('%s: no worse than the simple ways, and the stated doubt holds', (_, o, rmsMm) => {
  const n = sized(8, 150);
  const { rms, held } = over(n, o, 11);
  expect(rms).toBeLessThan(rmsMm);
  // 95 % of films, as closely as so many can say it.
  expect(Math.abs(held - 0.95)).toBeLessThan(3 * Math.sqrt((0.95 * 0.05) / n) + 0.01);
});
