import { cholesky } from './cholesky';

/** A problem of least squares in a few unknowns: what is left over at each point, by the unknowns. */
export type Residuals = (unknowns: Float64Array) => Float64Array;

/** How far an unknown is moved to see what it does, by its own size. */
const STEP = 1e-6;

/** What each unknown does to each residual: by differences. Column by column. */
export function slopesOf(residuals: Residuals, at: Float64Array): Float64Array[] {
  return Array.from(at, (v, j) => {
    const d = STEP * Math.max(1, Math.abs(v));
    const moved = (by: number) => {
      const x = Float64Array.from(at);
      x[j]! += by;
      return residuals(x);
    };
    const [more, less] = [moved(d), moved(-d)];
    return more.map((m, i) => (m - less[i]!) / (2 * d));
  });
}

const squares = (r: Float64Array): number => r.reduce((s, v) => s + v * v, 0);

/**
 * Least squares by Levenberg and Marquardt (Nocedal & Wright, Numerical Optimization, 10.3), for a handful of unknowns.
 * @returns the unknowns where the sum of squares is least, from where it began
 */
export function leastSquares(residuals: Residuals, start: Float64Array, most = 30): Float64Array {
  let at = Float64Array.from(start);
  let r = residuals(at);
  let damping = 1e-6;
  const n = at.length;
  for (let i = 0; i < most; i++) {
    const j = slopesOf(residuals, at);
    let better = false;
    for (let tries = 0; tries < 8 && !better; tries++) {
      const m = new Float64Array(n * n);
      const g = new Float64Array(n);
      for (let a = 0; a < n; a++)
        for (let k = 0; k < r.length; k++) {
          g[a]! -= j[a]![k]! * r[k]!;
          for (let b = 0; b < n; b++) m[a * n + b]! += j[a]![k]! * j[b]![k]!;
        }
      for (let a = 0; a < n; a++) m[a * n + a]! *= 1 + damping;
      const step = cholesky(m, g, n);
      const next = step && at.map((v, k) => v + step[k]!);
      const then = next && residuals(next);
      if (next && then && squares(then) < squares(r)) {
        better = squares(r) - squares(then) > 1e-14 * squares(r);
        [at, r, damping] = [next, then, damping / 10];
        if (!better) return at;
      } else damping *= 10;
    }
    if (!better) return at;
  }
  return at;
}
