import fc from 'fast-check';
import jStat from 'jstat';
import { rankTest } from '.';

/** Every way in which the joined ranks could have fallen, each as likely. */
function byEveryOrder(a: readonly number[], b: readonly number[]): number {
  const all = [...a, ...b].sort((x, y) => x - y);
  const n = a.length;
  const u = (first: readonly number[]) =>
    first.reduce((sum, x) => sum + all.filter((_, i) => i < x && !first.includes(i)).length, 0);
  const seen = u(a.map((x) => all.indexOf(x)));
  const middle = (n * b.length) / 2;
  let [tail, count] = [0, 0];
  const pick = (from: number, chosen: number[]): void => {
    if (chosen.length === n) {
      count++;
      if (Math.abs(u(chosen) - middle) >= Math.abs(seen - middle) - 1e-9) tail++;
      return;
    }
    for (let i = from; i < all.length; i++) pick(i + 1, [...chosen, i]);
  };
  pick(0, []);
  return tail / count;
}

test('small samples: the chance is that of every order there is', () => {
  const numbers = fc.uniqueArray(fc.integer({ min: 0, max: 1000 }), { minLength: 4, maxLength: 9 });
  fc.assert(
    fc.property(numbers, fc.integer({ min: 1, max: 3 }), (xs, cut) => {
      const [a, b] = [xs.slice(0, cut), xs.slice(cut)];
      expect(rankTest(a, b).p).toBeCloseTo(byEveryOrder(a, b), 9);
    }),
    { numRuns: 60 },
  );
});

test('the critical values of the printed tables: 5 and 5, two-sided 5 % at U ≤ 2; 8 and 8 at U ≤ 13', () => {
  // Mann & Whitney (1947), tables as reprinted in Siegel, Nonparametric Statistics, table K (from memory).
  const shifted = (n: number, m: number, u: number) => {
    // The first n below all m gives U = 0; each step up of its highest adds one.
    const order = [...Array<boolean>(n).fill(true), ...Array<boolean>(m).fill(false)];
    let at = n - 1;
    for (let k = 0; k < u; k++) {
      if (at === order.length - 1 || order[at + 1]) at = order.lastIndexOf(true, at - 1);
      [order[at], order[at + 1]] = [order[at + 1]!, order[at]!];
      at++;
    }
    return rankTest(
      order.flatMap((x, i) => (x ? [i] : [])),
      order.flatMap((x, i) => (x ? [] : [i])),
    );
  };
  for (const [n, m, u] of [
    [5, 5, 2],
    [8, 8, 13],
    [10, 10, 23],
  ] as const) {
    expect(shifted(n, m, u).above).toBeCloseTo(u / (n * m), 12);
    expect(shifted(n, m, u).p).toBeLessThanOrEqual(0.05);
    expect(shifted(n, m, u + 1).p).toBeGreaterThan(0.05);
  }
});

test('large samples and ties: the corrected normal, against jStat’s', () => {
  const a = Array.from({ length: 60 }, (_, i) => (i * 7) % 20);
  const b = Array.from({ length: 50 }, (_, i) => ((i * 11) % 23) + 1);
  const r = rankTest(a, b);
  const all = [...a, ...b].sort((x, y) => x - y);
  const rank = (x: number) => all.indexOf(x) + 1 + (all.filter((y) => y === x).length - 1) / 2;
  const u = a.reduce((sum, x) => sum + rank(x), 0) - (60 * 61) / 2;
  const ties = [...new Set(all)].reduce(
    (sum, x) => sum + all.filter((y) => y === x).length ** 3 - all.filter((y) => y === x).length,
    0,
  );
  const sd = Math.sqrt(((60 * 50) / 12) * (111 - ties / (110 * 109)));
  const z = (Math.abs(u - 1500) - 0.5) / sd;
  expect(r.above).toBeCloseTo(u / 3000, 12);
  expect(r.p).toBeCloseTo(2 * (1 - jStat.normal.cdf(z, 0, 1)), 5);
});

test('the same on both sides is no difference, either way round the same chance, and nothing is refused in words', () => {
  expect(rankTest([1, 1, 1], [1, 1])).toEqual({ above: 0.5, p: 1 });
  const [x, y] = [rankTest([5, 6, 7], [1, 2, 8]), rankTest([1, 2, 8], [5, 6, 7])];
  expect(x.above + y.above).toBe(1);
  expect(x.p).toBe(y.p);
  expect(() => rankTest([], [1])).toThrow('The sample is empty.');
  expect(() => rankTest([1], [Number.NaN])).toThrow('The sample must be a number');
});
