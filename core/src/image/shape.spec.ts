import { chanceFrom, type Chance } from '../numeric';
import { sized } from '../test';
import { BAR, BORE, HIGH, LONG, photograph, SHEET } from '../test/photo';
import {
  acrossCircle,
  betweenCircles,
  betweenEdges,
  cardsIn,
  circleAt,
  edgeAt,
  greyOf,
  planeOf,
  pointAt,
  seenAtHeight,
  through,
  type Point,
} from '.';

const measured = (c: Chance, high = { mm: HIGH, uMm: 1 }, o: { long?: number; tilt?: number } = {}) => {
  const { picture, eyes, see } = photograph(c, o);
  const grey = greyOf(picture);
  const plane = planeOf(cardsIn(picture), picture, SHEET);
  const touch = (p: Point): Point => {
    const [x, y] = see(p);
    return [x + c.between(-8, 8), y + c.between(-8, 8)];
  };
  const circles = eyes.map((e) => circleAt(grey, plane, touch(e), high)) as [
    ReturnType<typeof circleAt>,
    ReturnType<typeof circleAt>,
  ];
  const edges = [-BAR / 2, BAR / 2].map((d) => edgeAt(grey, touch([90, 120 + d]))) as [
    ReturnType<typeof edgeAt>,
    ReturnType<typeof edgeAt>,
  ];
  return {
    plane,
    length: betweenCircles(plane, circles[0], circles[1], high),
    bore: acrossCircle(plane, circles[0], high),
    bar: betweenEdges(plane, edges[0], edges[1], high),
    circles,
    eyes,
    see,
  };
};

test('beside the whole sheet: 300 mm between two eyes, a bore of 20 and a bar of 11, each within its bound and its doubt', () => {
  const c = chanceFrom(21);
  const n = sized(1, 12);
  const off = { length: [] as number[], bore: [] as number[], bar: [] as number[] };
  let held = 0;
  for (let k = 0; k < n; k++) {
    const m = measured(c);
    expect(m.plane.cards).toEqual([1, 2, 3, 4]);
    const errors = { length: m.length.mm - LONG, bore: m.bore.mm - 2 * BORE, bar: m.bar.mm - BAR };
    for (const key of ['length', 'bore', 'bar'] as const) {
      off[key].push(errors[key]);
      if (Math.abs(errors[key]) <= 2 * m[key].uMm) held++;
    }
  }
  const rms = (xs: readonly number[]) => Math.sqrt(xs.reduce((s, x) => s + x * x, 0) / xs.length);
  expect(rms(off.length)).toBeLessThan(0.5);
  expect(rms(off.bore)).toBeLessThan(0.15);
  expect(rms(off.bar)).toBeLessThan(0.15);
  expect(held / (3 * n)).toBeGreaterThan(0.9);
}, 300_000);

test('an eye seen from the side is an ellipse, drawn as it is seen: its axes are in the closed form’s ratio', () => {
  // A circle seen at an angle far away: its short axis to its long one as the cosine of the angle (parallel projection).
  const m = measured(chanceFrom(5), { mm: HIGH, uMm: 1 }, { long: 60, tilt: 0 });
  const [x, y] = m.eyes[0];
  m.circles[0].seen.forEach((p) => {
    const [u, v] = pointAt(m.plane, p, HIGH);
    expect(Math.hypot(u - x, v - y)).toBeCloseTo(BORE, 0);
  });
  // The middle of the picture of a circle is not the picture of its middle: both ways there and back agree.
  expect(Math.hypot(...pointAt(m.plane, seenAtHeight(m.plane, [40, 50], 7), 7).map((v, i) => v - [40, 50][i]!))).toBeLessThan(
    1e-9,
  );
}, 120_000);

test('what is taken to lie on the paper and does not is too large by its height, and a height that is doubted is in the doubt', () => {
  const [low, right] = [0, HIGH].map((mm) => measured(chanceFrom(31), { mm, uMm: 1 }, { long: 120 }));
  expect(low!.length.mm / right!.length.mm).toBeCloseTo(400 / (400 - HIGH), 2);
  const doubted = measured(chanceFrom(31), { mm: HIGH, uMm: 6 }, { long: 120 });
  expect(doubted.length.uMm).toBeGreaterThan(2 * right!.length.uMm);
}, 120_000);

test('where there is no circle, no edge, no card of the sheet, it is said', () => {
  const c = chanceFrom(3);
  const { picture, see } = photograph(c, { long: 120 });
  const grey = greyOf(picture);
  const seen = cardsIn(picture);
  const plane = planeOf(seen, picture, SHEET);
  expect(() => circleAt(grey, plane, [80, 1700], { mm: 0, uMm: 1 })).toThrow(/circle is not found here/i);
  expect(() => edgeAt(grey, [100, 1700])).toThrow(/edge is not found here/i);
  expect(() => planeOf(seen, picture, { ...SHEET, number: 8 })).toThrow(/card is not seen/i);
  const [a, b] = [edgeAt(grey, see([90, 120 - BAR / 2])), edgeAt(grey, through(plane.map, [15, 30]))];
  expect(() => betweenEdges(plane, a, b, { mm: HIGH, uMm: 1 })).toThrow(/edges must run alike/i);
}, 120_000);
