import { fixed } from '../text';
import { BadInput, finite, positive, within } from '../error';
import { cholesky } from '../numeric';
import { studentQuantile } from '../stats';

/** Which way of working a loop out; goes into the ledger with its result. */
export const LOOP_METHOD = 'loop 1';
export const MOST_LOOP_POINTS = 200_000;
const LEAST_POINTS = 40;

export const LOOP_KINDS = ['loose', 'firm', 'soft', 'soft and loose', 'soft centre'] as const;
export type LoopKind = (typeof LOOP_KINDS)[number];

export interface LoopOptions {
  /** Resolution of the displacement gauge, mm. */
  readonly resolutionMm?: number | undefined;
  /** Below this outer stiffness a joint is soft, N/mm: from its twin or its maker. Not known: softness is not judged. */
  readonly softBelow?: number | undefined;
}

export interface LoopResult {
  readonly method: typeof LOOP_METHOD;
  readonly points: number;
  /** Points kept after those just behind a reversal were left out. */
  readonly used: number;
  /** Left and right end of the dead band, mm, where one is proved. */
  readonly band: readonly [a: number, b: number];
  /** Play b − a, mm; 0 where none is proved. */
  readonly playMm: number;
  /** Its standard and expanded (95 %, two-sided) uncertainty, mm. */
  readonly uMm: number;
  readonly expandedMm: number;
  /** Stiffness pushed to the minus and to the plus side, and in the middle, N/mm. */
  readonly stiffness: { readonly minus: number; readonly plus: number; readonly middle: number };
  /** Friction, N: half the height of the loop where it only slides. */
  readonly frictionN: number;
  /** Force at x = 0 of the middle line, N. */
  readonly offsetN: number;
  /** Residual standard deviation, N. */
  readonly residualN: number;
  /** BIC of the best model without a gap less that with it: above 10 the gap is clear. */
  readonly deltaBic: number;
  /** How far the branches lie apart at no force, mm: what a naive look takes for play. */
  readonly naiveMm: number;
  readonly kind: LoopKind;
  readonly sentence: string;
}

/** Of the displacement's range: left out behind each reversal, where friction turns over. */
const LEFT_OUT = 0.04;
const BINS = 4096;
/** Sums kept a bin: w, wx, wx², wF, wxF, wd, wdx, wdF, wF², wd². */
const K = 10;
type Sums = Float64Array;

interface Prepared {
  readonly x: Float64Array;
  readonly f: Float64Array;
  readonly d: Float64Array;
  readonly bin: Uint16Array;
  readonly n: number;
  readonly lo: number;
  readonly step: number;
}

/**
 * Play, elastic give and friction told apart in a force–displacement loop of a joint pushed and pulled:
 * F = c + k0 x + (k₊−k0)(x−b)₊ − (k₋−k0)(a−x)₊ + F_f·dir, by least squares within a search over (a, b),
 * with robust weights (Tukey's bisquare, Beaton & Tukey 1974) and uncertainties from the sandwich of
 * Gauss–Newton (White 1980). There is play only where the gap beats the best model without one
 * (ΔBIC > 10), exceeds its own uncertainty, and its middle is softer than a tenth of the outsides;
 * otherwise it is a soft centre, or none.
 * @param xMm displacement, mm; @param forceN force, N: same length, 40 to 200 000 points, in the order taken
 * @throws BadInput naming the point that is no number, too few points, or a loop that never reverses.
 */
