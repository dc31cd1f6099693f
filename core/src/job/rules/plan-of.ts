import { assemblyOf, fastenersAt, fastenersFor, jointId, jointsOf, partsOf, type Fastener, type JointId } from '../../joint';
import {
  axleOfStep,
  plainStep,
  planBoth,
  rungOf,
  splitStep,
  stepOfAxle,
  type PlainStepId,
  type PlanInput,
  type PlannedStep,
  type StepId,
} from '../../plan';
import type { Part } from '../../parts';
import { otherEnd, SIDES, type AxleEnd } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { atAxle, axleAt, disturbing, opensAt, plannedJoints, refitted, workedAxles, workJoints } from './planned';
import { roomsOf } from './room';
import { otherLength } from './setting';

/** Undone beside the plan at the state's axle: each as many as were said. */
export function alsoUndone(s: JobState): Fastener[] {
  const axle = s.context.type.axles[s.axle];
  const end = otherEnd(s.axle);
  // Where the other axle is worked on too, what was undone there is said there.
  const other = plannedJoints(atAxle(s, end)).length > 0;
  const all = [
    ...jointsOf(s.axle, axle).flatMap((id) => fastenersAt(axle, id)),
    // A wheel that was moved on the other axle: its nuts are owed like any.
    ...(other ? [] : SIDES.flatMap((side) => fastenersAt(s.context.type.axles[end], jointId(end, side, 'wheel-nuts')))),
  ];
  return [...s.undone].flatMap(([id, count]) => {
    const f = all.find((x) => x.id === id);
    return f ? [{ ...f, count: Math.min(count, f.count) }] : [];
  });
}

/** The fasteners of a joint that nobody plans to undo: what may be said to be undone beside the plan. */
export function mayBeUndone(s: JobState, joint: JointId): Fastener[] {
  const { axle: end, kind } = partsOf(joint);
  const here = atAxle(s, end);
  // An axle nothing is worked on at is left alone. A wheel is moved on any.
  if (
    end !== s.axle &&
    kind !== 'wheel-nuts' &&
    plannedJoints(here).length === 0 &&
    (workJoints(s).length > 0 || s.undone.size > 0)
  )
    return [];
  const axle = s.context.type.axles[end];
  const planned = fastenersFor(end, axle, plannedJoints(here), disturbing(here)).map((f) => f.id);
  return fastenersAt(axle, joint).filter((f) => !planned.includes(f.id));
}

/** Whether the plan counts rusty minutes: as somebody said, else as the customer did. */
export const isRusty = (s: JobState): boolean => s.setup?.corroded ?? s.complaint?.history.includes('corrosion') ?? false;

/** The new parts by their joints, as far as one was chosen. */
const fittedParts = (s: JobState): ReadonlyMap<JointId, Part> =>
  new Map(
    s.choices.filter((c) => c.body.part.kind !== 'refit').flatMap((c) => c.body.joints.map((id) => [id, c.body.part] as const)),
  );

/** Steps at which something was done with sparks or a flame: the fire watch waits for them. */
export const burntAt = (s: JobState): StepId[] => [
  ...new Set(
    s.rungs.flatMap((r) => (rungOf(r.body.ladder, r.body.rung)?.fire && splitStep(r.body.step) ? [r.body.step as StepId] : [])),
  ),
];

/** The axles something is undone at, the one the job is about first. */
export const undoneAxles = (s: JobState): AxleEnd[] =>
  [s.axle, otherEnd(s.axle)].filter((end) => workedAxles(s).includes(end) || (end === s.axle && alsoUndone(s).length > 0));

/** What is planned at the state's axle; undefined where nothing is undone there. @param about the axle the job is about */
function planAt(s: JobState, about: AxleEnd): PlanInput | undefined {
  const joints = plannedJoints(s);
  const also = alsoUndone(s);
  if (joints.length === 0 && also.length === 0) return undefined;
  const here = (step: string) => (axleOfStep(step) ?? about) === s.axle;
  return {
    end: s.axle,
    axle: s.context.type.axles[s.axle],
    joints,
    also,
    refit: refitted(s, joints),
    fitted: fittedParts(s),
    after: (joint) => axleAt(s, joint),
    opens: (joint) => opensAt(s, joint),
    arranged: s.arranged[s.axle],
    room: new Map([...roomsOf(s)].flatMap(([step, min]) => (here(step) ? [[plainStep(step), min] as const] : []))),
    otherLength: otherLength(s),
    equipment: s.setup?.equipment ?? 'lift',
    corroded: isRusty(s),
    jackingPoints: s.context.type.jackingPoints,
    dialect: s.context.rules.dialect,
    times: s.context.file?.times ?? [],
    burnt: burntAt(s).flatMap((step) => (here(step) ? [plainStep(step) as PlainStepId] : [])),
    rubberStanding: s.steps.get(stepOfAxle(s.axle, about, 'height'))?.body.state === 'cannot now',
    wrenches: s.context.gauges.filter((g) => g.kind === 'torque wrench').length || 1,
  };
}

/**
 * The steps of what was not declined, at one axle or both; none where nothing is undone.
 * @throws Error where something that was said yes to is in no step of it: then this program is wrong
 */
export const planOf = onceAState((s): readonly PlannedStep[] => {
  const inputs = undoneAxles(s).flatMap((end) => planAt(atAxle(s, end), s.axle) ?? []);
  const plan = planBoth(inputs, s.axle);
  const there = new Set(plan.flatMap((p) => (p.phase === 'fit' && p.joint ? [assemblyOf(p.joint)] : [])));
  const lost = workJoints(s).find((id) => !there.has(assemblyOf(id)));
  if (lost) throw new Error(`${lost} is to be worked on, and no step of the plan puts it on`);
  return plan;
});
