import { BadInput, finite } from '../error';
import { studentQuantile } from './student';

export interface XY {
  readonly x: number;
  readonly y: number;
}

/** A straight line through points by least squares. Units are those of the points. */
export interface LineFit {
  readonly n: number;
  readonly slope: number;
  readonly intercept: number;
  /** Standard uncertainty of the slope. */
  readonly slopeU: number;
  readonly interceptU: number;
  /** Residual standard deviation, n − 2 degrees of freedom. */
  readonly s: number;
  readonly degrees: number;
  readonly meanX: number;
  readonly meanY: number;
  /** Σ(x − x̄)². */
  readonly sxx: number;
}

/**
 * Least squares of y on x. Sums are taken about the first point and then about the means, so that data
 * far from the origin keep their digits (checked with NIST StRD Norris).
 * @throws BadInput when there are fewer than three points, or all at one x.
 */
export function fitLine(points: readonly XY[]): LineFit {
  const n = points.length;
  if (n < 3) throw new BadInput('number of points', 'must be 3 or more for a line with its doubt', n);
  points.forEach((p, i) => {
    finite(`x of point ${i + 1}`, p.x);
    finite(`y of point ${i + 1}`, p.y);
  });
  const [x0, y0] = [points[0]!.x, points[0]!.y];
  const mx = points.reduce((a, p) => a + (p.x - x0), 0) / n;
  const my = points.reduce((a, p) => a + (p.y - y0), 0) / n;
  let sxx = 0;
  let sxy = 0;
  for (const p of points) {
    sxx += (p.x - x0 - mx) ** 2;
    sxy += (p.x - x0 - mx) * (p.y - y0 - my);
  }
  if (sxx === 0) throw new BadInput('points', 'must not all have the same x');
  const slope = sxy / sxx;
  const sse = points.reduce((a, p) => a + (p.y - y0 - my - slope * (p.x - x0 - mx)) ** 2, 0);
  const s = Math.sqrt(sse / (n - 2));
  const [meanX, meanY] = [x0 + mx, y0 + my];
  return {
    n,
    slope,
    intercept: meanY - slope * meanX,
    slopeU: s / Math.sqrt(sxx),
    interceptU: s * Math.sqrt(1 / n + meanX ** 2 / sxx),
    s,
    degrees: n - 2,
    meanX,
    meanY,
    sxx,
  };
}

export const lineAt = (f: LineFit, x: number): number => f.meanY + f.slope * (finite('x', x) - f.meanX);

/** Half-width of the two-sided interval at x: of the line itself, or of the next single reading. */
export function halfWidth(f: LineFit, x: number, of: 'line' | 'next reading', p = 0.95): number {
  const t = studentQuantile((1 + p) / 2, f.degrees);
  return t * f.s * Math.sqrt((of === 'line' ? 0 : 1) + 1 / f.n + (finite('x', x) - f.meanX) ** 2 / f.sxx);
}

export interface Crossing {
  readonly x: number;
  readonly low: number;
  /** Infinity when the interval is open above. */
  readonly high: number;
}

/**
 * Where a rising line passes a level, with its range (Fieller 1954): every x at which the level lies in
 * the interval of the line, or of the next reading. Undefined when the slope is not proved at this level:
 * the range is then the whole axis or its outside.
 */
export function crossing(f: LineFit, level: number, of: 'line' | 'next reading', p = 0.95): Crossing | undefined {
  finite('level', level);
  const t = studentQuantile((1 + p) / 2, f.degrees);
  const k = (of === 'line' ? 0 : 1) + 1 / f.n;
  const g = (t * f.s) ** 2 / f.sxx;
  const a = f.slope ** 2 - g;
  if (a <= 0) return undefined;
  const d = level - f.meanY;
  const half = Math.sqrt(Math.max(0, (f.slope * d) ** 2 - a * (d * d - (t * f.s) ** 2 * k)));
  return {
    x: f.meanX + d / f.slope,
    low: f.meanX + (f.slope * d - half) / a,
    high: f.meanX + (f.slope * d + half) / a,
  };
}
