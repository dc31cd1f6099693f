import { chanceFrom } from '../numeric';
import type { Side } from '../vehicle';
import { within } from '../error';
import { lashBlows, METAL, RUBBER } from './like';
import { noise, struckSound } from './modes';
import type { Microphone } from './recording';

/** The stand-in for a set of two clip-on microphones, driven over a patched lane with a vehicle that is none. */
export interface SimulatedDrive {
  readonly hz: number;
  readonly channels: readonly Float32Array[];
  readonly places: readonly Microphone[];
}

const HZ = 48_000;
/** The far microphone hears it so much later, s, and so much softer (choices; common practice, no source). */
const LATER_S = [0.0009, 0.0018] as const;
const SOFTER = 0.45;
/** Pieces that the lane is driven in, s. */
const PIECE_S = 15;

/**
 * What the stand-in hears: blows of a link with lash, of metal or of rubber, on one side, over the rumble of the road.
 * @param o how long, s (up to 120); which side; the lash, mm; how loud, 1 as it is before any work
 */
export function simulatedDrive(
  seed: number,
  o: {
    readonly seconds: number;
    readonly side: Side;
    readonly lashMm: number;
    readonly rings: boolean;
    readonly loud?: number;
  },
): SimulatedDrive {
  within('time', o.seconds, 1, 120, 's');
  within('play', o.lashMm, 0, 6, 'mm');
  const c = chanceFrom(seed);
  const later = c.between(...LATER_S);
  const n = Math.round(o.seconds * HZ);
  const channels = [0, 1].map((k) => rumble(seed + k, n));
  for (let at = 0; at < o.seconds; at += PIECE_S) {
    const long = Math.min(PIECE_S, o.seconds - at);
    const blows = o.lashMm > 0 ? lashBlows(seed + Math.round(at), o.lashMm / 1000, long) : [];
    (['left', 'right'] as const).forEach((side, k) => {
      const near = side === o.side;
      const heard = blows.map((b) => ({ atS: b.atS + (near ? 0 : later), strength: b.strength }));
      const x = struckSound(o.rings ? METAL : RUBBER, heard, long, HZ);
      const gain = 0.3 * (o.loud ?? 1) * (near ? 1 : SOFTER);
      const from = Math.round(at * HZ);
      for (let i = 0; i < x.length && from + i < n; i++) channels[k]![from + i]! += gain * x[i]!;
    });
  }
  const clipped = channels.map((x) => x.map((v) => Math.max(-0.98, Math.min(0.98, v))));
  return { hz: HZ, channels: clipped, places: ['left front', 'right front'] };
}

/** The road: noise that is all low. */
function rumble(seed: number, n: number): Float32Array {
  const x = noise(seed, n);
  let low = 0;
  for (let i = 0; i < n; i++) {
    low += 0.02 * (x[i]! - low);
    x[i] = 0.03 * low + 0.0012 * x[i]!;
  }
  return x;
}
