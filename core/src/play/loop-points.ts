import { BadInput, within, finite } from '../error';

export const MOST_LOOP_POINTS = 200_000;
export const LEAST_LOOP_POINTS = 40;
/** Of the displacement's range: left out behind each reversal, where friction turns over. */
export const LEFT_OUT = 0.04;
export const BINS = 4096;
/** Sums kept a bin: w, wx, wx², wF, wxF, wd, wdx, wdF, wF², wd². */
export const K = 10;
export type Sums = Float64Array;
export interface Prepared {
  readonly x: Float64Array;
  readonly f: Float64Array;
  readonly d: Float64Array;
  readonly bin: Uint16Array;
  readonly n: number;
  readonly lo: number;
  readonly step: number;
}

/** Checks the points, finds the reversals, leaves out what lies just behind them, and sorts the rest into bins. */
export function prepare(xs: ArrayLike<number>, fs: ArrayLike<number>): Prepared {
  const n = xs.length;
  if (fs.length !== n) throw new BadInput('loop', `must have as many forces as displacements (${n})`, fs.length);
  within('number of points of the loop', n, LEAST_LOOP_POINTS, MOST_LOOP_POINTS);
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
  if (kept < LEAST_LOOP_POINTS)
    throw new BadInput(
      'loop',
      `must keep ${LEAST_LOOP_POINTS} points or more once those behind each reversal are left out`,
      kept,
    );
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
export function prefix(p: Prepared, w?: Float64Array): Sums {
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
