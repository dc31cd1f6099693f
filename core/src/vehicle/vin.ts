import { within, own } from '../error';
/**
 * Vehicle identification number: check digit and model year by 49 CFR 565.
 * A failed digit only ever warns: not every market uses it, and several same-value swaps go unseen.
 */
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2] as const;
const VALUES: Record<string, number> = {
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
};
/** Year letters in order from 1980: no I, O, Q, U, Z and no 0. */
const YEARS = 'ABCDEFGHJKLMNPRSTVWXY123456789';

export interface VinReading {
  /** Upper case, without spaces. */
  readonly vin: string;
  /** Hard faults: the text cannot be a VIN as it stands. Each is a sentence. */
  readonly faults: readonly string[];
  /** Soft ones: it may be one from another market. */
  readonly warnings: readonly string[];
  readonly checkDigitOk: boolean;
  /** Possible model years, newest first; one only where place 7 tells (light vehicles, North America). */
  readonly modelYears: readonly number[];
}

/** The check digit 49 CFR 565.15(c) gives for 17 characters: "0".."9" or "X"; undefined when a character has no value. */
export function vinCheckDigit(vin: string): string | undefined {
  let sum = 0;
  for (let i = 0; i < 17; i++) {
    const c = vin[i] ?? '';
    const v = /\d/.test(c) ? Number(c) : own(VALUES, c);
    if (v === undefined) return undefined;
    sum += v * WEIGHTS[i]!;
  }
  const r = sum % 11;
  return r === 10 ? 'X' : String(r);
}

/**
 * Reads a VIN as typed. What is wrong with it comes back as sentences; @throws BadInput only for a year that is none.
 * @param newestYear the latest model year that can exist, e.g. next year
 */
export function readVin(text: string, newestYear: number): VinReading {
  within('newest model year', newestYear, 1980, 2200);
  const vin = text.toUpperCase().replace(/[\s-]/g, '');
  const faults: string[] = [];
  const warnings: string[] = [];
  if (vin.length !== 17) faults.push(`A VIN has 17 characters; this has ${vin.length}.`);
  const barred = [...new Set(vin.match(/[IOQ]/g) ?? [])];
  if (barred.length) faults.push(`A VIN never has ${barred.join(' or ')}: read it again for 1 or 0.`);
  const strange = [...new Set(vin.match(/[^A-Z0-9]/g) ?? [])];
  if (strange.length) faults.push(`A VIN has only letters and digits; this has “${strange.join('')}”.`);
  const expected = vin.length === 17 ? vinCheckDigit(vin) : undefined;
  const checkDigitOk = expected !== undefined && vin[8] === expected;
  if (expected !== undefined && !checkDigitOk) {
    warnings.push(
      `The check digit (place 9) is ${vin[8]}, the sum gives ${expected}. Read it again; some markets do not use it.`,
    );
  }
  const place = YEARS.indexOf(vin[9] ?? '');
  if (vin.length === 17 && place < 0) warnings.push(`Place 10 is ${vin[9]}, which stands for no model year.`);
  const modelYears: number[] = [];
  if (vin.length === 17 && place >= 0) {
    for (let y = 1980 + place; y <= newestYear; y += 30) modelYears.unshift(y);
    // 49 CFR 565.15(d): place 7 a digit → 1980–2009, a letter → 2010–2039, light vehicles only.
    if (checkDigitOk && /[1-5]/.test(vin[0]!) && modelYears.length > 1) {
      const late = /[A-Z]/.test(vin[6]!);
      const left = modelYears.filter((y) => (late ? y >= 2010 : y < 2010));
      if (left.length) modelYears.splice(0, modelYears.length, ...left);
    }
  }
  return { vin, faults, warnings, checkDigitOk, modelYears };
}
