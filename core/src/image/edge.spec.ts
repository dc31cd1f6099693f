import { chanceFrom } from '../numeric';
import { sized } from '../test';
import { drawn } from '../test/film';
import { greyAt, lineThrough, meet, squareIn, type Point } from '.';

const c = chanceFrom(9);
const SIZE = { width: 150, height: 150 };
/** A square of about 80 px somewhere in the picture, turned and seen at a slant. */
function corners(): Point[] {
  const [x, y, turn, slant] = [75 + c.between(-4, 4), 75 + c.between(-4, 4), c.between(0, 6.28), c.between(0.85, 1)];
  return [0, 1, 2, 3].map((i): Point => {
    const a = turn + (i * Math.PI) / 2;
    return [x + 55 * Math.cos(a), y + 55 * slant * Math.sin(a) + 0.03 * 55 * Math.cos(a)];
  });
}
const about = (p: Point): Point => [p[0] + c.between(-1.5, 1.5), p[1] + c.between(-1.5, 1.5)];

test('between pixels grey goes straight from one to the next; outside there is none', () => {
  const g = { width: 2, height: 2, data: [0, 100, 50, 150] };
  expect([greyAt(g, 0.5, 0.5), greyAt(g, 1, 0.5), greyAt(g, 1, 1)]).toEqual([0, 50, 75]);
  expect([greyAt(g, 0.4, 0.5), greyAt(g, 1.5, 0.5)]).toEqual([undefined, undefined]);
});

test('a line through points, whichever way it runs, without the one that strayed; two lines meet', () => {
  const on = (deg: number) =>
    Array.from({ length: 20 }, (_, i): Point => [
      5 + i * Math.cos((deg * Math.PI) / 180),
      7 + i * Math.sin((deg * Math.PI) / 180),
    ]);
  for (const deg of [0, 30, 90, 137]) {
    // Within the reach of an edge one may stray: a scratch, a highlight.
    const [x, y] = on(deg)[8]!;
    const { line, offPx } = lineThrough([...on(deg), [x - 4, y + 4], [x + 3, y - 5]]);
    expect(offPx).toBeLessThan(1e-9);
    expect(Math.abs(line.n[0] * 5 + line.n[1] * 7 - line.c)).toBeLessThan(1e-9);
  }
  const [x, y] = meet(lineThrough(on(0)).line, lineThrough(on(90)).line);
  expect([x, y].map((v) => Number(v.toFixed(9)))).toEqual([5, 7]);
  expect(() => meet(lineThrough(on(30)).line, lineThrough(on(30)).line)).toThrow(/meet/);
  expect(() => lineThrough([[1, 1]])).toThrow(/two or more/);
});

// The plan's geometry reckons with 0.05 px a corner.
test.each([
  ['sharp', 0.6, 0.02],
  ['a little blurred', 1.2, 0.02],
])('corners of a drawn square, %s, 2 %% noise, 8 bit: within 0.05 px', (_, blurPx, noise) => {
  let squares = 0;
  const n = sized(12, 60);
  for (let k = 0; k < n; k++) {
    const truth = corners();
    const found = squareIn(drawn(c, truth, { ...SIZE, blurPx, noise }), truth.map(about))!;
    found.corners.forEach(([x, y], i) => (squares += (x - truth[i]![0]) ** 2 + (y - truth[i]![1]) ** 2));
    expect(found.contrast).toBeGreaterThan(150);
  }
  expect(Math.sqrt(squares / (8 * n))).toBeLessThan(0.05);
});

test('it says how blurred it is, and how far its edges are from straight', () => {
  const truth = corners();
  const seen = (o: { blurPx: number; bendPx?: number }) =>
    squareIn(drawn(c, truth, { ...SIZE, noise: 0.01, ...o }), truth.map(about))!;
  const [sharp, soft, bent] = [seen({ blurPx: 0.6 }), seen({ blurPx: 2 }), seen({ blurPx: 0.6, bendPx: 1.5 })];
  expect(soft.blurPx).toBeGreaterThan(1.5 * sharp.blurPx);
  expect(bent.offPx).toBeGreaterThan(2 * sharp.offPx);
});

test('either way round it is the same square; cut off by the picture, or nothing there, it is none', () => {
  const truth = corners();
  const g = drawn(c, truth, { ...SIZE, blurPx: 0.8, noise: 0.01 });
  const [one, other] = [squareIn(g, truth)!, squareIn(g, [...truth].reverse())!];
  one.corners.forEach((p, i) => {
    const q = other.corners[3 - i]!;
    expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeLessThan(0.01);
  });
  expect(
    squareIn(
      g,
      truth.map(([x, y]): Point => [x + 70, y]),
    ),
  ).toBeUndefined();
  const white = { ...SIZE, data: new Uint8ClampedArray(150 * 150).fill(200) };
  expect(squareIn(white, truth)).toBeUndefined();
  expect(() => squareIn(g, truth.slice(1))).toThrow(/four/);
});
