import { capital } from '../text';
import { sayState, type AxleSpec, type SpringSeat, type VehicleState } from '../vehicle';
import { HAND_CHECKS, type HandCheck } from './check';
import { jointKinds, JOINT_SPECS, type JointKind } from './kinds';

/** A check of the hands with the joints it settles at once on this axle. */
export interface Check extends HandCheck {
  readonly settles: readonly JointKind[];
}

/** Every line of a tape asks it of the same two axles. */
const KNOWN = new WeakMap<AxleSpec, readonly Check[]>();

/** The checks an axle of this layout needs, each with the joints it has. */
export function checksOf(axle: AxleSpec): readonly Check[] {
  const had = KNOWN.get(axle);
  if (had) return had;
  const has = jointKinds(axle);
  const checks = HAND_CHECKS.map((c) => ({ ...c, settles: has.filter((k) => JOINT_SPECS[k].checks.includes(c.id)) })).filter(
    (c) => c.settles.length > 0,
  );
  KNOWN.set(axle, checks);
  return checks;
}

/** The hand check for one joint kind: the first in the list that settles it. */
export function checkFor(axle: AxleSpec, kind: JointKind): Check | undefined {
  return checksOf(axle).find((c) => c.settles.includes(kind));
}

export type StateRuling =
  { readonly counts: true } | { readonly counts: false; readonly why: string; readonly needs: readonly VehicleState[] };

/** Where the spring stands: the states that take its load off a ball joint, and why the others do not (common practice, no source). */
const UNLOADED: Record<SpringSeat, { readonly needs: readonly VehicleState[]; readonly why: string }> = {
  strut: {
    needs: ['one-side-up', 'both-hanging', 'wheels-off'],
    why: 'On a strut the ball joint is only unloaded with the wheel hanging free',
  },
  'lower-arm': {
    needs: ['under-arm'],
    why: 'The spring stands on the lower arm and holds the ball joint tight; support the vehicle under that arm',
  },
  'upper-arm': {
    needs: ['under-arm'],
    why: 'The spring stands on the upper arm; block it as the vehicle’s maker says and support under the arm',
  },
  axle: {
    needs: ['one-side-up', 'both-hanging', 'wheels-off'],
    why: 'The joint is only unloaded with the wheel hanging free',
  },
};

/**
 * Can a check in this state show the fault of this joint? By the states of its check; a joint that the spring loads, by where
 * the spring stands besides.
 */
export function stateCounts(axle: AxleSpec, check: HandCheck, kind: JointKind, state: VehicleState): StateRuling {
  if (JOINT_SPECS[kind].loadedBySpring) {
    const { needs, why } = UNLOADED[axle.springSeat];
    if (!needs.includes(state)) return { counts: false, why: `${why}. ${capital(sayState(state))} clears nothing.`, needs };
  }
  if (!check.states.includes(state)) {
    return { counts: false, why: `This check shows nothing ${sayState(state)}.`, needs: check.states };
  }
  return { counts: true };
}

/**
 * The states in which a look settles all of these joints of an axle; where there is none, those in which it settles what is
 * dangerous of them, else the first.
 * @param kinds what is looked at by it, at least one
 */
export function statesFor(axle: AxleSpec, check: HandCheck, kinds: readonly JointKind[]): VehicleState[] {
  const statesFor = (kind: JointKind) => check.states.filter((st) => stateCounts(axle, check, kind, st).counts);
  const all = check.states.filter((st) => kinds.every((k) => stateCounts(axle, check, k, st).counts));
  return all.length ? all : statesFor(kinds.find((k) => JOINT_SPECS[k].dangerous) ?? kinds[0]!);
}

/**
 * Can a look by this check, with the vehicle so, show the fault of this joint? One that this axle does not have, or that does
 * not go to this joint, shows nothing of it, however the vehicle stands.
 * @param known the axle's checks, as `checksOf` gives them
 * @param id the check that was made
 */
export function lookCounts(
  axle: AxleSpec,
  known: readonly Check[],
  id: string,
  kind: JointKind,
  state: VehicleState,
): StateRuling {
  const check = known.find((c) => c.id === id);
  if (!check?.settles.includes(kind)) return { counts: false, why: 'That check does not look at this joint.', needs: [] };
  return stateCounts(axle, check, kind, state);
}

/** Whether the play of a joint shows at all with the vehicle so: to any check that goes to it, and to a gauge at it. */
export const playShows = (axle: AxleSpec, kind: JointKind, state: VehicleState): boolean =>
  checksOf(axle).some((c) => c.settles.includes(kind) && stateCounts(axle, c, kind, state).counts);
