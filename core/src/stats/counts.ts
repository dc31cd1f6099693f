import { BadInput, positive, within } from '../error';
import { incompleteBeta } from './beta';

/** So many in so much time, or on so much way. */
export interface Counted {
  readonly n: number;
  readonly over: number;
}
/** How often one thing happens against another. */
export interface CountsCompared {
  /** The chance of a difference as large by luck alone, both being as frequent. */
  readonly p: number;
  /** How many times as often the second happens, and from where to where that may be, 95 %; infinite where the first has none. */
  readonly ratio: number;
  readonly from: number;
  readonly to: number;
}

export const MOST_COUNT = 100_000;
/** Ways to count that are as unlikely, but for rounding. */
const AS_UNLIKELY = 1 + 1e-7;

function checked({ n, over }: Counted): Counted {
  if (!Number.isInteger(within('count', n, 0, MOST_COUNT))) throw new BadInput('count', 'must be a whole number', n);
  return { n, over: positive('time or way', over) };
}

/**
 * Two counts over their own times or ways, exactly: given how many there are in all, each falls to one or the other by how long
 * those were, so the second's are binomial (Przyborowski & Wilenski 1940). Two-sided by what is as unlikely; the interval by
 * Clopper & Pearson (1934), 95 %.
 * @throws BadInput for a count that is none, or no time
 */
export function compareCounts(first: Counted, second: Counted): CountsCompared {
  const [a, b] = [checked(first), checked(second)];
  const all = a.n + b.n;
  if (all === 0) return { p: 1, ratio: Number.NaN, from: 0, to: Infinity };
  const share = b.over / (a.over + b.over);
  const log = [...logChances(all, share)];
  const here = log[b.n]!;
  const p = log.reduce((sum, x) => (x <= here + Math.log(AS_UNLIKELY) ? sum + Math.exp(x) : sum), 0);
  // From a share of all to a ratio of rates.
  const rate = (x: number): number => (x >= 1 ? Infinity : (x / (1 - x)) * (a.over / b.over));
  const low = b.n === 0 ? 0 : shareAt(b.n, a.n + 1, 0.025);
  const high = a.n === 0 ? 1 : shareAt(b.n + 1, a.n, 0.975);
  return { p: Math.min(1, p), ratio: rate(b.n / all), from: rate(low), to: rate(high) };
}

/** Log chances of 0 to n of n, each with the same chance. */
function* logChances(n: number, share: number): Generator<number> {
  let log = n * Math.log1p(-share);
  for (let k = 0; k <= n; k++) {
    yield log;
    log += Math.log((n - k) / (k + 1)) + Math.log(share / (1 - share));
  }
}
/** Where the beta distribution reaches a chance. */
function shareAt(a: number, b: number, chance: number): number {
  let [lo, hi] = [0, 1];
  for (let i = 0; i < 60; i++) {
    const mid = (lo + hi) / 2;
    if (incompleteBeta(a, b, mid) < chance) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/**
 * For how long nothing must happen so that it is told from a count: where luck makes that less often than `chance`.
 * @returns Infinity where nothing was counted before: what never was cannot be told to be gone
 */
export function tellsQuiet(before: Counted, chance = 0.05): number {
  checked(before);
  within('chance', chance, 1e-6, 0.5);
  if (before.n === 0) return Infinity;
  const told = (over: number): boolean => compareCounts(before, { n: 0, over }).p < chance;
  let hi = before.over / before.n;
  while (!told(hi)) hi *= 2;
  let lo = hi / 2;
  for (let i = 0; i < 30; i++) {
    const mid = (lo + hi) / 2;
    if (told(mid)) hi = mid;
    else lo = mid;
  }
  return hi;
}
