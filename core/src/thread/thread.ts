import { BadInput, positive, own } from '../error';

/** A screw thread. Lengths in mm. */
export interface Thread {
  /** "M10×1.5", "3/8-16". */
  readonly name: string;
  readonly system: 'metric' | 'unified';
  readonly majorMm: number;
  readonly pitchMm: number;
  /** Pitch diameter d2. */
  readonly pitchDiameterMm: number;
  /** Tensile stress area. */
  readonly stressAreaMm2: number;
  /** Limits of the outside diameter of a bolt as made (6g, 2A). */
  readonly outsideMinMm: number;
  readonly outsideMaxMm: number;
}

/** Tolerance of the outside diameter, grade 6, µm by pitch: ISO 965-1 table (values from memory). */
const TD6_UM: Record<string, number> = {
  '0.5': 106,
  '0.7': 140,
  '0.75': 140,
  '0.8': 150,
  '1': 180,
  '1.25': 212,
  '1.5': 236,
  '1.75': 265,
  '2': 280,
  '2.5': 335,
  '3': 375,
};

/**
 * ISO metric thread from its outside diameter and pitch (mm).
 * d2 = d − 0.649519 P, d3 = d − 1.226869 P (ISO 724), A_s = π/4 ((d2+d3)/2)² (ISO 898-1).
 * Outside-diameter limits for 6g: es = −(15 + 11 P) µm (ISO 965-1), T_d from its table (from memory).
 * @throws BadInput when the pitch is not smaller than the diameter allows.
 */
export function metricThread(majorMm: number, pitchMm: number): Thread {
  positive('thread diameter', majorMm, 'mm');
  positive('thread pitch', pitchMm, 'mm');
  if (pitchMm * 1.226869 >= majorMm) throw new BadInput('thread pitch', `is too coarse for M${majorMm}`, pitchMm);
  const d2 = majorMm - 0.649519 * pitchMm;
  const d3 = majorMm - 1.226869 * pitchMm;
  const esMm = -(15 + 11 * pitchMm) / 1000;
  const tdMm = (own(TD6_UM, String(pitchMm)) ?? 180 * pitchMm ** (2 / 3) - 3.15 / Math.sqrt(pitchMm)) / 1000;
  return {
    name: `M${majorMm}×${pitchMm}`,
    system: 'metric',
    majorMm,
    pitchMm,
    pitchDiameterMm: d2,
    stressAreaMm2: (Math.PI / 4) * ((d2 + d3) / 2) ** 2,
    outsideMaxMm: majorMm + esMm,
    outsideMinMm: majorMm + esMm - tdMm,
  };
}

/**
 * Unified thread from its diameter in inches and threads per inch.
 * A_t = π/4 (D − 0.9743/n)² and the 2A limits of the outside diameter: ASME B1.1
 * (T_d = 0.060 P^⅔, allowance 0.3 × T_d2 with T_d2 = 0.0015 D^⅓ + 0.0015 √D + 0.015 P^⅔; from memory).
 */
export function unifiedThread(majorIn: number, threadsPerInch: number, name: string): Thread {
  positive('thread diameter', majorIn, 'in');
  positive('threads per inch', threadsPerInch);
  const p = 1 / threadsPerInch;
  const td2 = 0.0015 * Math.cbrt(majorIn) + 0.0015 * Math.sqrt(majorIn) + 0.015 * p ** (2 / 3);
  const max = majorIn - 0.3 * td2;
  const min = max - 0.06 * p ** (2 / 3);
  return {
    name,
    system: 'unified',
    majorMm: majorIn * 25.4,
    pitchMm: p * 25.4,
    pitchDiameterMm: (majorIn - 0.649519 * p) * 25.4,
    stressAreaMm2: (Math.PI / 4) * (majorIn - 0.9743 / threadsPerInch) ** 2 * 25.4 ** 2,
    outsideMaxMm: max * 25.4,
    outsideMinMm: min * 25.4,
  };
}

const METRIC: readonly [number, number][] = [
  [6, 1],
  [8, 1.25],
  [8, 1],
  [10, 1.5],
  [10, 1.25],
  [10, 1],
  [12, 1.75],
  [12, 1.5],
  [12, 1.25],
  [14, 2],
  [14, 1.5],
  [16, 2],
  [16, 1.5],
  [18, 1.5],
  [20, 2.5],
  [20, 1.5],
];
const UNIFIED: readonly [string, number, number][] = [
  ['1/4-20', 1 / 4, 20],
  ['1/4-28', 1 / 4, 28],
  ['5/16-18', 5 / 16, 18],
  ['5/16-24', 5 / 16, 24],
  ['3/8-16', 3 / 8, 16],
  ['3/8-24', 3 / 8, 24],
  ['7/16-14', 7 / 16, 14],
  ['7/16-20', 7 / 16, 20],
  ['1/2-13', 1 / 2, 13],
  ['1/2-20', 1 / 2, 20],
  ['9/16-12', 9 / 16, 12],
  ['9/16-18', 9 / 16, 18],
  ['5/8-11', 5 / 8, 11],
  ['5/8-18', 5 / 8, 18],
];

/** The threads met on a vehicle's chassis, coarse and fine, both systems. */
export const THREADS: readonly Thread[] = [
  ...METRIC.map(([d, p]) => metricThread(d, p)),
  ...UNIFIED.map(([name, d, n]) => unifiedThread(d, n, name)),
];

