import { lengthDigits, sayLength, type LengthUnit } from '../units';
import { MOST_DEGREES, studentCdf, studentQuantile } from '../stats';
import type { SeriesDoubt } from './series';

export interface Comparison {
  /** First less second, mm. */
  readonly differenceMm: number;
  readonly uMm: number;
  readonly degrees: number;
  /** Two-sided 95 % half-width of the difference, mm. */
  readonly expandedMm: number;
  /** Chance of a difference this large where there is none, two-sided. */
  readonly p: number;
  readonly verdict: 'more' | 'less' | 'cannot be told';
}

/**
 * Two mean plays against each other, each with its own uncertainty and degrees of freedom (Welch 1947,
 * Satterthwaite 1946; JCGM 100:2008 G.4).
 */
export function compareMeans(a: SeriesDoubt, b: SeriesDoubt): Comparison {
  const differenceMm = a.meanMm - b.meanMm;
  const uMm = Math.hypot(a.uMm, b.uMm);
  const nu = uMm ** 4 / (a.uMm ** 4 / a.degrees + b.uMm ** 4 / b.degrees);
  const degrees = Number.isFinite(nu) ? Math.min(MOST_DEGREES, Math.max(1, Math.floor(nu + 1e-9))) : MOST_DEGREES;
  const expandedMm = studentQuantile(0.975, degrees) * uMm;
  const p = 2 * (1 - studentCdf(Math.abs(differenceMm) / uMm, degrees));
  const differs = Math.abs(differenceMm) > expandedMm;
  return {
    differenceMm,
    uMm,
    degrees,
    expandedMm,
    p,
    verdict: differs ? (differenceMm > 0 ? 'more' : 'less') : 'cannot be told',
  };
}

/** "0.31 mm more than the right, surely (± 0.04)". */
export function sayComparison(c: Comparison, other: string, unit?: LengthUnit): string {
  const difference = sayLength(Math.abs(c.differenceMm), 2, unit);
  const within = lengthDigits(c.expandedMm, 2, unit);
  if (c.verdict === 'cannot be told')
    return `No difference from ${other} that these readings can tell: ${difference}, ± ${within}.`;
  return `${difference} ${c.verdict} than ${other}, ± ${within}${c.p < 0.001 ? ', beyond doubt' : ''}.`;
}
