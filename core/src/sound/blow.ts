import { spectrumOf } from './spectrum';

/** Where the energy of a blow lies, Hz, from 40 to 8000 Hz; the noise before it taken off. */
export function centroidOf(samples: Float32Array, hz: number, noisePower = 0): number {
  const n = Math.min(samples.length, Math.round(0.085 * hz));
  const size = 2 ** Math.ceil(Math.log2(Math.max(64, n)));
  const x = new Float64Array(size);
  // It begins at full strength and is let out softly.
  let share = 0;
  for (let i = 0; i < n; i++) {
    const w = Math.cos((Math.PI * i) / (2 * n)) ** 2;
    x[i] = samples[i]! * w;
    share += w * w;
  }
  const s = spectrumOf(size).transform(x);
  const floor = noisePower * share;
  let [top, bottom] = [0, 0];
  for (let k = 1; k < size / 2; k++) {
    const f = (k * hz) / size;
    if (f < 40 || f > 8000) continue;
    const p = Math.max(0, s[2 * k]! ** 2 + s[2 * k + 1]! ** 2 - floor);
    top += f * p;
    bottom += p;
  }
  return bottom > 0 ? top / bottom : 0;
}

/**
 * How long a blow takes to fall by 20 dB, s: Schroeder's backward integral (1965), the noise before it taken off; from
 * the slope between 2 and 14 dB where noise hides the rest.
 */
export function decayOf(samples: Float32Array, hz: number, noisePower = 0): number {
  const n = samples.length;
  // Beyond where it sinks into the noise there is nothing of it.
  const w = Math.max(8, Math.round(0.008 * hz));
  let end = n;
  for (let from = 0; from + w <= n; from += w) {
    let e = 0;
    for (let i = 0; i < w; i++) e += samples[from + i]! ** 2;
    if (e / w < noisePower * 1.6) {
      end = Math.max(w, from);
      break;
    }
  }
  // What is cut off at its end is put back: its power there, for as long as it rings (as in ISO 3382-1, annex A).
  const tail = Math.min(end, w);
  let there = 0;
  for (let i = end - tail; i < end; i++) there += samples[i]! ** 2 - noisePower;
  there = Math.max(0, there / tail);
  let decay = slopeOf(samples, end, hz, noisePower, 0);
  for (let i = 0; i < 4; i++) decay = slopeOf(samples, end, hz, noisePower, (there * decay * hz) / Math.log(100));
  return decay;
}

/** Schroeder's integral to an end, begun with what follows it; the time for 20 dB by its slope from 2 to 14 dB. */
function slopeOf(samples: Float32Array, end: number, hz: number, noisePower: number, after: number): number {
  const left = new Float64Array(end + 1);
  left[end] = after;
  for (let i = end - 1; i >= 0; i--) left[i] = left[i + 1]! + samples[i]! ** 2 - noisePower;
  const all = left[0]!;
  if (!(all > 0)) return 0;
  const when = (down: number): number | undefined => {
    for (let i = 0; i < end; i++) if (left[i]! <= all * 10 ** (-down / 10)) return i;
    return undefined;
  };
  const [a, b] = [when(2), when(14)];
  if (a === undefined || b === undefined || b <= a) return end / hz;
  return ((b - a) / hz) * (20 / 12);
}
