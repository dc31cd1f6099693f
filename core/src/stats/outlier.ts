import { finiteAll } from '../error';
import { studentQuantile } from './student';

/**
 * The reading that stands out of its series, if one does: Grubbs's test, two-sided, 5 % (Grubbs 1969),
 * critical value (n−1)/√n · √(t²/(n−2+t²)) with t at 1 − α/2n. It is pointed out, never dropped.
 * @returns its index, or undefined below three readings and when none stands out.
 */
export function grubbsOutlier(xs: readonly number[], alpha = 0.05): number | undefined {
  finiteAll('reading', xs);
  const n = xs.length;
  if (n < 3) return undefined;
  const m = xs.reduce((a, x) => a + x, 0) / n;
  const s = Math.sqrt(xs.reduce((a, x) => a + (x - m) ** 2, 0) / (n - 1));
  if (s === 0) return undefined;
  let far = 0;
  xs.forEach((x, i) => {
    if (Math.abs(x - m) > Math.abs(xs[far]! - m)) far = i;
  });
  return Math.abs(xs[far]! - m) / s > grubbsCritical(n, alpha) ? far : undefined;
}

/** Critical value of Grubbs's statistic for n readings. */
export function grubbsCritical(n: number, alpha = 0.05): number {
  const t = studentQuantile(1 - alpha / (2 * n), n - 2);
  return ((n - 1) / Math.sqrt(n)) * Math.sqrt((t * t) / (n - 2 + t * t));
}
