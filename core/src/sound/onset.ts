/** It is looked at so many times a second: what strikes is below half of that. */
const SLOWER_HZ = 6000;
/** As many samples as the noise is foretold from: some four milliseconds. */
const ORDER = 24;
/** So long before, s, the noise is learnt; and so far to each side the onset is looked for. */
export const LEARNT_S = 0.09;
const LOOKED_S = [-0.02, 0.022] as const;
/** Samples at each end of what is looked at that cannot be told apart by their spread. */
const EDGE = 6;

/**
 * Where a blow begins. The noise before it is foretold from its own past (linear prediction, Levinson & Durbin), so that what
 * cannot be foretold is white; the onset is where that changes its spread, by the Akaike criterion (Maeda 1985, as for
 * earthquakes). It stays in the noise until the blow is clear of it: a whisker before the blow is none.
 * @param at sample of the recording by its frame, nought where there is none
 * @param near about where it is, in frames
 * @returns frame
 */
export function onsetNear(at: (frame: number) => number, near: number, hz: number): number {
  const every = Math.max(1, Math.round(hz / SLOWER_HZ));
  const rate = hz / every;
  const learnt = Math.round(LEARNT_S * rate);
  const [from, to] = LOOKED_S.map((s) => Math.round(s * rate)) as [number, number];
  const first = near - (learnt - from) * every;
  const x = new Float64Array(learnt + to - from);
  for (let i = 0; i < x.length; i++) {
    let sum = 0;
    for (let k = 0; k < every; k++) sum += at(first + i * every + k);
    x[i] = sum / every;
  }
  const e = foretold(x, learnt);
  const looked = e.subarray(learnt);
  return first + (learnt + changes(looked)) * every;
}

/** What of each sample could not be foretold, with what was learnt from the first ones. */
function foretold(x: Float64Array, learnt: number): Float64Array {
  const r = new Float64Array(ORDER + 1);
  for (let lag = 0; lag <= ORDER; lag++) for (let i = lag; i < learnt; i++) r[lag]! += x[i]! * x[i - lag]!;
  // A little white noise, so that a pure tone does not foretell itself for ever.
  r[0] = r[0]! * 1.0001 + 1e-12;
  const a = new Float64Array(ORDER + 1);
  const was = new Float64Array(ORDER + 1);
  let left = r[0];
  for (let n = 1; n <= ORDER; n++) {
    let sum = r[n]!;
    for (let k = 1; k < n; k++) sum -= a[k]! * r[n - k]!;
    const reflected = sum / left;
    was.set(a);
    a[n] = reflected;
    for (let k = 1; k < n; k++) a[k] = was[k]! - reflected * was[n - k]!;
    left *= 1 - reflected * reflected;
  }
  return x.map((v, i) => {
    let is = v;
    for (let k = 1; k <= ORDER && k <= i; k++) is -= a[k]! * x[i - k]!;
    return is;
  });
}

/** Where the spread changes, up to the largest: by the least of Akaike's criterion of two spreads. */
function changes(e: Float64Array): number {
  let top = 0;
  for (let i = 0; i < e.length; i++) if (Math.abs(e[i]!) > Math.abs(e[top]!)) top = i;
  const n = Math.min(e.length, Math.max(top + EDGE, 3 * EDGE));
  const sums = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) sums[i + 1] = sums[i]! + e[i]! * e[i]!;
  let [best, least] = [top, Infinity];
  for (let k = EDGE; k <= n - 3; k++) {
    const [before, after] = [sums[k]! / k, (sums[n]! - sums[k]!) / (n - k)];
    const aic = k * Math.log(before + 1e-20) + (n - k) * Math.log(after + 1e-20);
    if (aic < least) [best, least] = [k, aic];
  }
  return best;
}
