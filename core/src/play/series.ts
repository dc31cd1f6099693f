import { BadInput, finite, positive, within } from '../error';
import { fTail, MOST_DEGREES, studentQuantile } from '../stats';

/** Most a play can be before it is a slip of the finger, mm. */
export const MOST_PLAY_MM = 50;

/** The known scatter of one reading of play, from a gauge study or an earlier series. */
export interface KnownScatter {
  /** Standard deviation of one reading, mm. */
  readonly sdMm: number;
  /** Degrees of freedom behind it. */
  readonly degrees: number;
}

export interface SeriesDoubt {
  readonly n: number;
  readonly meanMm: number;
  /** Standard deviation of one reading, mm: from the series, or the known one. */
  readonly sdMm: number;
  readonly scatterFrom: 'series' | 'known';
  /** Standard uncertainty of the mean, mm. */
  readonly uMm: number;
  /** Its part that no more readings make smaller: resolution, and what the zero moved, mm. */
  readonly uFixedMm: number;
  /** Effective degrees of freedom, floored. */
  readonly degrees: number;
  /** Expanded, 95 %, one-sided and two-sided, mm. */
  readonly oneSidedMm: number;
  readonly twoSidedMm: number;
}

/** A known scatter, or BadInput: a standard deviation of 0 or more, and how far it is known. */
export function knownScatter(k: KnownScatter): KnownScatter {
  within('known scatter', k.sdMm, 0, 1e6, 'mm');
  within('degrees of freedom of the known scatter', k.degrees, 1, 1e9);
  return k;
}

/** u_res of a difference of two readings of resolution r: r/√6 (each r/√12; JCGM 100:2008 F.2.2.1). */
export function resolutionDoubtMm(resolutionMm: number): number {
  return positive('gauge resolution', resolutionMm, 'mm') / Math.sqrt(6);
}

function doubtOf(sdMm: number, sdDegrees: number, n: number, uFixedMm: number) {
  const uScatter = sdMm / Math.sqrt(n);
  const uMm = Math.sqrt(uScatter ** 2 + uFixedMm ** 2);
  // Welch–Satterthwaite with an exactly known resolution term (G.4). The nudge keeps an exact whole
  // number from being floored to the one below by rounding.
  // A scatter of nothing is known for certain; no degrees are endless.
  const nu = uScatter > 0 ? sdDegrees * (uMm / uScatter) ** 4 : MOST_DEGREES;
  const degrees = Math.min(MOST_DEGREES, Math.floor(nu + 1e-9));
  return { uMm, degrees };
}

/**
 * Mean play and its uncertainty from a series of readings, each the difference of two gauge readings:
 * u² = s²/n + u_res², ν = (n−1)(u/u_A)⁴ floored (JCGM 100:2008 4.2, F.2.2.1, G.4).
 * With a known scatter of the gauge and person, that serves from the first reading until the series
 * carries more degrees of freedom than it, or scatters more than that allows (F, 1 %).
 * @param readingsMm each a play in mm, at least one (two without known scatter)
 * @param resolutionMm of the gauge, mm
 * @param driftMm how far the zero moved from the first check to the last: what it moved may be in every
 *   reading, so it enters as a rectangular ±drift, u = |drift|/√3, whatever n (JCGM 100:2008 4.3.7)
 * @throws BadInput naming the reading that is no number, or that there are too few.
 */
export function seriesDoubt(readingsMm: readonly number[], resolutionMm: number, known?: KnownScatter, driftMm = 0): SeriesDoubt {
  readingsMm.forEach((x, i) => finite(`reading ${i + 1}`, x));
  if (known) knownScatter(known);
  const n = readingsMm.length;
  if (n < (known ? 1 : 2))
    throw new BadInput('number of readings', known ? 'must be 1 or more' : 'must be 2 or more, or the gauge’s scatter known', n);
  const uFixedMm = Math.hypot(resolutionDoubtMm(resolutionMm), Math.abs(finite('drift of the zero', driftMm)) / Math.sqrt(3));
  const meanMm = readingsMm.reduce((s, x) => s + x, 0) / n;
  const ownSd = n > 1 ? Math.sqrt(readingsMm.reduce((s, x) => s + (x - meanMm) ** 2, 0) / (n - 1)) : 0;
  // A series that scatters far more than this gauge and person are known to is not theirs as usual: then it speaks for itself.
  const contradicts =
    known !== undefined && n > 1 && ownSd > 0 && fTail((ownSd / Math.max(known.sdMm, 1e-9)) ** 2, n - 1, known.degrees) < 0.01;
  const useKnown = known !== undefined && known.degrees >= n - 1 && !contradicts;
  const sdMm = useKnown ? known.sdMm : ownSd;
  const { uMm, degrees } = doubtOf(sdMm, useKnown ? known.degrees : n - 1, n, uFixedMm);
  return {
    n,
    meanMm,
    sdMm,
    scatterFrom: useKnown ? 'known' : 'series',
    uMm,
    uFixedMm,
    degrees,
    oneSidedMm: studentQuantile(0.95, degrees) * uMm,
    twoSidedMm: studentQuantile(0.975, degrees) * uMm,
  };
}

/**
 * How many readings in all would bring the one-sided uncertainty under a margin, at the present scatter.
 * @returns the count (up to 100), "never" when resolution and drift alone are wider than the margin, or "more than 100".
 */
export function readingsNeeded(doubt: SeriesDoubt, marginMm: number): number | 'never' | 'more than 100' {
  const margin = Math.abs(finite('margin', marginMm));
  if (1.645 * doubt.uFixedMm >= margin) return 'never';
  for (let n = doubt.n; n <= 100; n++) {
    const sdDegrees = doubt.scatterFrom === 'known' ? doubt.degrees : n - 1;
    if (sdDegrees < 1) continue;
    const { uMm, degrees } = doubtOf(doubt.sdMm, sdDegrees, n, doubt.uFixedMm);
    if (studentQuantile(0.95, degrees) * uMm <= margin) return n;
  }
  return 'more than 100';
}
