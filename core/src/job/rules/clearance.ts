import {
  checkFor,
  checksOf,
  isDangerous,
  jointId,
  jointsOf,
  partsOf,
  stateCounts,
  type Check,
  type CheckId,
  type JointId,
} from '../../joint';
import type { CheckResult, EntryBodies } from '../../ledger';
import type { AxleEnd, VehicleState } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { fastenersOf, refitted, workJoints } from './work';

type JointResult = EntryBodies['check']['results'][number];

/** The dangerous joints of an axle that no valid check has cleared or found yet. */
export function uncleared(s: JobState, end: AxleEnd): JointId[] {
  return jointsOf(end, s.context.type.axles[end]).filter((id) => {
    const j = s.joints.get(id)!;
    return isDangerous(j.kind) && !['sound', 'watch', 'dangerous'].includes(j.state);
  });
}

/**
 * What must be cleared before this vehicle goes back: where a noise is looked for, every dangerous joint of
 * its axle; in any other job what its work touches and nobody has an open record of.
 */
export const owedJoints = onceAState((s): readonly JointId[] => {
  const open = uncleared(s, s.axle);
  if (s.context.kind === 'noise') return open;
  const touched = fastenersOf(s)
    .filter((f) => f.state === 'done')
    .map((f) => f.fastener.joint);
  return open.filter((id) => touched.includes(id));
});

/** Joints found dangerous, both axles. */
export const dangerousJoints = onceAState((s): readonly JointId[] =>
  [...s.joints.values()].filter((j) => j.state === 'dangerous').map((j) => j.id),
);

export const looseJoints = (s: JobState): JointId[] => [...s.joints.values()].filter((j) => j.state === 'loose').map((j) => j.id);

/** Joints that were felt to move and later to be tight: nobody has said yet which of the two is wrong. */
export const contradictedJoints = (s: JobState): JointId[] =>
  [...s.joints.values()].filter((j) => j.contradicted).map((j) => j.id);

/** Something speaks against this joint: "all tight" does not speak for it, whoever means it says so of this joint. */
export const foundAgainst = (s: JobState, id: JointId): boolean => {
  const j = s.joints.get(id);
  return j !== undefined && (j.fails || j.hand === 'slight' || j.state === 'loose' || j.state === 'dangerous');
};

/** How the vehicle stands, as somebody last said, or as at the last check of a time when nobody was asked; undefined before. */
export function standingOf(s: JobState): VehicleState | undefined {
  const e = s.entries.findLast((x) => !s.struck.has(x.id) && (x.kind === 'stands' || x.kind === 'check'));
  return e?.kind === 'stands' || e?.kind === 'check' ? e.body.state : undefined;
}

/** The hand check to make for a joint, with its side filled in: its usual one, or the one that is wanted. */
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

/**
 * Found dangerous, and not renewed by the work: it must not go back on the road. What comes off and goes on again as it was
 * is not renewed.
 */
export const unrepaired = onceAState((s): readonly JointId[] => {
  const work = workJoints(s);
  const asItWas = refitted(s, work);
  return dangerousJoints(s).filter((id) => !work.includes(id) || asItWas.includes(id));
});
