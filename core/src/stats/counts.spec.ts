import { chanceFrom } from '../numeric';
import { compareCounts, tellsQuiet } from '.';

test('the worked example of R’s poisson.test (from memory): p 0.07967, 1.97 times, 0.858 to 4.277', () => {
  const c = compareCounts({ n: 21, over: 3011 }, { n: 11, over: 800 });
  expect(c.p).toBeCloseTo(0.07967, 4);
  expect(c.ratio).toBeCloseTo(1.971488, 5);
  expect(c.from).toBeCloseTo(0.8584264, 4);
  expect(c.to).toBeCloseTo(4.277266, 3);
});
test('24 against 2 in as long is beyond doubt: by hand 2 (1 + 26 + 325) / 2²⁶', () => {
  expect(compareCounts({ n: 24, over: 30 }, { n: 2, over: 30 }).p).toBeCloseTo((2 * 352) / 2 ** 26, 12);
});
test('the same both ways round; as often is no difference; nothing at all says nothing', () => {
  const [a, b] = [
    { n: 12, over: 40 },
    { n: 3, over: 25 },
  ];
  const [c, d] = [compareCounts(a, b), compareCounts(b, a)];
  expect(c.p).toBeCloseTo(d.p, 9);
  expect(c.ratio * d.ratio).toBeCloseTo(1, 9);
  expect(c.from * d.to).toBeCloseTo(1, 6);
  expect(compareCounts({ n: 10, over: 30 }, { n: 20, over: 60 }).p).toBeGreaterThan(0.99);
  expect(compareCounts({ n: 0, over: 30 }, { n: 0, over: 60 }).p).toBe(1);
  expect(compareCounts({ n: 0, over: 30 }, { n: 9, over: 30 }).ratio).toBe(Infinity);
});
test('by luck alone it says “differs” no oftener than it says it does, and its interval holds', () => {
  const c = chanceFrom(3);
  const drawn = (mean: number) => {
    // Knuth's way: how many chances until their product is that small.
    let k = 0;
    for (let x = c.between(0, 1); x > Math.exp(-mean); x *= c.between(0, 1)) k++;
    return k;
  };
  let [false5, held] = [0, 0];
  const n = 1500;
  for (let i = 0; i < n; i++) {
    const r = compareCounts({ n: drawn(8), over: 20 }, { n: drawn(16), over: 40 });
    if (r.p < 0.05) false5++;
    if (r.from <= 1 && r.to >= 1) held++;
  }
  expect(false5 / n).toBeLessThan(0.055);
  expect(held / n).toBeGreaterThan(0.945);
});
test('how long it must be quiet: just so long and it is told, a little less and it is not', () => {
  for (const before of [
    { n: 1, over: 30 },
    { n: 4, over: 30 },
    { n: 24, over: 30 },
  ]) {
    const need = tellsQuiet(before);
    expect(compareCounts(before, { n: 0, over: need * 1.001 }).p).toBeLessThan(0.05);
    expect(compareCounts(before, { n: 0, over: need * 0.99 }).p).toBeGreaterThanOrEqual(0.05);
  }
  expect(tellsQuiet({ n: 0, over: 30 })).toBe(Infinity);
});
test('bad input names its field and bound', () => {
  expect(() => compareCounts({ n: -1, over: 1 }, { n: 1, over: 1 })).toThrow('count');
  expect(() => compareCounts({ n: 1.5, over: 1 }, { n: 1, over: 1 })).toThrow('whole number');
  expect(() => compareCounts({ n: 1, over: 0 }, { n: 1, over: 1 })).toThrow('time or way');
});
