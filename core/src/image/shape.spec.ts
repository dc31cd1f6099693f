import { chanceFrom, type Chance, type Vec3 } from '../numeric';
import { seenOn } from './rendered';
import { sized } from '../test';
import { throughJpeg } from '../test/film';
import { BAR, BORE, HIGH, LONG, photograph, SHEET } from '../test/photo';
import {
  acrossCircle,
  betweenCircles,
  betweenEdges,
  CARD_AT_MM,
  cardsIn,
  circleAt,
  cornersOf,
  edgeAt,
  greyOf,
  planeOf,
  pointAt,
  seenAtHeight,
  through,
  type Camera,
  type Point,
} from '.';

const measured = (c: Chance, high = { mm: HIGH, uMm: 1 }, o: { long?: number; tilt?: number; jpeg?: true } = {}) => {
  const { picture: drawn, eyes, see } = photograph(c, o);
  // As a telephone writes it (quality from memory).
  const picture = o.jpeg ? throughJpeg(drawn, 85) : drawn;
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

// Long: photographs of four million pixels are drawn, compressed and read.
test('beside the whole sheet: 300 mm between two eyes, a bore of 20 and a bar of 11, each within its bound and its doubt', () => {
  const c = chanceFrom(21);
  const n = sized(2, 8);
  const off = { length: [] as number[], bore: [] as number[], bar: [] as number[] };
  let held = 0;
  for (let k = 0; k < n; k++) {
    const m = measured(c, undefined, { jpeg: true });
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
  expect(held / (3 * n)).toBeGreaterThan(sized(0.8, 0.9));
}, 300_000);

test('a circle seen from the side is drawn as the ellipse it is seen as: its width and height in closed form', () => {
  const [fPx, far, r] = [1500, 400, 15] as const;
  const camera: Camera = { fPx, centre: [600, 400] };
  for (const tilt of [0, 0.3, 0.7]) {
    const pose = { turn: [tilt, 0, 0] as Vec3, at: [0, 0, far] as Vec3 };
    const corners = cornersOf(1).map((p) => seenOn(camera, pose, p));
    const card = { sheet: 7, card: 1 as const, corners, offPx: 0, blurPx: 1, contrast: 200, leastContrast: 200 };
    const plane = planeOf([card], { width: 1200, height: 800 }, SHEET);
    // Card 1 is printed there: the circle about its middle.
    const [cx, cy] = CARD_AT_MM[1];
    const seen = Array.from({ length: 3600 }, (_, k) => {
      const a = (2 * Math.PI * k) / 3600;
      return seenAtHeight(plane, [cx + r * Math.cos(a), cy + r * Math.sin(a)], 0);
    });
    const span = (k: 0 | 1) => Math.max(...seen.map((p) => p[k])) - Math.min(...seen.map((p) => p[k]));
    // A circle turned about its level diameter, before a pinhole that looks at its middle.
    expect(span(0)).toBeCloseTo((2 * fPx * r) / Math.sqrt(far ** 2 - (r * Math.sin(tilt)) ** 2), 2);
    expect(span(1)).toBeCloseTo((2 * fPx * r * far * Math.cos(tilt)) / (far ** 2 - (r * Math.sin(tilt)) ** 2), 2);
    // And back on the plane it is a circle again.
    for (const p of seen.slice(0, 40)) {
      const [x, y] = pointAt(plane, p, 0);
      expect(Math.hypot(x - cx, y - cy)).toBeCloseTo(r, 6);
    }
  }
});

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
