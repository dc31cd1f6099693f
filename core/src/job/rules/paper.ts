import { isJointId, type JointId } from '../../joint';
import type { Entry } from '../../ledger';
import { list, uncapital } from '../../text';
import type { BookValue } from '../../torque';
import type { JobState } from '../fold';
import { leftAt } from './danger';
import { sayBan } from './verdict';
import { fittingStep, isApproved, workJoints } from './planned';
import { fastenersOf, type FastenerView } from './work';

/** What the customer's sheet says was done: only what was. */
export interface WorkOnPaper {
  /** On the vehicle: bought and fitted, or the same part back on. */
  readonly fitted: readonly Entry<'choose'>[];
  /** Said yes to, and not on yet. */
  readonly agreed: readonly Entry<'choose'>[];
  /** Put to the customer, who has not answered. */
  readonly offered: readonly Entry<'choose'>[];
  /** Undone, and tight again by its record. */
  readonly undone: readonly FastenerView[];
  /** In the way of the work, and not undone: checked tight. */
  readonly leftAlone: readonly FastenerView[];
  /** Of the work that was said yes to, with no record yet. */
  readonly open: readonly FastenerView[];
}

/** Whether the part of this joint went on: its step is done. */
const isOn = (s: JobState, id: JointId): boolean => s.renewed.has(id) || s.steps.get(fittingStep(s, id))?.body.state === 'done';

/** What was done, from its steps and records, apart from what is only agreed or planned. */
export function workOnPaper(s: JobState): WorkOnPaper {
  const work = workJoints(s);
  const choices = s.choices.filter((c) => c.body.joints.some((id) => work.includes(id)));
  const fitted = (c: Entry<'choose'>) => c.body.joints.every((id) => isOn(s, id));
  const all = fastenersOf(s);
  const alone = (f: FastenerView) => s.marks.get(f.fastener.id)?.body.how === 'left alone, checked tight' && f.state === 'done';
  return {
    fitted: choices.filter(fitted),
    agreed: choices.filter((c) => !fitted(c) && isApproved(s, c.id)),
    offered: choices.filter((c) => s.standing.get(c.id) === 'waiting'),
    undone: all.filter((f) => f.state === 'done' && !alone(f)),
    leftAlone: all.filter(alone),
    // Before anybody said yes nothing is to be undone yet.
    open: choices.some((c) => fitted(c) || isApproved(s, c.id)) || s.undone.size > 0 ? all.filter((f) => f.state !== 'done') : [],
  };
}

/** Whose values they are, where not all of them are one maker's: they stand on one sheet and are not one book. Empty where they are. */
export function mixedPublishers(fasteners: readonly FastenerView[]): string {
  const namesFrom = (publisher: BookValue['publisher']) => [
    ...new Set(
      fasteners.flatMap((f) => (f.ruling.kind === 'value' && f.ruling.value.publisher === publisher ? [uncapital(f.name)] : [])),
    ),
  ];
  const [vehicle, part] = [namesFrom('vehicle maker'), namesFrom('part maker')];
  return vehicle.length && part.length
    ? `Values of two makers: ${list(vehicle)} by the vehicle’s, ${list(part)} by the part’s.`
    : '';
}

/** How a danger it left with ended at a later visit. */
export interface Since {
  /** The day of that visit, yyyy-mm-dd. */
  readonly on: string;
  /** Renewed there; else it was looked at and found sound. */
  readonly renewed: boolean;
}

/** Of the later visits the file knows, the first that ended every danger this one left with. */
export function endedSince(s: JobState): Since | undefined {
  const danger = leftAt(s);
  if (!danger.length || !s.handBack) return undefined;
  const renewed = new Set<string>();
  for (const visit of s.context.file?.since ?? []) {
    for (const id of visit.renewed) renewed.add(id);
    if (danger.every((at) => !visit.left.includes(at)))
      return { on: visit.on, renewed: danger.every((at) => isJointId(at) && renewed.has(at)) };
  }
  return undefined;
}

/** The ban at the head of a sheet, and what became of it since. @param day how a day is said */
export function banOnPaper(s: JobState, day: (on: string) => string): string {
  const danger = leftAt(s);
  if (!danger.length) return '';
  const since = endedSince(s);
  const ban = sayBan(s, danger);
  return since ? `${ban} ${since.renewed ? 'Repaired' : 'Looked at again and found sound'} since: ${day(since.on)}.` : ban;
}
