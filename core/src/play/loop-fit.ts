import { BadInput } from '../error';
import { cholesky } from '../numeric';
import { type Prepared, type Sums, BINS, K } from './loop-points';

interface Fit {
  readonly a: number;
  readonly b: number;
  /** c, k0, k₊ − k0, k₋ − k0, F_f. */
  readonly beta: Float64Array;
  readonly sse: number;
}

const M = new Float64Array(36);
const R = new Float64Array(6);
/** Least squares of the five linear parameters for knots at bin edges ia ≤ ib, in closed sums. */
function solveAt(p: Prepared, s: Sums, ia: number, ib: number): Fit | undefined {
  const a = p.lo + ia * p.step;
  const b = p.lo + ib * p.step;
  const T = BINS * K;
  const A = ia * K;
  const B = ib * K;
  // Over x > b of u = x − b, and over x < a of v = −(a − x) = x − a.
  const over = (k: number) => s[T + k]! - s[B + k]!;
  const under = (k: number) => s[A + k]!;
  const u1 = over(1) - b * over(0);
  const u2 = over(2) - 2 * b * over(1) + b * b * over(0);
  const ux = over(2) - b * over(1);
  const uf = over(4) - b * over(3);
  const ud = over(6) - b * over(5);
  const v1 = under(1) - a * under(0);
  const v2 = under(2) - 2 * a * under(1) + a * a * under(0);
  const vx = under(2) - a * under(1);
  const vf = under(4) - a * under(3);
  const vd = under(6) - a * under(5);
  const t = (k: number) => s[T + k]!;
  // prettier-ignore
  const m = [
    t(0), t(1), u1, v1, t(5),
    t(1), t(2), ux, vx, t(6),
    u1, ux, u2, 0, ud,
    v1, vx, 0, v2, vd,
    t(5), t(6), ud, vd, t(9),
  ];
  M.set(m);
  R[0] = t(3);
  R[1] = t(4);
  R[2] = uf;
  R[3] = vf;
  R[4] = t(7);
  const rhs = [R[0], R[1], R[2], R[3], R[4]];
  const beta = cholesky(M, R, 5);
  if (!beta) return undefined;
  let sse = t(8);
  for (let i = 0; i < 5; i++) sse -= beta[i]! * rhs[i]!;
  return { a, b, beta, sse: Math.max(sse, 0) };
}

/** Coarse grid over both knots, or around the last best, then finer, down to a bin. */
export function search(p: Prepared, s: Sums, near?: Fit): Fit {
  let best: { ia: number; ib: number; fit: Fit } | undefined;
  const look = (ia: number, ib: number) => {
    if (ia < 1 || ib > BINS - 1 || ia > ib) return;
    const fit = solveAt(p, s, ia, ib);
    if (fit && (!best || fit.sse < best.fit.sse)) best = { ia, ib, fit };
  };
  const coarse = near ? 16 : BINS / 32;
  if (near) look(Math.round((near.a - p.lo) / p.step), Math.round((near.b - p.lo) / p.step));
  else for (let ia = coarse; ia < BINS; ia += coarse) for (let ib = ia; ib < BINS; ib += coarse) look(ia, ib);
  if (!best) throw new BadInput('loop', 'has too few points on one side to tell its stiffness');
  for (let step = coarse / 2; step >= 1; step /= 2) {
    for (let turns = 0; turns < 12; turns++) {
      const { ia, ib } = best;
      for (const da of [-step, 0, step]) for (const db of [-step, 0, step]) look(ia + da, ib + db);
      if (best.ia === ia && best.ib === ib) break;
    }
  }
  return best.fit;
}
interface Flat {
  readonly sse: number;
  readonly plus: number;
  readonly minus: number;
  readonly friction: number;
  readonly offset: number;
}

/** The best model without a gap: one knot, a stiffness each side of it, friction. */
export function searchFlat(p: Prepared, s: Sums): Flat {
  let best: Flat | undefined;
  const T = BINS * K;
  const at = (ib: number) => {
    const b = p.lo + ib * p.step;
    const B = ib * K;
    const over = (k: number) => s[T + k]! - s[B + k]!;
    const t = (k: number) => s[T + k]!;
    const u1 = over(1) - b * over(0);
    const u2 = over(2) - 2 * b * over(1) + b * b * over(0);
    const ux = over(2) - b * over(1);
    const ud = over(6) - b * over(5);
    const uf = over(4) - b * over(3);
    // prettier-ignore
    const m = [
      t(0), t(1), u1, t(5),
      t(1), t(2), ux, t(6),
      u1, ux, u2, ud,
      t(5), t(6), ud, t(9),
    ];
    for (let i = 0; i < 16; i++) M[i] = m[i]!;
    const rhs = [t(3), t(4), uf, t(7)];
    for (let i = 0; i < 4; i++) R[i] = rhs[i]!;
    const beta = cholesky(M, R, 4);
    if (!beta) return;
    let sse = t(8);
    for (let i = 0; i < 4; i++) sse -= beta[i]! * rhs[i]!;
    sse = Math.max(sse, 0);
    if (!best || sse < best.sse) best = { sse, minus: beta[1]!, plus: beta[1]! + beta[2]!, friction: beta[3]!, offset: beta[0]! };
  };
  for (let ib = 32; ib < BINS; ib += 32) at(ib);
  if (!best) throw new BadInput('loop', 'has too few points on one side to tell its stiffness');
  const knot: Flat = best;
  const line = straight(s);
  // Two stiffnesses only where they are clearly two.
  const two = p.n * Math.log(Math.max(line.sse, 1e-300) / Math.max(knot.sse, 1e-300)) > 10 + Math.log(p.n);
  return two ? knot : { ...line, sse: knot.sse };
}

