import type { Likeness } from '../diagnosis';
import { driven, knocksOf, meetings, USUAL_BODY, type HalfCar, type Road, type Strike } from '../knock';
import { within } from '../error';
import { chanceFrom } from '../numeric';
import { MADE_HZ, noise, SAFE, safeToPlay, struckSound, type Blow, type Struck } from './modes';

/** Each sound lasts so long, s. */
export const LIKE_SECONDS = 3;

/** An ordinary front axle (invented): what the sounds are driven with. */
export const EVERYDAY_CAR: HalfCar = {
  ...USUAL_BODY,
  trackM: 1.5,
  barNPerM: 78_000,
  motionRatio: 0.6,
  lashM: 1.2e-3,
};

/** A patched lane: low bumps under the left wheel, a few under the right one, as a seed lays them. */
export function patchedLane(seed: number, lengthM: number): Road {
  within('length of the lane', lengthM, 0, 5000, 'm');
  const c = chanceFrom(seed);
  const lay = (every: number) => {
    const bumps = [];
    for (let at = c.between(0.3, 1); at < lengthM; at += c.between(every * 0.6, every * 1.5))
      bumps.push({ atM: at, lengthM: c.between(0.2, 0.6), heightM: c.between(0.008, 0.022) });
    return bumps;
  };
  return { left: lay(1.8), right: lay(4) };
}

/**
 * What is struck, and how it rings (common practice, no source): rubber is low and short, a stud in its socket higher and
 * harder, sheet metal high and long.
 */
export const RUBBER: Struck = {
  contactS: 0.004,
  modes: [
    { hz: 85, decayS: 0.14, gain: 0.7 },
    { hz: 160, decayS: 0.1, gain: 1 },
    { hz: 260, decayS: 0.07, gain: 0.6 },
  ],
};
/** Metal on metal that rings on: what is loose and hard. */
export const METAL: Struck = {
  contactS: 0.0003,
  modes: [
    { hz: 430, decayS: 0.16, gain: 0.5 },
    { hz: 960, decayS: 0.22, gain: 1 },
    { hz: 1850, decayS: 0.2, gain: 0.8 },
    { hz: 2900, decayS: 0.12, gain: 0.4 },
  ],
};
const STUD: Struck = {
  contactS: 0.0006,
  modes: [
    { hz: 145, decayS: 0.09, gain: 0.8 },
    { hz: 430, decayS: 0.07, gain: 1 },
    { hz: 960, decayS: 0.05, gain: 0.7 },
    { hz: 1850, decayS: 0.035, gain: 0.35 },
  ],
};
const GROMMET: Struck = {
  contactS: 0.002,
  modes: [
    { hz: 120, decayS: 0.1, gain: 0.7 },
    { hz: 310, decayS: 0.07, gain: 1 },
    { hz: 640, decayS: 0.05, gain: 0.5 },
  ],
};
const SHEET: Struck = {
  contactS: 0.0002,
  modes: [
    { hz: 610, decayS: 0.3, gain: 0.5 },
    { hz: 1340, decayS: 0.35, gain: 1 },
    { hz: 2380, decayS: 0.3, gain: 0.8 },
    { hz: 3150, decayS: 0.22, gain: 0.5 },
  ],
};
const COIL: Struck = {
  contactS: 0.0008,
  modes: [
    { hz: 95, decayS: 0.15, gain: 1 },
    { hz: 265, decayS: 0.6, gain: 0.7 },
    { hz: 540, decayS: 0.7, gain: 0.6 },
    { hz: 1130, decayS: 0.5, gain: 0.4 },
    { hz: 2290, decayS: 0.3, gain: 0.2 },
  ],
};

/** Blows of a link with lash on a patched lane: when the bar's end strikes, as hard as it does, the hardest 1. */
export function lashBlows(seed: number, lashM: number, seconds = LIKE_SECONDS, speedMPerS = 5): Blow[] {
  const car = { ...EVERYDAY_CAR, lashM };
  const knocks = knocksOf(meetings(car, driven(car, patchedLane(seed, speedMPerS * seconds), speedMPerS, seconds)).strikes);
  const hardest = Math.max(1e-9, ...knocks.map((k) => Math.abs(k.speedMPerS)));
  return knocks.map((k) => ({ atS: k.atS, strength: Math.abs(k.speedMPerS) / hardest }));
}

/** A blow as fast as this is as loud as anything is played, m/s. */
const LOUDEST_MPS = 1;

/**
 * How the blows of a link with lash sound, so that two can be compared: as loud as they meet fast, up to what is safe. Every
 * meeting is in it, also those that are heard as one.
 * @param seconds of sound
 */
