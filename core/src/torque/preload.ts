import { BadInput, finite, positive } from '../error';
import { NM_PER_LBF_FT } from '../units';
import { proofLoadN, type PropertyClass, type Thread } from '../thread';

/** A bolted joint seen from its nut. Lengths in mm. */
export interface Bearing {
  /** Outer diameter of the bearing face, D_o. */
  readonly outerMm: number;
  /** Hole under it, d_h. */
  readonly holeMm: number;
}

/** N·m of torque per N of preload: P/2π + 0.577 μ_th d2 + μ_b (D_o + d_h)/4, all in mm, over 1000. */
function torquePerNewton(thread: Thread, bearing: Bearing, muThread: number, muBearing: number): number {
  finite('thread friction', muThread);
  finite('bearing friction', muBearing);
  if (muThread < 0 || muThread > 1) throw new BadInput('thread friction', 'must be between 0 and 1', muThread);
  if (muBearing < 0 || muBearing > 1) throw new BadInput('bearing friction', 'must be between 0 and 1', muBearing);
  positive('bearing diameter', bearing.outerMm, 'mm');
  positive('hole diameter', bearing.holeMm, 'mm');
  if (bearing.holeMm >= bearing.outerMm)
    throw new BadInput('hole diameter', 'must be smaller than the bearing face', bearing.holeMm);
  return (
    (thread.pitchMm / (2 * Math.PI) +
      0.577 * muThread * thread.pitchDiameterMm +
      (muBearing * (bearing.outerMm + bearing.holeMm)) / 4) /
    1000
  );
}

/**
 * Tightening torque for a preload (Motosh 1976; VDI 2230-1; ISO 16047):
 * T = F [P/2π + 0.577 μ_th d2 + μ_b (D_o + d_h)/4] + prevailing torque.
 * @param preloadN F, N
 * @param prevailingNm torque a self-locking nut takes to turn unloaded, N·m
 * @returns torque, N·m
 */
export function torqueForPreloadNm(
  preloadN: number,
  thread: Thread,
  bearing: Bearing,
  muThread: number,
  muBearing: number,
  prevailingNm = 0,
): number {
  positive('preload', preloadN, 'N');
  finite('prevailing torque', prevailingNm);
  if (prevailingNm < 0) throw new BadInput('prevailing torque', 'must be 0 N·m or more', prevailingNm);
  return preloadN * torquePerNewton(thread, bearing, muThread, muBearing) + prevailingNm;
}

/**
 * Preload in N that a torque leaves, by the same relation.
 * @throws BadInput when the prevailing torque eats all of it.
 */
export function preloadForTorqueN(
  torqueNm: number,
  thread: Thread,
  bearing: Bearing,
  muThread: number,
  muBearing: number,
  prevailingNm = 0,
): number {
  positive('torque', torqueNm, 'N·m');
  finite('prevailing torque', prevailingNm);
  if (torqueNm <= prevailingNm) throw new BadInput('torque', `must be more than the nut's own ${prevailingNm} N·m`, torqueNm);
  return (torqueNm - prevailingNm) / torquePerNewton(thread, bearing, muThread, muBearing);
}

export const THREAD_CONDITIONS = ['dry', 'oiled', 'anti-seize', 'threadlocker'] as const;
export type ThreadCondition = (typeof THREAD_CONDITIONS)[number];

/**
 * Friction of thread and bearing face by condition, as a range: VDI 2230-1 table A5 classes
 * A 0.04–0.10, B 0.08–0.16, C 0.14–0.24 (from memory); which class a condition falls in is
 * common practice, no source.
 */
export const FRICTION: Record<ThreadCondition, readonly [number, number]> = {
  'anti-seize': [0.08, 0.12],
  oiled: [0.08, 0.16],
  threadlocker: [0.1, 0.2],
  dry: [0.14, 0.24],
};

/** A usual bearing face for a hex nut: 1.5 d outside, 1.1 d hole (common practice, no source). */
export function usualBearing(thread: Thread): Bearing {
  return { outerMm: 1.5 * thread.majorMm, holeMm: 1.1 * thread.majorMm };
}

export interface PreloadBand {
  readonly minN: number;
  readonly maxN: number;
  /** The same as fractions of the proof load. */
  readonly minOfProof: number;
  readonly maxOfProof: number;
}

/** The preload a torque leaves in a condition, as a band over its friction range. */
export function preloadBand(
  torqueNm: number,
  thread: Thread,
  cls: PropertyClass,
  condition: ThreadCondition,
  bearing = usualBearing(thread),
): PreloadBand {
  const [lo, hi] = FRICTION[condition];
  const proof = proofLoadN(thread, cls);
  const maxN = preloadForTorqueN(torqueNm, thread, bearing, lo, lo);
  const minN = preloadForTorqueN(torqueNm, thread, bearing, hi, hi);
  return { minN, maxN, minOfProof: minN / proof, maxOfProof: maxN / proof };
}

/**
 * The torque that leaves the same preload in another condition than the value was published for:
 * ratio of the two friction ranges' middles, since only the condition changes.
 * @returns N·m at the middle of the friction range, and the band at its ends.
 */
export function sameCompressionNm(
  torqueNm: number,
  thread: Thread,
  stated: ThreadCondition,
  inHand: ThreadCondition,
  bearing = usualBearing(thread),
) {
  const mid = ([a, b]: readonly [number, number]) => (a + b) / 2;
  const preload = preloadForTorqueN(torqueNm, thread, bearing, mid(FRICTION[stated]), mid(FRICTION[stated]));
  const at = (mu: number) => torqueForPreloadNm(preload, thread, bearing, mu, mu);
  const [lo, hi] = FRICTION[inHand];
  return { torqueNm: at((lo + hi) / 2), minNm: at(lo), maxNm: at(hi), preloadN: preload };
}

export interface Plausibility {
  readonly verdict: 'plausible' | 'low' | 'high';
  readonly band: PreloadBand;
  /** A unit in which the same figure would be plausible; nothing is changed by itself. */
  readonly didYouMean?: string;
}

/**
 * Does a figure make sense for a thread? Too high when even the roughest dry thread is stretched
 * past proof load, too low when even a slippery one stays under a tenth of it (bounds: common
 * practice, no source). If the same figure read in another unit is plausible, that unit is named.
 * @param value the figure as written
 * @param unit "N·m", "lbf·ft" or "lbf·in"
 */
export function plausibility(
  value: number,
  unit: 'N·m' | 'lbf·ft' | 'lbf·in',
  thread: Thread,
  cls: PropertyClass,
  condition: ThreadCondition = 'dry',
): Plausibility {
  const factors = { 'N·m': 1, 'lbf·ft': NM_PER_LBF_FT, 'lbf·in': NM_PER_LBF_FT / 12 } as const;
  positive('torque', value, unit);
  const judge = (nm: number): { verdict: Plausibility['verdict']; band: PreloadBand } => {
    const band = preloadBand(nm, thread, cls, condition);
    const verdict = band.minOfProof > 1 ? 'high' : band.maxOfProof < 0.1 ? 'low' : 'plausible';
    return { verdict, band };
  };
  const own = judge(value * factors[unit]);
  if (own.verdict === 'plausible') return own;
  const other = (Object.keys(factors) as (keyof typeof factors)[]).find(
    (u) => u !== unit && judge(value * factors[u]).verdict === 'plausible',
  );
  return other ? { ...own, didYouMean: other } : own;
}