/** One stiffness and friction. */
function straight(s: Sums): Flat {
  const t = (k: number) => s[BINS * K + k]!;
  const m = [t(0), t(1), t(5), t(1), t(2), t(6), t(5), t(6), t(9)];
  const rhs = [t(3), t(4), t(7)];
  for (let i = 0; i < 9; i++) M[i] = m[i]!;
  for (let i = 0; i < 3; i++) R[i] = rhs[i]!;
  const beta = cholesky(M, R, 3);
  if (!beta) throw new BadInput('loop', 'has too few points on one side to tell its stiffness');
  let sse = t(8);
  for (let i = 0; i < 3; i++) sse -= beta[i]! * rhs[i]!;
  return { sse: Math.max(sse, 0), minus: beta[1]!, plus: beta[1]!, friction: beta[2]!, offset: beta[0]! };
}

const modelAt = (b: Fit, x: number, d: number): number => {
  const [c, k0, dp, dm, ff] = b.beta as unknown as [number, number, number, number, number];
  return c + k0 * x + (x > b.b ? dp * (x - b.b) : 0) + (x < b.a ? dm * (x - b.a) : 0) + ff * d;
};
/** Tukey's bisquare at 4.685 robust standard deviations (median of the absolute residuals / 0.6745). */
export function weights(p: Prepared, fit: Fit): Float64Array {
  const r = new Float64Array(p.n);
  for (let i = 0; i < p.n; i++) r[i] = p.f[i]! - modelAt(fit, p.x[i]!, p.d[i]!);
  // The median of a thousand residuals evenly taken is near enough for a scale.
  const every = Math.max(1, Math.floor(p.n / 1000));
  const some: number[] = [];
  for (let i = 0; i < p.n; i += every) some.push(Math.abs(r[i]!));
  some.sort((a, b) => a - b);
  const scale = (some[Math.floor(some.length / 2)]! / 0.6745) * 4.685;
  const w = new Float64Array(p.n);
  for (let i = 0; i < p.n; i++) {
    const u = scale > 0 ? r[i]! / scale : 0;
    w[i] = Math.abs(u) < 1 ? (1 - u * u) ** 2 : 0;
  }
  return w;
}

/** Variance of b − a: (JᵀWJ)⁻¹ (Jᵀ W e² W J) (JᵀWJ)⁻¹ over all seven parameters. */
export function sandwich(p: Prepared, fit: Fit, w?: Float64Array): number {
  const N = 7;
  const bread = new Float64Array(N * N);
  const meat = new Float64Array(N * N);
  const j = new Float64Array(N);
  const [, , dp, dm] = fit.beta as unknown as [number, number, number, number, number];
  for (let i = 0; i < p.n; i++) {
    const x = p.x[i]!;
    const wi = w ? w[i]! : 1;
    if (wi === 0) continue;
    j[0] = 1;
    j[1] = x;
    j[2] = x > fit.b ? x - fit.b : 0;
    j[3] = x < fit.a ? x - fit.a : 0;
    j[4] = p.d[i]!;
    j[5] = x < fit.a ? -dm : 0;
    j[6] = x > fit.b ? -dp : 0;
    const e = wi * (p.f[i]! - modelAt(fit, x, p.d[i]!));
    for (let r = 0; r < N; r++)
      for (let c = 0; c <= r; c++) {
        const v = j[r]! * j[c]!;
        bread[r * N + c]! += wi * v;
        meat[r * N + c]! += e * e * v;
      }
  }
  for (let r = 0; r < N; r++)
    for (let c = 0; c < r; c++) {
      bread[c * N + r] = bread[r * N + c]!;
      meat[c * N + r] = meat[r * N + c]!;
    }
  // z = bread⁻¹ g with g the gradient of b − a; the variance is zᵀ meat z.
  const g = new Float64Array(N);
  g[5] = -1;
  g[6] = 1;
  const z = cholesky(bread, g, N);
  if (!z) return Infinity;
  let v = 0;
  for (let r = 0; r < N; r++) for (let c = 0; c < N; c++) v += z[r]! * meat[r * N + c]! * z[c]!;
  return v;
}
