import { asFitted } from '../../assembly';
import { assemblyOf, JOINT_SPECS, jointId, partsOf, type Disturbing, type JointId } from '../../joint';
import type { EntryBodies } from '../../ledger';
import { fittedBy, offFirst, stepOfAxle, type OffFirst, type PlanInput, type StepId } from '../../plan';
import type { Part } from '../../parts';
import { LINKS, otherEnd, type AxleEnd, type AxleSpec, type PieceAxis } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';

/** Joints to be worked on: those of the choices the customer did not decline or put off. */
export const workJoints = onceAState((s): readonly JointId[] => {
  const wanted = s.choices.filter((c) => !['declined', 'later'].includes(s.standing.get(c.id) ?? ''));
  return [...new Set(wanted.flatMap((c) => c.body.joints))];
});

const bothAxles = onceAState((s): Readonly<Record<AxleEnd, JobState>> => {
  const other = otherEnd(s.axle);
  return { [s.axle]: s, [other]: { ...s, axle: other } } as Record<AxleEnd, JobState>;
});
/**
 * The job as its work at one of its axles sees it: rules of one axle are asked of that. What is named on the tape by step has the
 * axle in its id all the same.
 */
export const atAxle = (s: JobState, end: AxleEnd): JobState => bothAxles(s)[end];

/** What is worked on at the state's axle, with what is let go to get at it: what its plan lays out. */
export const plannedJoints = onceAState((s): readonly JointId[] => {
  const chosen = workJoints(s).filter((id) => partsOf(id).axle === s.axle);
  return s.arranged[s.axle].get('brackets first') ? [...new Set([...chosen, ...bracketsOf(s, chosen)])] : chosen;
});

/** The axles something is worked on at, the one the job is about first. */
export const workedAxles = onceAState((s): readonly AxleEnd[] =>
  [s.axle, otherEnd(s.axle)].filter((end) => plannedJoints(atAxle(s, end)).length > 0),
);

/** The step after which the part of a joint is the new one, as this job's tape names it. */
export const fittingStep = (s: JobState, joint: JointId): StepId => {
  const { axle } = partsOf(joint);
  return stepOfAxle(axle, s.axle, fittedBy(joint, s.context.type.axles[axle]));
};

/** The brackets that let the bar down at these links; none where it is held otherwise, or comes out whole. */
function bracketsOf(s: JobState, joints: readonly JointId[]): JointId[] {
  const { bar, bushing } = s.context.type.axles[s.axle];
  if (bar?.joins !== 'links' || !bushing || joints.some((id) => partsOf(id).kind === 'bar')) return [];
  return joints
    .filter((id) => JOINT_SPECS[partsOf(id).kind].assembly === 'link')
    .map((id) => jointId(s.axle, partsOf(id).side, 'frame-bushing'));
}
/** Whether the brackets may be let go before the links. */
export const mayGoFirst = (s: JobState): boolean =>
  bracketsOf(
    s,
    workJoints(s).filter((id) => partsOf(id).axle === s.axle),
  ).length > 0;

/** Of these, the joints whose old part goes on again: chosen so, or let go to get at another. */
export const refitted = (s: JobState, joints: readonly JointId[]): JointId[] =>
  joints.filter((id) => (lastChoice(s, id)?.body.part.kind ?? 'refit') === 'refit');

const lastChoice = (s: JobState, joint: JointId) => s.choices.findLast((c) => c.body.joints.includes(joint));

/** What of a joint's assembly is opened by what was chosen: one end of a link, where only that had to come off. */
function opensBy(s: JobState, joint: JointId, choice: Chosen | undefined): readonly PieceAxis[] | undefined {
  const { link } = s.context.type.axles[partsOf(joint).axle];
  const only = choice?.part.kind === 'refit' ? choice.end : undefined;
  return only && link && !LINKS[link.kind].oneBolt ? [only] : undefined;
}
export const opensAt = (s: JobState, joint: JointId): readonly PieceAxis[] | undefined =>
  opensBy(s, joint, lastChoice(s, joint)?.body);

type Chosen = Pick<EntryBodies['choose'], 'joints' | 'part' | 'end'>;
/** How a plan puts the axle together by what was chosen for each joint. */
export const putTogether = (s: JobState, chosen: (joint: JointId) => Chosen | undefined): Pick<PlanInput, 'after' | 'opens'> => ({
  after: (joint) => asFitted(s.context.type.axles[partsOf(joint).axle], chosen(joint)?.part),
  opens: (joint) => opensBy(s, joint, chosen(joint)),
});

/** What comes off before hands reach what is planned at the state's axle, each with what for. */
export const offFirstOf = onceAState((s): readonly OffFirst[] =>
  offFirst(s.context.type.axles[s.axle], plannedJoints(s), s.arranged[s.axle]),
);

/** What the plan of the state's axle disturbs, and how it is put together in the end; `as it was` with the old parts. */
export const disturbing = (s: JobState, when: 'now' | 'as it was' = 'now'): Disturbing => ({
  off: offFirstOf(s).flatMap((x) => (x.off ? [x.what] : [])),
  opens: (joint) => opensAt(s, joint),
  ...(when === 'now' ? { after: (joint) => axleAt(s, joint) } : {}),
});

/** The part that was chosen for a joint last, or for another end of its part. */
export const chosenAt = (s: JobState, joint: JointId): Part | undefined =>
  s.choices.findLast((c) => c.body.joints.some((id) => assemblyOf(id) === assemblyOf(joint)))?.body.part;

/** The axle as it is put together at a joint with what was chosen for it. */
export const axleAt = (s: JobState, joint: JointId): AxleSpec =>
  asFitted(s.context.type.axles[partsOf(joint).axle], chosenAt(s, joint));

export const isApproved = (s: JobState, choice: string): boolean => s.standing.get(choice) === 'approved';
