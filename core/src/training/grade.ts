import { within } from '../error';
import {
  buildCase,
  elsewhereChecks,
  weighCase,
  type ElsewhereCheckId,
  type Fault,
  type OtherFault,
  type SuspectsTable,
} from '../diagnosis';
import { checksOf, partsOf, type CheckId } from '../joint';
import { lot } from './lot';
import { practiceVehicle } from './practice-vehicle';
import { caseOfTruth, drawTruth, type Truth } from './truth';
import type { Side, VehicleTypeSpec } from '../vehicle';

/** How hard a practice vehicle is, from the easiest fifth of those that come in to the hardest. */
export const PRACTICE_GRADES = [1, 2, 3, 4, 5] as const;
export type PracticeGrade = (typeof PRACTICE_GRADES)[number];
const SAID: Readonly<Record<PracticeGrade, string>> = {
  1: 'plain',
  2: 'usual',
  3: 'mixed',
  4: 'hidden',
  5: 'hard',
};
export const sayGrade = (g: PracticeGrade): string => `${SAID[g]}, ${g} of ${PRACTICE_GRADES.length}`;

/**
 * Fifths of the difficulty, bits: of a thousand vehicles that came in, so drawn (checked by grade.spec). They decide
 * which of them a learner is given, not what any of them answers.
 */
const FIFTHS = [2.7, 3.3, 4.1, 5.2] as const;
/** What makes it feels tight by every check there is: it is found by what is left over. */
const FELT_TIGHT_BITS = 3;
/** Each further source, and what is none of the list: nothing the list says leads to it. */
const ANOTHER_BITS = 1;
const UNLISTED_BITS = 8;

/**
 * How hard a vehicle is, bits: how little the customer's words say of what makes the noise (its surprise); more where it is
 * several things, and where no hand feels it.
 */
export function difficulty(t: Truth, type: VehicleTypeSpec, s: SuspectsTable, kerbSide: Side): number {
  const b = buildCase(caseOfTruth(t, type, kerbSide), s);
  const { makes } = weighCase(b);
  const sounding = b.faults.flatMap((f, i) => (t.sounding.includes(f.id) ? [makes[i]!] : []));
  if (sounding.length === 0) return UNLISTED_BITS;
  const v = practiceVehicle(t, type, s, kerbSide);
  const felt = b.faults.some(
    (f) => t.sounding.includes(f.id) && waysTo(f, type).some((way) => v.feels(f.joint ?? (f.id as OtherFault), way) !== 'tight'),
  );
  return (
    -Math.log2(Math.max(...sounding)) + ANOTHER_BITS * (sounding.length - 1 + Number(t.unlisted)) + (felt ? 0 : FELT_TIGHT_BITS)
  );
}

/** Every check that looks for a fault. */
function waysTo(f: Fault, type: VehicleTypeSpec): (CheckId | ElsewhereCheckId)[] {
  if (!f.joint)
    return elsewhereChecks(type)
      .filter((x) => (x.finds as readonly string[]).includes(f.id))
      .map((x) => x.id);
  const { axle, kind } = partsOf(f.joint);
  return checksOf(type.axles[axle])
    .filter((x) => x.settles.includes(kind))
    .map((x) => x.id);
}

/** @throws BadInput for bits that are no number */
export const gradeOf = (bits: number): PracticeGrade =>
  PRACTICE_GRADES[FIFTHS.filter((x) => within('difficulty', bits, -1, 100, 'bits') >= x).length]!;

/** So many are drawn for one of its grade; where none was, the nearest in grade of those that have what was asked for. */
const MOST_DRAWN = 200;

/**
 * A practice vehicle of a grade, drawn from the model; `also` may ask for more.
 * @throws BadInput for a seed that is none, see `lot`
 * @returns the truth, and its grade: another one than was asked for only where none such came up
 */
export function drawOfGrade(
  seed: number,
  type: VehicleTypeSpec,
  s: SuspectsTable,
  kerbSide: Side,
  grade: PracticeGrade,
  also: (t: Truth) => boolean = () => true,
): { readonly truth: Truth; readonly grade: PracticeGrade } {
  const c = lot(seed, 'draw');
  let nearest: { truth: Truth; grade: PracticeGrade; off: number } | undefined;
  for (let i = 0; i < MOST_DRAWN; i++) {
    const truth = drawTruth(c, type, s, kerbSide);
    const fits = also(truth);
    if (!fits && nearest) continue;
    const is = gradeOf(difficulty(truth, type, s, kerbSide));
    const off = Math.abs(is - grade) + (fits ? 0 : PRACTICE_GRADES.length);
    if (off === 0) return { truth, grade: is };
    if (!nearest || off < nearest.off) nearest = { truth, grade: is, off };
  }
  return nearest!;
}

/** What goes wrong at the work, by grade (invented: how often a learner meets it, not how often a yard does). */
export const TROUBLE_SHARE: Readonly<Record<PracticeGrade, number>> = { 1: 0, 2: 0.1, 3: 0.2, 4: 0.3, 5: 0.4 };
export const WRONG_BOX_SHARE: Readonly<Record<PracticeGrade, number>> = { 1: 0, 2: 0.15, 3: 0.25, 4: 0.3, 5: 0.35 };
