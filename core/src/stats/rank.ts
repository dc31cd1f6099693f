import { BadInput, finite } from '../error';
import { MOST_DEGREES, studentCdf } from './student';

export interface RankTest {
  /** How often one of the first is above one of the second, of all pairs; ties count half. 0.5 where neither is. */
  readonly above: number;
  /** Two-sided chance of so much or more where both come from one source. */
  readonly p: number;
}

/** Up to so many pairs the chance is counted out, not approximated. */
const EXACT_PAIRS = 900;

/**
 * Whether two samples differ, by ranks alone (Mann & Whitney 1947): exact where there are no ties and few pairs, else by
 * the normal with ties and continuity corrected (Lehmann, Nonparametrics, 1975, ch. 1).
 * @throws BadInput where one of them is empty, or holds what is no number
 */
export function rankTest(a: readonly number[], b: readonly number[]): RankTest {
  if (a.length === 0 || b.length === 0) throw new BadInput('sample', 'is empty');
  for (const x of [...a, ...b]) finite('sample', x);
  const [n, m] = [a.length, b.length];
  const all = [...a.map((x) => ({ x, first: true })), ...b.map((x) => ({ x, first: false }))].sort((p, q) => p.x - q.x);
  let ranks = 0;
  let tied = 0;
  for (let i = 0; i < all.length;) {
    let j = i;
    while (j < all.length && all[j]!.x === all[i]!.x) j++;
    const t = j - i;
    tied += t ** 3 - t;
    for (let k = i; k < j; k++) if (all[k]!.first) ranks += (i + j + 1) / 2;
    i = j;
  }
  const u = ranks - (n * (n + 1)) / 2;
  const above = u / (n * m);
  if (tied === 0 && n * m <= EXACT_PAIRS) return { above, p: exactChance(u, n, m) };
  const total = n + m;
  const spread = Math.sqrt(((n * m) / 12) * (total + 1 - tied / (total * (total - 1))));
  if (spread === 0) return { above, p: 1 };
  const z = Math.max(0, Math.abs(u - (n * m) / 2) - 0.5) / spread;
  return { above, p: Math.min(1, 2 * studentCdf(-z, MOST_DEGREES)) };
}

/** Chance of a U so far from its middle or further: ways are counted by the recursion of Mann and Whitney. */
function exactChance(u: number, n: number, m: number): number {
  const pairs = n * m;
  // ways[j][k]: how many orders of i firsts and j seconds have U = k.
  let ways: Float64Array[] = Array.from({ length: m + 1 }, () => Float64Array.of(1));
  for (let i = 1; i <= n; i++) {
    const next: Float64Array[] = [Float64Array.of(1)];
    for (let j = 1; j <= m; j++) {
      const out = new Float64Array(i * j + 1);
      // The highest is a first, above all j seconds, or a second.
      ways[j]!.forEach((w, k) => (out[k + j]! += w));
      next[j - 1]!.forEach((w, k) => (out[k]! += w));
      next.push(out);
    }
    ways = next;
  }
  const waysTo = ways[m]!;
  const off = Math.abs(u - pairs / 2);
  let [tail, all] = [0, 0];
  waysTo.forEach((w, k) => {
    all += w;
    if (Math.abs(k - pairs / 2) >= off - 1e-9) tail += w;
  });
  return Math.min(1, tail / all);
}
