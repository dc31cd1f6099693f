import { buildCase, ofBarSystem, type SuspectsTable } from '../diagnosis';
import { count } from '../text';
import type { Side, VehicleTypeSpec } from '../vehicle';
import { PRACTICE_GRADES, sayGrade, type PracticeGrade } from './grade';
import type { Mistake, PracticeReview, Strength } from './review';
import { caseOfTruth, type Truth } from './truth';

/** What a review leaves for the course: newest first. */
export type Practised = Pick<PracticeReview, 'grade' | 'found' | 'strengths'> & { readonly mistakes: readonly Mistake[] };

/** What returns over the last vehicles, and what comes next because of it. */
export interface Course {
  /** Of how many vehicles. */
  readonly of: number;
  readonly strengths: readonly { readonly what: Strength; readonly times: number }[];
  readonly mistakes: readonly { readonly what: Mistake; readonly times: number }[];
  readonly next: { readonly grade: PracticeGrade; readonly focus: Mistake | undefined; readonly why: string };
}

/** What returns is looked for in so many vehicles, and returns where it was there this often. */
const LOOKED_BACK = 5;
const RETURNS = 2;
/** At a grade so many in a row are found, or not found, before the grade changes. */
const IN_A_ROW = 2;
const UNSAFE: readonly Mistake[] = ['danger left in', 'drove it though dangerous', 'customer not told'];

/** What a vehicle can be drawn to ask for, see `asksFor`. */
const ASKED_FOR: readonly Mistake[] = [
  'danger left in',
  'drove it though dangerous',
  'looked in the wrong state',
  'customer not told',
  'good parts thrown at it',
  'where and when not asked',
  'trouble not said',
];

function returning<T extends string>(lists: readonly (readonly T[])[]): { what: T; times: number }[] {
  const n = new Map<T, number>();
  for (const l of lists) for (const x of new Set(l)) n.set(x, (n.get(x) ?? 0) + 1);
  return [...n]
    .filter(([, times]) => times >= RETURNS)
    .map(([what, times]) => ({ what, times }))
    .sort((a, b) => b.times - a.times);
}

/**
 * Which strengths and mistakes return over a learner's last vehicles, and the next exercise that follows from them: a
 * grade up after two that were found safely, one down after two that were not; of the mistakes that return the one
 * that could hurt somebody first (common practice, no source).
 * @param done newest first
 */
export function courseOf(done: readonly Practised[]): Course {
  const last = done.slice(0, LOOKED_BACK);
  const mistakes = returning(last.map((p) => p.mistakes));
  const strengths = returning(last.map((p) => p.strengths));
  // That it was not found is answered by the grade.
  const others = mistakes.filter((m) => m.what !== 'did not find it');
  const focus = (others.find((m) => UNSAFE.includes(m.what)) ?? others[0])?.what;
  const at = last[0]?.grade ?? PRACTICE_GRADES[0];
  const same = last.slice(0, IN_A_ROW).filter((p) => p.grade === at);
  const safe = (p: Practised) => p.found && !p.mistakes.some((m) => UNSAFE.includes(m));
  const step = same.length < IN_A_ROW ? 0 : same.every(safe) ? 1 : same.every((p) => !p.found) ? -1 : 0;
  const grade = PRACTICE_GRADES[Math.min(PRACTICE_GRADES.length, Math.max(1, at + step)) - 1]!;
  const why = [
    !last.length ? 'The first one is a plain one.' : '',
    step > 0 ? `${count(IN_A_ROW, 'vehicle')} found, and nobody in danger: a grade harder.` : '',
    step < 0 ? `${count(IN_A_ROW, 'vehicle')} not found: a grade easier.` : '',
    focus
      ? `“${focus}” came ${mistakes.find((m) => m.what === focus)!.times} times in ${last.length}: ${ASKED_FOR.includes(focus) ? 'the next one asks for it' : 'mind it in the next one'}.`
      : '',
  ].filter((x) => x);
  return {
    of: last.length,
    strengths,
    mistakes,
    next: { grade, focus, why: why.join(' ') || `Another one, ${sayGrade(grade)}.` },
  };
}

/** Whether a vehicle asks for what somebody gets wrong: it can be got right only by doing that. */
export function asksFor(focus: Mistake | undefined, t: Truth, type: VehicleTypeSpec, s: SuspectsTable, kerbSide: Side): boolean {
  const faults = buildCase(caseOfTruth(t, type, kerbSide), s).faults;
  switch (focus) {
    // A joint that shows nothing as it usually stands, and takes a wheel with it.
    case 'danger left in':
    case 'drove it though dangerous':
    case 'looked in the wrong state':
    case 'customer not told':
      return faults.some((f) => f.dangerous && t.worn.includes(f.id));
    // What is usually changed is sound.
    case 'good parts thrown at it':
      return t.sounding.length > 0 && faults.every((f) => !t.sounding.includes(f.id) || !ofBarSystem(f.kind));
    case 'where and when not asked':
      return t.said.where.length > 0 && t.said.when.length > 0;
    case 'trouble not said':
      return t.rusty;
    default:
      return true;
  }
}
