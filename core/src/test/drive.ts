import { within } from '../error';
import { chanceFrom, type Chance } from '../numeric';
import { Biquad } from '../sound/biquad';
import { struckSound, type Struck } from '../sound';

/** Noise with its energy between two pitches, and how loud it is against the others. */
export interface NoiseBand {
  readonly fromHz: number;
  readonly toHz: number;
  readonly gain: number;
}
/** A surface: what it sounds like, and how unevenly, dB (deviation of a swell that wanders within a second). */
export interface Surface {
  readonly bands: readonly NoiseBand[];
  readonly unevenDb: number;
}

/** What there is beside the road. All invented: what a finder of blows must not take for one. */
export interface Beside {
  /** The speed wanders between these, m/s: the road is 3.5 dB louder a third more of speed (common practice, no source). */
  readonly speed?: { readonly from: number; readonly to: number; readonly everyS: number };
  /** Stones against the floor: so many a second, from −6 to so many dB against the road. */
  readonly gravel?: { readonly perS: number; readonly mostDb: number };
  /** A swish to and fro, s, with a dull slap at each end. */
  readonly wipers?: { readonly everyS: number; readonly db: number };
  /** Somebody talks: syllables with hard beginnings, dB against the road. */
  readonly speech?: { readonly db: number };
}
/** Blows as they are known: what is struck, when, and how far they stand over the noise, dB (first 50 ms, from 40 Hz up). */
export interface KnownBlows {
  readonly of: Struck;
  readonly atS: readonly number[];
  readonly snrDb: number;
}
export interface RenderedDrive {
  readonly hz: number;
  readonly channels: readonly Float32Array[];
}

const HZ = 48_000;
/** The road is so loud, of full scale (root of the mean square). */
const ROAD = 0.02;
const BLOW_S = 0.05;
/** A blow has rung out by then, s. */
const RINGS_S = 1;

/**
 * A drive of which everything is known, to try the finding of blows on: the road, what there is beside it, and the blows.
 * The second microphone hears the blows half as loud and a millisecond later, and a road of its own.
 * @throws BadInput for a length out of bounds
 */
export function renderedDrive(
  seed: number,
  seconds: number,
  o: { readonly road: Surface; readonly beside?: Beside; readonly blows?: KnownBlows; readonly channels?: 1 | 2 },
): RenderedDrive {
  within('time', seconds, 1, 600, 's');
  const n = Math.round(seconds * HZ);
  const channels = Array.from({ length: o.channels ?? 1 }, (_, ch) => {
    const c = chanceFrom(seed * 7 + ch);
    const x = roadNoise(c, n, o.road, o.beside?.speed);
    const { gravel, wipers, speech } = o.beside ?? {};
    if (gravel) addStones(c, x, gravel);
    if (wipers) addWipers(c, x, wipers);
    if (speech) addSpeech(c, x, speech.db);
    if (o.blows) addBlows(x, o.blows, ch);
    return x.map((v) => Math.max(-1, Math.min(1, v)));
  });
  return { hz: HZ, channels };
}

const banded = (c: Chance, n: number, { fromHz, toHz }: NoiseBand): Float32Array => {
  const [high, low] = [new Biquad('high', fromHz, HZ), new Biquad('low', toHz, HZ)];
  return Float32Array.from({ length: n }, () => low.step(high.step(c.bell())));
};
const rms = (x: Float32Array): number => Math.sqrt(x.reduce((sum, v) => sum + v * v, 0) / x.length);
/** A walk that keeps coming back, one step each hundredth of a second: deviation one. */
function wander(c: Chance, n: number, holdsS: number): (i: number) => number {
  const step = HZ / 100;
  const keep = Math.exp(-0.01 / holdsS);
  const out: number[] = [c.bell()];
  for (let k = 1; k <= n / step + 2; k++) out.push(keep * out[k - 1]! + Math.sqrt(1 - keep * keep) * c.bell());
  return (i) => {
    const [k, part] = [Math.floor(i / step), (i % step) / step];
    return out[k]! * (1 - part) + out[k + 1]! * part;
  };
}

function roadNoise(c: Chance, n: number, road: Surface, speed: Beside['speed']): Float32Array {
  const x = new Float32Array(n);
  for (const b of road.bands) {
    const y = banded(c, n, b);
    const gain = b.gain / rms(y);
    const uneven = wander(c, n, 0.4);
    for (let i = 0; i < n; i++) x[i]! += gain * y[i]! * 10 ** ((road.unevenDb * uneven(i)) / 20);
  }
  if (speed) {
    const middle = (speed.from + speed.to) / 2;
    const phase = c.between(0, 2 * Math.PI);
    for (let i = 0; i < n; i++) {
      const v = middle + ((speed.to - speed.from) / 2) * Math.sin(phase + (2 * Math.PI * i) / HZ / speed.everyS);
      x[i]! *= (v / middle) ** 1.4;
    }
  }
  const gain = ROAD / rms(x);
  return x.map((v) => v * gain);
}

