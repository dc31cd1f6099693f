import { assemblyOf, JOINT_SPECS, partsOf, type JointId } from '../../joint';
import type { Entry } from '../../ledger';
import {
  axleOfStep,
  happensAt,
  ladderAt,
  LADDERS,
  rungOf,
  TROUBLES,
  type PlannedStep,
  type Rung,
  type TroubleId,
} from '../../plan';
import { uncapital } from '../../text';
import type { JobState } from '../fold';
import { sayParts } from '../say';
import { refitted, workJoints } from './planned';
import { planOf } from './plan-of';

/** Something that went wrong at a step and is not put right yet. */
export interface OpenTrouble {
  readonly entry: Entry<'trouble'>;
  readonly step: PlannedStep;
  readonly what: TroubleId;
  /** Rungs that were tried and did not do it. */
  readonly tried: readonly string[];
  /** All there is to try, by what is there. */
  readonly rungs: readonly Rung[];
  /** What to try next; undefined where the ladder is at its end. */
  readonly rung: Rung | undefined;
}

const order = (s: JobState) => new Map(s.entries.map((e, i) => [e.id, i]));

/** What is wrong now, the last first: what went wrong on the way out of another trouble comes before it. */
export function openTroubles(s: JobState): OpenTrouble[] {
  if (s.troubles.length === 0) return [];
  const at = order(s);
  const plan = new Map(planOf(s).map((p) => [p.id as string, p]));
  return s.troubles
    .flatMap((entry): OpenTrouble[] => {
      const { step: id, what } = entry.body;
      const step = plan.get(id);
      if (!step) return [];
      const ladder = ladderAt(what, step.there);
      if (ladder.length === 0) return [];
      const after = (e: Entry | undefined) => e !== undefined && at.get(e.id)! > at.get(entry.id)!;
      const done = s.steps.get(id);
      if (done?.body.state === 'done' && after(done)) return [];
      const rungs = s.rungs.filter((r) => r.body.step === id && r.body.ladder === what && after(r));
      if (rungs.some((r) => r.body.worked)) return [];
      // Said twice it is one trouble.
      const again = s.troubles.some((e) => e.body.step === id && e.body.what === what && at.get(e.id)! > at.get(entry.id)!);
      if (again) return [];
      const tried = rungs.map((r) => r.body.rung);
      return [{ entry, step, what, tried, rungs: ladder, rung: ladder.find((r) => !tried.includes(r.id)) }];
    })
    .reverse();
}

/** What may be called out at a step, the likeliest first; what is called out already is left out. */
export const troublesAt = (s: JobState, step: PlannedStep): TroubleId[] =>
  (step.troubles ?? []).filter((t) => !openTroubles(s).some((o) => o.step.id === step.id && o.what === t));

/** What else can go wrong at a step than what is likely there: by what is there, and not what its own question says. */
export const rarerAt = (s: JobState, step: PlannedStep): TroubleId[] =>
  TROUBLES.filter((t) => LADDERS[t].rungs.length > 0 && t !== 'part broke' && happensAt(t, step.there)).filter(
    (t) => !troublesAt(s, step).includes(t) && !openTroubles(s).some((o) => o.step.id === step.id && o.what === t),
  );

/** The id a rung's caution is read under: its own, or it would be read with its step's. */
export const rungCaution = (step: string, rung: Rung): string => `${step} ${rung.id}`;

/** The joint a step of the plan is of. */
const jointOf = (s: JobState, step: string): JointId | undefined => planOf(s).find((p) => p.id === step)?.joint;

/** Parts that were to go on again and cannot any more: a rung ruined them, or they broke. A new one is chosen for each. */
export function ruined(s: JobState): JointId[] {
  const at = order(s);
  const back = refitted(s, workJoints(s));
  if (back.length === 0) return [];
  return back.filter((id) => {
    const choice = s.choices.filter((c) => c.body.joints.includes(id)).at(-1);
    return s.rungs.some((r) => {
      const brokenAt = jointOf(s, r.body.step);
      return (
        brokenAt !== undefined &&
        assemblyOf(brokenAt) === assemblyOf(id) &&
        rungOf(r.body.ladder, r.body.rung)?.scraps &&
        at.get(r.id)! > at.get(choice!.id)!
      );
    });
  });
}

/** What the part of a step is bolted to is taken out by this plan anyway: nothing else came open with it. */
function opensPlanned(s: JobState, step: string): boolean {
  const joint = jointOf(s, step);
  if (joint === undefined) return false;
  const { axle, side, kind } = partsOf(joint);
  const carriers = JOINT_SPECS[kind].carriedBy(s.context.type.axles[axle]);
  return workJoints(s).some(
    (id) => partsOf(id).axle === axle && partsOf(id).side === side && carriers.includes(partsOf(id).kind),
  );
}

/** A part was taken out with its neighbour, and nobody has said what came open with it. */
export function openedOwed(s: JobState): Entry<'rung'> | undefined {
  const at = order(s);
  return s.rungs.find(
    (r) =>
      r.body.worked &&
      rungOf(r.body.ladder, r.body.rung)?.opens &&
      !opensPlanned(s, r.body.step) &&
      !s.entries.some(
        (e) =>
          at.get(e.id)! > at.get(r.id)! &&
          !s.struck.has(e.id) &&
          ((e.kind === 'undone' && e.body.count > 0) ||
            (e.kind === 'choose' && e.body.joints.some((id) => partsOf(id).axle === (axleOfStep(r.body.step) ?? s.axle)))),
      ),
  );
}

/** The new part at this joint was called wrong after it had been taken in: it is looked at again. */
export const calledWrong = (s: JobState, choice: Entry<'choose'>, taken: Entry<'goods'>): boolean => {
  const at = order(s);
  return s.troubles.some((t) => {
    if (t.body.what !== 'part wrong' || at.get(t.id)! < at.get(taken.id)!) return false;
    const brokenAt = jointOf(s, t.body.step);
    return brokenAt !== undefined && choice.body.joints.some((id) => assemblyOf(id) === assemblyOf(brokenAt));
  });
};

/** What went wrong and what did it, in plain words: "The stud spins, left link: locking pliers on the stud." One line a trouble. */
export function sayTroubles(s: JobState): string[] {
  const at = order(s);
  const seen = new Set<string>();
  return s.troubles.flatMap((e) => {
    const { step, what } = e.body;
    const key = `${step} ${what}`;
    if (seen.has(key)) return [];
    seen.add(key);
    const joint = jointOf(s, step);
    const did = s.rungs.filter(
      (r) => r.body.step === step && r.body.ladder === what && r.body.worked && at.get(r.id)! > at.get(e.id)!,
    );
    const where = joint ? `, ${sayParts(s.context.rules.dialect, [joint])}` : '';
    return [`${LADDERS[what].title}${where}${did[0] ? `: ${uncapital(did[0].body.title)}` : ''}.`];
  });
}
