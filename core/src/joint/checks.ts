import type { AxleSpec } from './axle';
import { jointKinds } from './axle';
import type { JointKind, VehicleState } from './words';

export const CHECK_IDS = [
  'shake-12-6',
  'shake-3-9',
  'lever-ball-joint',
  'grip-link',
  'lever-bar',
  'lever-arm',
  'look-spring',
  'damper-look',
  'top-mount-hand',
  'nuts-wrench',
  'gauge',
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

export interface Check {
  readonly id: CheckId;
  /** Verb first, for the next line. `{side}` is filled in. */
  readonly title: string;
  readonly how: string;
  readonly lookAt: string;
  readonly minutes: number;
  /** Joint kinds it settles at once. */
  readonly settles: readonly JointKind[];
  /** States of the vehicle in which it can show the fault. */
  readonly states: readonly VehicleState[];
}

/** All checks are common practice, no source. */
const ALL: readonly Check[] = [
  {
    id: 'shake-12-6',
    title: 'Rock the {side} wheel at 12 and 6',
    minutes: 1,
    how: 'Hands at the top and bottom of the tyre, push and pull. Press the brake and rock again: what goes away is the bearing.',
    lookAt: 'A helper watches the ball joint. Any movement there is too much.',
    settles: ['ball-joint', 'upper-ball-joint', 'wheel-bearing'],
    states: ['one-side-up', 'both-hanging', 'under-arm'],
  },
  {
    id: 'shake-3-9',
    title: 'Rock the {side} wheel at 3 and 9',
    minutes: 1,
    how: 'Hands at the sides of the tyre, push and pull. Feel the outer tie rod end, then squeeze the rack boot for the inner.',
    lookAt: 'Movement before the other wheel follows.',
    settles: ['tie-rod-outer', 'tie-rod-inner'],
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'on-ramps'],
  },
  {
    id: 'lever-ball-joint',
    title: 'Lever the {side} ball joint gently',
    minutes: 2,
    how: 'A flat bar between arm and knuckle, light hand. Look at the boot first.',
    lookAt: 'The gap between arm and knuckle opening.',
    settles: ['ball-joint', 'upper-ball-joint'],
    states: ['one-side-up', 'both-hanging', 'under-arm', 'wheels-off'],
  },
  {
    id: 'grip-link',
    title: 'Work the {side} link by hand, both ends',
    minutes: 1,
    how: 'Grip the link close to the end and work it along the stud. Each end is its own joint.',
    lookAt: 'Movement at the stud before the bar follows; a click in the hand.',
    settles: ['link-upper', 'link-lower'],
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels'],
  },
  {
    id: 'lever-bar',
    title: 'Lever the bar beside the {side} frame bushing',
    minutes: 2,
    how: 'A bar between subframe and sway bar, close to the bracket. Push, let go, push.',
    lookAt: 'A gap opening between bar and rubber. Bracket bolts, rust marks.',
    settles: ['frame-bushing'],
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels'],
  },
  {
    id: 'lever-arm',
    title: 'Lever the {side} arm at its bushings',
    minutes: 2,
    how: 'A bar between arm and mount, each bushing in turn.',
    lookAt: 'Rubber parted from its sleeve, a sleeve walking out of its eye.',
    settles: ['arm-bushings', 'upper-arm-bushings', 'beam-bushing'],
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels', 'under-arm'],
  },
  {
    id: 'look-spring',
    title: 'Look round both ends of the {side} spring',
    minutes: 1,
    how: 'Light on the lowest and highest coil; run a gloved finger round the end.',
    lookAt: 'A fresh break, a short end, a corner that sits low.',
    settles: ['spring'],
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'wheels-off', 'on-ramps', 'under-arm'],
  },
  {
    id: 'damper-look',
    title: 'Check the {side} damper',
    minutes: 1,
    how: 'Push the corner down and let go; look for oil, rock the mounts by hand.',
    lookAt: 'Oil below the seal, a bushing that knocks, more than one swing.',
    settles: ['damper'],
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'wheels-off', 'on-ramps'],
  },
  {
    id: 'top-mount-hand',
    title: 'Hand on the {side} spring, steering lock to lock',
    minutes: 1,
    how: 'On its wheels, a helper turns the steering from stop to stop. Hand flat on a coil.',
    lookAt: 'A jump or a twang in the spring, the top mount lifting.',
    settles: ['top-mount'],
    states: ['on-wheels', 'on-ramps'],
  },
  {
    id: 'nuts-wrench',
    title: 'Put a wrench on every {side} wheel nut',
    minutes: 1,
    how: 'Wrench on each nut in turn, tightening direction only.',
    lookAt: 'A nut that turns; ovalled holes, shiny dust round a nut.',
    settles: ['wheel-nuts'],
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'on-ramps'],
  },
];

/** The checks an axle of this layout needs, each with the joints it has. */
export function checksOf(axle: AxleSpec): Check[] {
  const has = new Set(jointKinds(axle));
  return ALL.map((c) => ({ ...c, settles: c.settles.filter((k) => has.has(k)) })).filter((c) => c.settles.length > 0);
}

/** The hand check for one joint kind: the first in the list that settles it. */
export function checkFor(axle: AxleSpec, kind: JointKind): Check | undefined {
  return checksOf(axle).find((c) => c.settles.includes(kind));
}

export type StateRuling =
  { readonly counts: true } | { readonly counts: false; readonly why: string; readonly needs: readonly VehicleState[] };

const STATE_WORDS: Record<VehicleState, string> = {
  'on-wheels': 'on its wheels',
  'one-side-up': 'one side up',
  'both-hanging': 'both wheels hanging',
  'under-arm': 'raised under the arm',
  'wheels-off': 'wheels off',
  'on-ramps': 'on ramps',
};
export const sayState = (s: VehicleState): string => STATE_WORDS[s];

/**
 * Can a check in this state show the fault of this joint? Ball joints by where the spring stands
 * (common practice, no source): spring on the lower arm loads the lower joint unless the arm is
 * supported; on a strut the wheel hangs free; on the upper arm it is blocked as the maker says.
 */
export function stateCounts(axle: AxleSpec, check: Check, kind: JointKind, state: VehicleState): StateRuling {
  if (kind === 'ball-joint' || kind === 'upper-ball-joint') {
    const needs: readonly VehicleState[] =
      axle.springSeat === 'lower-arm' || axle.springSeat === 'upper-arm'
        ? ['under-arm']
        : ['one-side-up', 'both-hanging', 'wheels-off'];
    if (!needs.includes(state)) {
      const why =
        axle.springSeat === 'strut'
          ? 'On a strut the ball joint is only unloaded with the wheel hanging free'
          : axle.springSeat === 'lower-arm'
            ? 'The spring stands on the lower arm and holds the ball joint tight; support the vehicle under that arm'
            : axle.springSeat === 'upper-arm'
              ? 'The spring stands on the upper arm; block it as the vehicle’s maker says and support under the arm'
              : 'The joint is only unloaded with the wheel hanging free';
      return {
        counts: false,
        why: `${why}. ${STATE_WORDS[state][0]!.toUpperCase()}${STATE_WORDS[state].slice(1)} clears nothing.`,
        needs,
      };
    }
    return { counts: true };
  }
  if (!check.states.includes(state)) {
    return { counts: false, why: `This check shows nothing ${STATE_WORDS[state]}.`, needs: check.states };
  }
  return { counts: true };
}
