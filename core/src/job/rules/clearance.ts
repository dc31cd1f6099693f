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
import { AXLES, type AxleEnd, type VehicleState } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { leftDangers } from './danger';
import { fastenersOf } from './work';

type JointResult = EntryBodies['check']['results'][number];

/**
 * Whether a joint is cleared: felt, by a check that can show it in a state that can show it, and no fail; renewed; or found
 * dangerous, which is more than a debt. What was only seen, measured (a reading says nothing of how the vehicle stood) or
 * could not be told pays nothing. A slight play that the shop's rule lets pass was felt, and said: it pays.
 */
const isCleared = (s: JobState, id: JointId): boolean => {
  const j = s.joints.get(id)!;
  if (s.renewed.has(id) || j.state === 'dangerous') return true;
  return j.handCounts && (j.hand === 'tight' || (j.hand === 'slight' && !j.fails));
};

/** The dangerous joints of an axle that nothing has cleared or found yet. */
export const uncleared = (s: JobState, end: AxleEnd): JointId[] =>
  jointsOf(end, s.context.type.axles[end]).filter((id) => isDangerous(partsOf(id).kind) && !isCleared(s, id));

/** The axles whose dangerous joints are owed where a noise is looked for: every one it was ever said to come from, and the one worked at. */
function axlesOwed(s: JobState): AxleEnd[] {
  const heard = s.entries.flatMap((e) => (e.kind === 'complaint' && !s.struck.has(e.id) ? e.body.where : []));
  return AXLES.filter((end) => end === s.axle || heard.includes(end));
}

/**
 * What must be cleared before this vehicle goes back: where a noise is looked for, every dangerous joint of the axles it
 * was said to come from and of the one worked at; in any other job what its work touches. A debt is only ever paid.
 */
export const owedJoints = onceAState((s): readonly JointId[] => {
  if (s.context.kind === 'noise') return axlesOwed(s).flatMap((end) => uncleared(s, end));
  const touched = fastenersOf(s)
    .filter((f) => f.state === 'done')
    .map((f) => f.fastener.joint);
  return uncleared(s, s.axle).filter((id) => touched.includes(id));
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
  // What rocks unexplained is looked at again, by itself.
  const at = leftDangers(s).flatMap((d) => (d.kind === 'rocks' ? [] : d.at));
  return [...s.joints.keys()].filter((id) => (at as readonly string[]).includes(id));
});