/** Threads met on links, brackets and bars, most usual first (common practice, no source). */
export const COMMON_THREADS = ['M10×1.25', 'M12×1.25', 'M8×1.25', 'M10×1.5', 'M12×1.5', 'M12×1.75', '3/8-24', '7/16-20'] as const;

/** Pairs a caliper alone easily confuses (common practice, no source). */
export const LOOK_ALIKES: readonly [string, string][] = [
  ['M10×1.5', '3/8-16'],
  ['M12×1.25', '1/2-20'],
  ['M8×1.25', '5/16-18'],
  ['M14×1.5', '9/16-18'],
  ['M12×1.75', '1/2-13'],
];

/**
 * Reads a thread's name: "M10x1.25", "M 10 × 1,5", "M10" (coarse), "3/8-16".
 * @throws BadInput when it is no thread this program knows.
 */
export function parseThread(text: string, field = 'thread'): Thread {
  const t = text.trim().toUpperCase().replace(/\s+/g, '').replace(/[X*]/g, '×').replace(',', '.');
  const metric = /^M(\d+(?:\.\d+)?)(?:×(\d+(?:\.\d+)?))?$/.exec(t);
  if (metric) {
    const d = Number(metric[1]);
    const pitch = metric[2] ? Number(metric[2]) : METRIC.find(([m]) => m === d)?.[1];
    if (pitch === undefined) throw new BadInput(field, 'needs its pitch, as in M10×1.25', text);
    return metricThread(d, pitch);
  }
  const unified = THREADS.find((x) => x.system === 'unified' && x.name === t.replace(/(UNC|UNF)$/, ''));
  if (unified) return unified;
  throw new BadInput(field, 'must be like M10×1.25 or 3/8-16', text);
}

/** Bolt property classes with their proof stress. */
export const PROPERTY_CLASSES = ['8.8', '10.9', 'grade 5', 'grade 8'] as const;
export type PropertyClass = (typeof PROPERTY_CLASSES)[number];

/**
 * Proof stress in MPa: ISO 898-1 table 3 (8.8: 580 to d 16, 600 above; 10.9: 830);
 * SAE J429 (grade 5: 85 ksi to 1 in, 74 above; grade 8: 120 ksi; from memory).
 */
export function proofStressMPa(cls: PropertyClass, majorMm: number): number {
  positive('thread diameter', majorMm, 'mm');
  const ksi = 6.894757293168;
  switch (cls) {
    case '8.8':
      return majorMm <= 16 ? 580 : 600;
    case '10.9':
      return 830;
    case 'grade 5':
      return (majorMm <= 25.4 ? 85 : 74) * ksi;
    case 'grade 8':
      return 120 * ksi;
  }
}

/** Proof load in N: proof stress × stress area. Tables (ISO 898-1) round the product; within 0.4 %. */
export function proofLoadN(thread: Thread, cls: PropertyClass): number {
  return proofStressMPa(cls, thread.majorMm) * thread.stressAreaMm2;
}

/** Pitch in mm from a length measured over n crests: length/(n−1). */
export function pitchFromCrests(lengthMm: number, crests: number): number {
  positive('length over crests', lengthMm, 'mm');
  if (!Number.isInteger(crests) || crests < 2)
    throw new BadInput('number of crests', 'must be a whole number of 2 or more', crests);
  return lengthMm / (crests - 1);
}

export interface ThreadCandidate {
  readonly thread: Thread;
  /** Share of the likelihood among all candidates, 0..1. */
  readonly share: number;
  /** The look-alike to rule out with a thread gauge, where there is one. */
  readonly lookAlike?: string;
}

/**
 * Which threads a caliper reading may be: each is scored by how far the outside diameter lies
 * outside its tolerance limits and how far the pitch lies from nominal, in units of the reading's own
 * standard uncertainty (Gaussian outside the limits, flat inside them).
 * @param outsideMm outside diameter over the crests
 * @param uOutsideMm its standard uncertainty
 * @param pitchMm pitch, when it was measured
 * @param uPitchMm its standard uncertainty
 * @returns best first, shares above 1 %; empty when nothing is within six uncertainties.
 */
export function findThread(outsideMm: number, uOutsideMm: number, pitchMm?: number, uPitchMm = 0.03): ThreadCandidate[] {
  positive('outside diameter', outsideMm, 'mm');
  positive('uncertainty of the diameter', uOutsideMm, 'mm');
  positive('uncertainty of the pitch', uPitchMm, 'mm');
  if (pitchMm !== undefined) positive('pitch', pitchMm, 'mm');
  const scored = THREADS.map((thread) => {
    const off = Math.max(0, thread.outsideMinMm - outsideMm, outsideMm - thread.outsideMaxMm) / uOutsideMm;
    const offPitch = pitchMm === undefined ? 0 : (pitchMm - thread.pitchMm) / uPitchMm;
    return { thread, off, offPitch, like: Math.exp(-(off * off + offPitch * offPitch) / 2) };
  }).filter((c) => c.off <= 6 && Math.abs(c.offPitch) <= 6);
  const total = scored.reduce((s, c) => s + c.like, 0);
  return scored
    .map(({ thread, like }) => {
      const pair = LOOK_ALIKES.find((p) => p.includes(thread.name));
      const lookAlike = pair?.find((n) => n !== thread.name);
      return { thread, share: total > 0 ? like / total : 0, ...(lookAlike ? { lookAlike } : {}) };
    })
    .filter((c) => c.share > 0.01)
    .sort((a, b) => b.share - a.share);
}
