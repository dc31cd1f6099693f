import { positive } from '../error';
import { trimmed } from '../units';

/** A wrench size. */
export interface HexSize {
  /** "14", "9/16". */
  readonly name: string;
  readonly system: 'metric' | 'inch';
  readonly mm: number;
}

const METRIC = [4, 5, 5.5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24, 27, 30, 32];
const INCH: readonly [string, number][] = [
  ['3/16', 3 / 16],
  ['1/4', 1 / 4],
  ['5/16', 5 / 16],
  ['11/32', 11 / 32],
  ['3/8', 3 / 8],
  ['7/16', 7 / 16],
  ['1/2', 1 / 2],
  ['9/16', 9 / 16],
  ['5/8', 5 / 8],
  ['11/16', 11 / 16],
  ['3/4', 3 / 4],
  ['13/16', 13 / 16],
  ['7/8', 7 / 8],
  ['15/16', 15 / 16],
  ['1', 1],
  ['1 1/16', 17 / 16],
  ['1 1/8', 9 / 8],
  ['1 1/4', 5 / 4],
];
export const HEX_SIZES: readonly HexSize[] = [
  ...METRIC.map((mm): HexSize => ({ name: String(mm), system: 'metric', mm })),
  ...INCH.map(([name, inch]): HexSize => ({ name, system: 'inch', mm: inch * 25.4 })),
];

/** Two sizes that are the same but for rounding, mm. */
const SAME_MM = 0.01;

/** A wrench size as it stands on the wrench: "19 mm", and "3/4 in" for what is no size in millimetres. */
export function sayHex(mm: number): string {
  const inch = HEX_SIZES.find((h) => h.system === 'inch' && Math.abs(h.mm - mm) < SAME_MM);
  const metric = METRIC.some((m) => Math.abs(m - mm) < SAME_MM);
  return inch && !metric ? `${inch.name} in` : `${trimmed(mm, 2)} mm`;
}

export interface HexCandidate {
  readonly size: HexSize;
  readonly share: number;
  /** The neighbour of the other system a wrench of which goes on too: named so that it is not used. */
  readonly lookAlike?: string;
}

/** Nuts and heads are made at or under their size: by up to so much, mm (ISO 4759-1 class A and B, roughly; from memory). */
const under = (mm: number): number => (mm <= 6 ? 0.18 : mm <= 10 ? 0.22 : mm <= 18 ? 0.27 : mm <= 30 ? 0.6 : 0.8);

/**
 * Which hex a caliper reading across flats may be: flat within what nuts are made to, Gaussian outside it in
 * units of the reading's own standard uncertainty.
 * @param acrossMm reading across flats, mm; @param uMm its standard uncertainty
 * @returns best first, shares above 1 %; empty when nothing is within six uncertainties.
 */
export function findHex(acrossMm: number, uMm: number): HexCandidate[] {
  positive('width across flats', acrossMm, 'mm');
  positive('uncertainty of the width', uMm, 'mm');
  const scored = HEX_SIZES.map((size) => {
    const off = Math.max(0, size.mm - under(size.mm) - acrossMm, acrossMm - size.mm) / uMm;
    // A width in the middle of what is made is no better than one at its edge, but a narrow band says more.
    return { size, off, like: Math.exp((-off * off) / 2) / under(size.mm) };
  }).filter((c) => c.off <= 6);
  const total = scored.reduce((a, c) => a + c.like, 0);
  return scored
    .map(({ size, like }) => {
      const near = HEX_SIZES.find((h) => h.system !== size.system && Math.abs(h.mm - size.mm) < 0.025 * size.mm);
      return { size, share: like / total, ...(near ? { lookAlike: near.name } : {}) };
    })
    .filter((c) => c.share > 0.01)
    .sort((a, b) => b.share - a.share);
}
