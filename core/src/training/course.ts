import { faultsOf, ofBarSystem, type CaseModel } from '../diagnosis';
import { count, fixed } from '../text';
import type { VehicleTypeSpec } from '../vehicle';
import { PRACTICE_GRADES, sayGrade, type PracticeGrade } from './grade';
import type { Mistake, PracticeReview, Strength } from './review';
import type { Truth } from './truth';

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

type Asks = (t: Truth, faults: CaseModel['faults']) => boolean;
// A joint that shows nothing as it usually stands, and takes a wheel with it.
const hidesDanger: Asks = (t, faults) => faults.some((f) => f.dangerous && t.worn.includes(f.id));
/** What a vehicle can be drawn to ask for: it can be got right only by doing that. */
const ASKS: Readonly<Partial<Record<Mistake, Asks>>> = {
  'danger left in': hidesDanger,
  'drove it though dangerous': hidesDanger,
  'looked in the wrong state': hidesDanger,
  'customer not told': hidesDanger,
  // What is usually changed is sound.
  'good parts thrown at it': (t, faults) =>
    t.sounding.length > 0 && faults.every((f) => !t.sounding.includes(f.id) || !ofBarSystem(f.kind)),
  'where and when not asked': (t) => t.said.where.length > 0 && t.said.when.length > 0,
  'trouble not said': (t) => t.rusty,
};

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
    !last.length ? 'Start with a plain one.' : '',
    step > 0 ? `${count(IN_A_ROW, 'vehicle')} found, and nobody in danger: a grade harder.` : '',
    step < 0 ? `${count(IN_A_ROW, 'vehicle')} not found: a grade easier.` : '',
    focus
      ? `“${focus}” came ${mistakes.find((m) => m.what === focus)!.times} times in ${last.length}: ${focus in ASKS ? 'the next one asks for it' : 'mind it in the next one'}.`
      : '',
  ].filter((x) => x);
  return {
    of: last.length,
    strengths,
    mistakes,
    next: { grade, focus, why: why.join(' ') || `Another one, ${sayGrade(grade)}.` },
  };
}

/**
 * How somebody comes on: the last five vehicles beside the five before; nothing before there are six.
 * @param done newest first; those without a result are passed over
 */
export function sayProgress(
  done: readonly { readonly result: { readonly found: boolean; readonly mistakes: readonly Mistake[] } | null }[],
): string {
  const all = done.flatMap((d) => d.result ?? []);
  if (all.length <= LOOKED_BACK) return '';
  const of = (some: typeof all) => {
    const wrong = some.reduce((sum, r) => sum + new Set(r.mistakes).size, 0) / some.length;
    return `found ${some.filter((r) => r.found).length} of ${some.length}, ${fixed(wrong, 1)} mistakes a vehicle`;
  };
  const [now, before] = [all.slice(0, LOOKED_BACK), all.slice(LOOKED_BACK, 2 * LOOKED_BACK)];
  return `Last ${LOOKED_BACK}: ${of(now)}. The ${before.length} before: ${of(before)}.`;
}

/** Whether a vehicle asks for what somebody gets wrong; any does where none can be drawn for it. */
export const asksFor = (focus: Mistake | undefined, t: Truth, type: VehicleTypeSpec): boolean =>
  (focus && ASKS[focus]?.(t, faultsOf(type))) ?? true;
