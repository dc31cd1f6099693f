import { chanceFrom } from '../numeric';
import { BadInput, finite, positive, within } from '../error';

/** One way a part rings: how high, how long it takes to fall by 60 dB, and how loud against the others. */
export interface Mode {
  readonly hz: number;
  readonly decayS: number;
  readonly gain: number;
}
/** What rings when it is struck: its modes, and how long the blow lasts. A longer one is duller. */
export interface Struck {
  readonly modes: readonly Mode[];
  readonly contactS: number;
}
/** One blow. */
export interface Blow {
  readonly atS: number;
  /** 1 is as hard as any here. */
  readonly strength: number;
}

/** Samples a second of what is made here: nothing in it is above 8 kHz. */
export const MADE_HZ = 24_000;
/** Nothing that is made lasts longer. */
export const MOST_MADE_S = 30;

/** ln of 60 dB as a ratio of amplitudes. */
const DB60 = Math.log(1000);

/**
 * What is heard when something is struck: each blow a half-sine push as long as the contact, into damped modes (two-pole
 * resonators, e.g. Smith, Introduction to Digital Filters, "Two-Pole"). Linear: twice as hard is twice as loud.
 * @param seconds of sound, up to 30
 * @returns samples at `hz`, not yet scaled to be played
 * @throws BadInput where a mode is not below half of `hz`, or a length is out of bounds
 */
export function struckSound(s: Struck, blows: readonly Blow[], seconds: number, hz = MADE_HZ): Float32Array {
  within('length of the sound', seconds, 0.01, MOST_MADE_S, 's');
  within('samples a second', hz, 8000, 96_000);
  within('contact', s.contactS, 0, 0.05, 's');
  const n = Math.round(seconds * hz);
  const push = new Float64Array(n);
  // As much push whatever its length, so that a longer contact is duller, not louder.
  const long = Math.max(1, Math.round(s.contactS * hz));
  const share = long === 1 ? 1 : Math.PI / (2 * long);
  for (const b of blows) {
    const from = Math.round(finite('time of a blow', b.atS) * hz);
    finite('strength of a blow', b.strength);
    for (let i = 0; i < long; i++)
      if (from + i >= 0 && from + i < n)
        push[from + i]! += b.strength * (long === 1 ? 1 : share * Math.sin((Math.PI * (i + 0.5)) / long));
  }
  const out = new Float32Array(n);
  for (const m of s.modes) {
    positive('decay of a mode', m.decayS, 's');
    if (!(m.hz > 0 && m.hz < hz / 2)) throw new BadInput('pitch of a mode', `must be between 0 and ${hz / 2} Hz`, m.hz);
    finite('loudness of a mode', m.gain);
    const r = Math.exp(-DB60 / (m.decayS * hz));
    const w = (2 * Math.PI * m.hz) / hz;
    const [a, b, c] = [2 * r * Math.cos(w), -r * r, m.gain * Math.sin(w)];
    let [y1, y2] = [0, 0];
    for (let i = 0; i < n; i++) {
      const y = a * y1 + b * y2 + c * push[i]!;
      out[i]! += y;
      y2 = y1;
      y1 = y;
    }
  }
  return out;
}

/** How loud what is played may be: its peak, and its mean over half a second, of full scale. */
export const SAFE = { peak: 0.5, mean: 0.12 } as const;

/**
 * Scaled so that nobody is startled: neither its peak nor its loudest half second is above `SAFE`, and it begins and ends
 * without a click.
 * @param samples at `hz`; not changed
 */
export function safeToPlay(samples: Float32Array, hz = MADE_HZ): Float32Array {
  const n = samples.length;
  const out = new Float32Array(n);
  let peak = 0;
  let loudest = 0;
  const span = Math.max(1, Math.round(hz / 2));
  let sum = 0;
  for (let i = 0; i < n; i++) {
    peak = Math.max(peak, Math.abs(samples[i]!));
    sum += samples[i]! ** 2 - (i >= span ? samples[i - span]! ** 2 : 0);
    loudest = Math.max(loudest, Math.sqrt(Math.max(0, sum) / Math.min(span, i + 1)) * Math.min(1, (i + 1) / span));
  }
  if (peak === 0) return out;
  const gain = Math.min(SAFE.peak / peak, loudest > 0 ? SAFE.mean / loudest : Infinity);
  const fade = Math.min(Math.round(hz * 0.01), Math.floor(n / 2));
  for (let i = 0; i < n; i++) out[i] = samples[i]! * gain * Math.min(1, i / fade, (n - 1 - i) / fade);
  return out;
}

/** Noise that a seed makes again: even power, mean nought, spread one. */
export function noise(seed: number, n: number): Float32Array {
  const c = chanceFrom(seed);
  return Float32Array.from({ length: n }, () => c.bell());
}