export function analyseLoop(xMm: ArrayLike<number>, forceN: ArrayLike<number>, o: LoopOptions = {}): LoopResult {
  const p = prepare(xMm, forceN);
  let w: Float64Array | undefined;
  let best = search(p, prefix(p, w));
  let flat = searchFlat(p, prefix(p, w));
  for (let i = 0; i < 2; i++) {
    w = weights(p, best);
    const sums = prefix(p, w);
    best = search(p, sums, best);
    flat = searchFlat(p, sums);
  }
  const n = p.n;
  const bic = (sse: number, parameters: number) => n * Math.log(Math.max(sse, 1e-300) / n) + parameters * Math.log(n);
  const deltaBic = bic(flat.sse, 6) - bic(best.sse, 7);
  const [c, k0, dp, dm, ff] = best.beta as unknown as [number, number, number, number, number];
  const plus = k0 + dp;
  const minus = k0 + dm;
  const cov = sandwich(p, best, w);
  const uGauge = (o.resolutionMm === undefined ? 0 : positive('gauge resolution', o.resolutionMm, 'mm')) / Math.sqrt(6);
  const width = best.b - best.a;
  const uMm = Math.hypot(Math.sqrt(Math.max(0, cov)), uGauge);
  const expandedMm = studentQuantile(0.975, Math.max(1, n - 7)) * uMm;
  const outer = Math.min(plus, minus);
  const gap = deltaBic > 10 && width > expandedMm && outer > 0;
  const loose = gap && k0 < 0.1 * outer;
  // Without a gap the sides are those of the model without one.
  const sides = gap
    ? { minus, plus, middle: k0 }
    : { minus: flat.minus, plus: flat.plus, middle: Math.min(flat.minus, flat.plus) };
  const soft =
    o.softBelow !== undefined && Math.min(sides.minus, sides.plus) < positive('stiffness of a sound joint', o.softBelow, 'N/mm');
  const kind: LoopKind = loose ? (soft ? 'soft and loose' : 'loose') : gap ? 'soft centre' : soft ? 'soft' : 'firm';
  const playMm = loose ? width : 0;
  const frictionN = Math.abs(gap ? ff : flat.friction);
  const base = {
    method: LOOP_METHOD,
    points: xMm.length,
    used: n,
    band: [best.a, best.b] as const,
    playMm,
    uMm,
    expandedMm,
    stiffness: sides,
    frictionN,
    offsetN: gap ? c : flat.offset,
    residualN: Math.sqrt((gap ? best.sse : flat.sse) / Math.max(1, n - 7)),
    deltaBic,
    naiveMm: naive(p),
    kind,
  } as const;
  return { ...base, sentence: say(base) };
}

function say(r: Omit<LoopResult, 'sentence'>): string {
  const k = (v: number) => `${Number(v.toPrecision(3))} N/mm`;
  const sides = `${k(r.stiffness.minus)} one way, ${k(r.stiffness.plus)} the other`;
  const play = `${fixed(r.playMm, 2)} mm of play (± ${fixed(r.expandedMm, 2)})`;
  switch (r.kind) {
    case 'loose':
      return `Loose: ${play}; outside it ${sides}.`;
    case 'soft and loose':
      return `Loose and soft: ${play}; outside it only ${sides}.`;
    case 'soft centre':
      return `A soft centre, no play: ${k(r.stiffness.middle)} in the middle, ${sides}.`;
    case 'soft':
      return `Soft, no play: ${sides}. The loop is friction of ${fixed(r.frictionN, 0)} N and give.`;
    case 'firm':
      return `No play: ${sides}. The loop is friction of ${fixed(r.frictionN, 0)} N and give.`;
  }
}

/** Checks the points, finds the reversals, leaves out what lies just behind them, and sorts the rest into bins. */
function prepare(xs: ArrayLike<number>, fs: ArrayLike<number>): Prepared {
  const n = xs.length;
  if (fs.length !== n) throw new BadInput('loop', `must have as many forces as displacements (${n})`, fs.length);
  within('number of points of the loop', n, LEAST_POINTS, MOST_LOOP_POINTS);
  let lo = Infinity;
  let hi = -Infinity;
  for (let i = 0; i < n; i++) {
    const x = xs[i]!;
    if (!Number.isFinite(x)) finite(`displacement of point ${i + 1}`, x);
    if (!Number.isFinite(fs[i]!)) finite(`force of point ${i + 1}`, fs[i]!);
    if (x < lo) lo = x;
    if (x > hi) hi = x;
  }
  const range = hi - lo;
  if (range <= 0) throw new BadInput('loop', 'must move: every displacement is the same');
  const clear = LEFT_OUT * range;
  const turns = turningPoints(xs, clear);
  if (turns.length < 3)
    throw new BadInput('loop', 'never reverses: push and pull it at least once each, so that friction can be told from play');
  const x = new Float64Array(n);
  const f = new Float64Array(n);
  const d = new Float64Array(n);
  let kept = 0;
  for (let t = 1; t < turns.length; t++) {
    const from = xs[turns[t - 1]!]!;
    const dir = Math.sign(xs[turns[t]!]! - from);
    for (let i = turns[t - 1]!; i < turns[t]!; i++) {
      if ((xs[i]! - from) * dir <= clear) continue;
      x[kept] = xs[i]!;
      f[kept] = fs[i]!;
      d[kept] = dir;
      kept++;
    }
  }
  if (kept < LEAST_POINTS)
    throw new BadInput('loop', `must keep ${LEAST_POINTS} points or more once those behind each reversal are left out`, kept);
  const step = range / BINS;
  const bin = new Uint16Array(kept);
  for (let i = 0; i < kept; i++) bin[i] = Math.min(BINS - 1, Math.floor((x[i]! - lo) / step));
  return { x: x.subarray(0, kept), f: f.subarray(0, kept), d: d.subarray(0, kept), bin, n: kept, lo, step };
}