/** Stones are small and hard: they are over within hundredths of a second. */
function addStones(c: Chance, x: Float32Array, { perS, mostDb }: NonNullable<Beside['gravel']>): void {
  for (let t = -Math.log(1 - c.next()) / perS; t < x.length / HZ; t += -Math.log(1 - c.next()) / perS) {
    const [hz, loud, decayS] = [c.between(900, 5000), ROAD * 10 ** (c.between(-6, mostDb) / 20), c.between(0.003, 0.012)];
    const from = Math.round(t * HZ);
    for (let i = 0; i < 6 * decayS * HZ && from + i < x.length; i++)
      x[from + i]! += loud * Math.exp(-i / HZ / decayS) * Math.sin((2 * Math.PI * hz * i) / HZ);
  }
}

function addWipers(c: Chance, x: Float32Array, { everyS, db }: NonNullable<Beside['wipers']>): void {
  const swish = banded(c, x.length, { fromHz: 400, toHz: 4000, gain: 1 });
  const slap = banded(c, x.length, { fromHz: 60, toHz: 250, gain: 1 });
  const loud = ROAD * 10 ** (db / 20);
  const [a, b] = [loud / rms(swish), loud / rms(slap)];
  for (let i = 0; i < x.length; i++) {
    const part = (i / HZ / everyS) % 1;
    // At each end the blade tips over: up and down again within a tenth of a second.
    const end = Math.exp(-(((Math.min(part, 1 - part) * everyS) / 0.03) ** 2));
    x[i]! += a * swish[i]! * Math.sin(Math.PI * part) ** 2 + b * slap[i]! * end;
  }
}

/** Words: a burst or none, then a voice with two resonances that rises within hundredths of a second and holds on. */
function addSpeech(c: Chance, x: Float32Array, db: number): void {
  const out = new Float32Array(x.length);
  let at = c.between(0.1, 0.6);
  while (at < x.length / HZ) {
    const words = c.whole(2, 9);
    const pitch = c.between(95, 230);
    for (let w = 0; w < words; w++) {
      const long = c.between(0.09, 0.28);
      const [f1, f2] = [c.between(280, 800), c.between(900, 2400)];
      const rise = c.between(0.012, 0.05);
      if (c.chance(0.4)) {
        const from = Math.round((at - 0.02) * HZ);
        for (let i = 0; i < 0.012 * HZ; i++)
          if (from + i >= 0 && from + i < out.length) out[from + i]! += 0.25 * c.bell() * Math.exp(-i / (0.004 * HZ));
      }
      const from = Math.round(at * HZ);
      let [a1, a2, b1, b2, phase] = [0, 0, 0, 0, 0];
      const pole = (f: number, wide: number) => {
        const r = Math.exp((-Math.PI * wide) / HZ);
        return [2 * r * Math.cos((2 * Math.PI * f) / HZ), -r * r] as const;
      };
      const [p, q] = [pole(f1, 90), pole(f2, 130)];
      for (let i = 0; i < long * HZ && from + i < out.length; i++) {
        const t = i / HZ;
        phase += (pitch * (1 + 0.1 * Math.sin(9 * t))) / HZ;
        const pulse = phase >= 1 ? 1 : 0;
        if (pulse) phase -= 1;
        const shape = Math.min(1, t / rise) * Math.min(1, (long - t) / 0.04);
        const y1 = p[0] * a1 + p[1] * a2 + pulse;
        [a2, a1] = [a1, y1];
        const y2 = q[0] * b1 + q[1] * b2 + pulse;
        [b2, b1] = [b1, y2];
        out[from + i]! += shape * (0.05 * y1 + 0.03 * y2);
      }
      at += long + c.between(0.02, 0.12);
    }
    at += c.between(0.3, 2);
  }
  const voiced = out.filter((v) => Math.abs(v) > 1e-4);
  const gain = (ROAD * 10 ** (db / 20)) / Math.max(1e-9, rms(voiced));
  for (let i = 0; i < x.length; i++) x[i]! += gain * out[i]!;
}

/** From 40 Hz up, as what is watched: what lies lower is felt, not heard. */
const heard = (x: Float32Array): Float32Array => {
  const high = new Biquad('high', 40, HZ);
  return x.map((v) => high.step(v));
};

function addBlows(x: Float32Array, { of, atS, snrDb }: KnownBlows, channel: number): void {
  const one = struckSound(of, [{ atS: 0, strength: 1 }], RINGS_S, HZ);
  const gain = (rms(heard(x)) * 10 ** (snrDb / 20)) / rms(heard(one).subarray(0, Math.round(BLOW_S * HZ)));
  for (const t of atS) {
    const from = Math.round((t + 0.001 * channel) * HZ);
    for (let i = 0; i < one.length && from + i < x.length; i++) x[from + i]! += (channel ? 0.5 : 1) * gain * one[i]!;
  }
}