export function strikesSound(strikes: readonly Strike[], seconds: number): Float32Array {
  const blows = strikes.map((c) => ({ atS: c.atS, strength: Math.abs(c.speedMPerS) / LOUDEST_MPS }));
  const one = struckSound(STUD, [{ atS: 0, strength: 1 }], 0.2);
  const gain = SAFE.peak / Math.max(...one.map(Math.abs));
  const x = struckSound(STUD, blows, seconds).map((v) => v * gain);
  const peak = x.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  return peak > SAFE.peak ? safeToPlay(x) : x;
}

/** A dry joint that sticks and slips: a voice whose pitch wanders with how fast it is rubbed. */
function stickSlip(seed: number, seconds: number, hz: number): Float32Array {
  const c = chanceFrom(seed);
  const n = Math.round(seconds * hz);
  const out = new Float32Array(n);
  let phase = 0;
  let [from, until, level, pitch] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const t = i / hz;
    if (t >= until) {
      // The body sways: a rub up, a pause, a rub down.
      from = t + c.between(0.08, 0.3);
      until = from + c.between(0.18, 0.4);
      pitch = c.between(620, 900);
      level = c.between(0.6, 1);
    }
    const part = (t - from) / (until - from);
    if (part < 0) continue;
    const rub = Math.sin(Math.PI * part);
    phase += (pitch * (0.85 + 0.3 * rub)) / hz;
    // A relaxation: slow to load, quick to slip, so every harmonic is there.
    const saw = 2 * (phase - Math.floor(phase)) - 1;
    out[i] = level * rub * rub * (0.6 * Math.sin(2 * Math.PI * phase) + 0.25 * saw);
  }
  return out;
}

/** A bearing that is rough: a low note at the rate of its balls, swelling with each turn of the wheel. */
function rolling(seed: number, seconds: number, hz: number): Float32Array {
  const rough = noise(seed, Math.round(seconds * hz));
  const out = new Float32Array(rough.length);
  const [turn, balls] = [7.5, 78];
  let low = 0;
  let lower = 0;
  for (let i = 0; i < out.length; i++) {
    const t = i / hz;
    const swell = 0.65 + 0.35 * Math.sin(2 * Math.PI * turn * t);
    // Noise below some 300 Hz (two poles), and the note with its octave.
    low += 0.075 * (rough[i]! - low);
    lower += 0.075 * (low - lower);
    out[i] = swell * (0.5 * Math.sin(2 * Math.PI * balls * t) + 0.25 * Math.sin(4 * Math.PI * balls * t) + 2.2 * lower);
  }
  return out;
}

const added = (a: Float32Array, b: Float32Array, gain: number): Float32Array => a.map((x, i) => x + gain * (b[i] ?? 0));

const MAKERS: Readonly<Record<Likeness, (seed: number) => Float32Array>> = {
  'soft thud': (seed) => struckSound(RUBBER, lashBlows(seed, 2.2e-3), LIKE_SECONDS),
  'hard knock': (seed) => struckSound(STUD, lashBlows(seed, 0.9e-3), LIKE_SECONDS),
  // A sleeve between two grommets: it meets one, then the other.
  'double clack': (seed) => {
    const once = lashBlows(seed, 1.6e-3);
    const again = once.map((b) => ({ atS: b.atS + 0.045, strength: 0.6 * b.strength }));
    return struckSound(GROMMET, [...once, ...again], LIKE_SECONDS);
  },
  // Shaken by an engine that idles, twice a turn, and never quite evenly.
  'tinny buzz': (seed) => {
    const c = chanceFrom(seed);
    const blows: Blow[] = [];
    for (let t = 0; t < LIKE_SECONDS; t += (1 / 26) * c.between(0.82, 1.18)) blows.push({ atS: t, strength: c.between(0.25, 1) });
    return struckSound(SHEET, blows, LIKE_SECONDS);
  },
  'dry squeak': (seed) => stickSlip(seed, LIKE_SECONDS, MADE_HZ),
  'rolling hum': (seed) => rolling(seed, LIKE_SECONDS, MADE_HZ),
  // The stub lets go of its seat, and the coils ring against each other behind it.
  'bang and ring': (seed) => {
    const bangs = lashBlows(seed, 4e-3).filter((b) => b.strength > 0.35);
    const ring = bangs.flatMap((b) =>
      [0.06, 0.11, 0.19].map((dt, i) => ({ atS: b.atS + dt, strength: (b.strength * 0.4) / (i + 1) })),
    );
    return added(struckSound(COIL, bangs, LIKE_SECONDS), struckSound({ ...COIL, contactS: 0.0003 }, ring, LIKE_SECONDS), 0.7);
  },
};

/**
 * A sound to point at, made from the model: mono at `MADE_HZ`, three seconds, safe to play.
 * @param seed another one lays another lane
 */
export function likeness(of: Likeness, seed = 1): Float32Array {
  return safeToPlay(MAKERS[of](seed));
}