/** Places of the furthest points, first and last point included: a way back of more than `clear` is a reversal. */
function turningPoints(xs: ArrayLike<number>, clear: number): number[] {
  let low = 0;
  let high = 0;
  let dir = 0;
  const out: number[] = [];
  for (let i = 1; i < xs.length; i++) {
    if (xs[i]! < xs[low]!) low = i;
    if (xs[i]! > xs[high]!) high = i;
    if (dir <= 0 && xs[i]! - xs[low]! > clear) {
      out.push(low);
      dir = 1;
      high = i;
    } else if (dir >= 0 && xs[high]! - xs[i]! > clear) {
      out.push(high);
      dir = -1;
      low = i;
    }
  }
  if (dir !== 0) out.push(dir > 0 ? high : low);
  return out;
}

/** Prefix sums over bins: row i holds the sums of all bins below i. */
function prefix(p: Prepared, w?: Float64Array): Sums {
  const s = new Float64Array((BINS + 1) * K);
  for (let i = 0; i < p.n; i++) {
    const at = (p.bin[i]! + 1) * K;
    const wi = w ? w[i]! : 1;
    const x = p.x[i]!;
    const f = p.f[i]!;
    const d = p.d[i]!;
    s[at]! += wi;
    s[at + 1]! += wi * x;
    s[at + 2]! += wi * x * x;
    s[at + 3]! += wi * f;
    s[at + 4]! += wi * x * f;
    s[at + 5]! += wi * d;
    s[at + 6]! += wi * d * x;
    s[at + 7]! += wi * d * f;
    s[at + 8]! += wi * f * f;
    s[at + 9]! += wi * d * d;
  }
  for (let i = 1; i <= BINS; i++) for (let k = 0; k < K; k++) s[i * K + k]! += s[(i - 1) * K + k]!;
  return s;
}

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
    u1,   ux,   u2, 0,  ud,
    v1,   vx,   0,  v2, vd,
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
function search(p: Prepared, s: Sums, near?: Fit): Fit {
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
function searchFlat(p: Prepared, s: Sums): Flat {
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
      u1,   ux,   u2, ud,
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
function weights(p: Prepared, fit: Fit): Float64Array {
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
function sandwich(p: Prepared, fit: Fit, w?: Float64Array): number {
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

/** How far apart the branches cross zero force, from means over 512 steps; 0 where one of them does not. */
function naive(p: Prepared): number {
  const STEPS = 512;
  const crossingOf = (dir: number): number | undefined => {
    const sum = new Float64Array(STEPS);
    const count = new Float64Array(STEPS);
    for (let i = 0; i < p.n; i++) {
      if (p.d[i] !== dir) continue;
      const at = Math.floor((p.bin[i]! * STEPS) / BINS);
      sum[at]! += p.f[i]!;
      count[at]!++;
    }
    const at = (i: number) => p.lo + ((i + 0.5) * p.step * BINS) / STEPS;
    let last = -1;
    for (let i = 0; i < STEPS; i++) {
      if (count[i] === 0) continue;
      const now = sum[i]! / count[i]!;
      if (last >= 0) {
        const before = sum[last]! / count[last]!;
        if (before < 0 && now >= 0) return at(last) + ((at(i) - at(last)) * -before) / (now - before);
      }
      last = i;
    }
    return undefined;
  };
  const [up, down] = [crossingOf(1), crossingOf(-1)];
  return up === undefined || down === undefined ? 0 : Math.abs(up - down);
}
