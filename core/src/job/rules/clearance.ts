import { checkFor, checksOf, jointId, partsOf, stateCounts, type Check, type CheckId, type JointId } from '../../joint';
import type { CheckResult, EntryBodies } from '../../ledger';
import { stateAt, stateOf } from '../../standing';
import { type VehicleState } from '../../vehicle';
import type { JobState } from '../fold';

type JointResult = EntryBodies['check']['results'][number];

export const looseJoints = (s: JobState): JointId[] => [...s.joints.values()].filter((j) => j.state === 'loose').map((j) => j.id);

/** Joints that were felt to move and later to be tight: nobody has said yet which of the two is wrong. */
export const contradictedJoints = (s: JobState): JointId[] =>
  [...s.joints.values()].filter((j) => j.contradicted).map((j) => j.id);

/** Something speaks against this joint: "all tight" does not speak for it, whoever means it says so of this joint. */
export const foundAgainst = (s: JobState, id: JointId): boolean => {
  const j = s.joints.get(id);
  return j !== undefined && (j.fails || j.hand === 'slight' || j.state === 'loose' || j.state === 'dangerous');
};

/** How the axle the job is about stands; undefined where nobody has said or done anything, or one side is up and nobody said which. */
export const standingOf = (s: JobState): VehicleState | undefined => stateOf(s.stands, s.axle);
/** How it stands for a look at a joint: each side by itself where the sides differ. */
export const standsAt = (s: JobState, id: JointId): VehicleState | undefined =>
  stateAt(s.stands, partsOf(id).axle, partsOf(id).side);

/** The hand check to make for a joint, with its side filled in: its usual one, or the one that is needed. */
export function checkAt(s: JobState, id: JointId, wanted?: CheckId | null): Check | undefined {
  const j = partsOf(id);
  const axle = s.context.type.axles[j.axle];
  const check = checksOf(axle).find((c) => c.id === wanted && c.settles.includes(j.kind)) ?? checkFor(axle, j.kind);
  return check && { ...check, title: check.title.replace('{side}', j.side) };
}

/** The states in which a joint's check counts, likeliest first, for the check card. */
export function countingStates(s: JobState, id: JointId, wanted?: CheckId | null): VehicleState[] {
  const j = partsOf(id);
  const axle = s.context.type.axles[j.axle];
  const check = checkAt(s, id, wanted);
  return check ? check.states.filter((st) => stateCounts(axle, check, j.kind, st).counts) : [];
}

/** What one result says of everything a check settles on a joint's side. What something was found at is not tight by it. */
export function settledBy(s: JobState, id: JointId, check: CheckId | null | undefined, result: CheckResult): JointResult[] {
  const { axle, side } = partsOf(id);
  return (checkAt(s, id, check)?.settles ?? [])
    .map((kind) => jointId(axle, side, kind))
    .filter((joint) => result !== 'tight' || !foundAgainst(s, joint))
    .map((joint) => ({ joint, result }));
}
