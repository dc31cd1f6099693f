import type { VehicleState } from '../vehicle';

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
  'rock-loaded',
  'gauge',
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** One action of the hands at the vehicle. Which joints it settles, the kinds of joint say. */
export interface HandCheck {
  readonly id: CheckId;
  /** Verb first, for the next line. `{side}` is filled in. */
  readonly title: string;
  readonly how: string;
  readonly lookAt: string;
  readonly minutes: number;
  /** States of the vehicle in which it can show the fault. */
  readonly states: readonly VehicleState[];
  /** Another way of looking, for what was felt tight and is still pointed at. */
  readonly another?: true;
}

/** All of them common practice, no source. The first that settles a joint is its usual one. */
export const HAND_CHECKS: readonly HandCheck[] = [
  {
    id: 'shake-12-6',
    title: 'Rock the {side} wheel at 12 and 6',
    minutes: 1,
    how: 'Hands at the top and bottom of the tyre, push and pull. Press the brake and rock again: what goes away is the bearing.',
    lookAt: 'A helper watches the ball joint. Any movement there is too much.',
    states: ['one-side-up', 'both-hanging', 'under-arm'],
  },
  {
    id: 'shake-3-9',
    title: 'Rock the {side} wheel at 3 and 9',
    minutes: 1,
    how: 'Hands at the sides of the tyre, push and pull. Feel the outer tie rod end, then squeeze the rack boot for the inner.',
    lookAt: 'Movement before the other wheel follows.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'on-ramps'],
  },
  {
    id: 'lever-ball-joint',
    title: 'Lever the {side} ball joint gently',
    minutes: 2,
    how: 'A flat bar between arm and knuckle, light hand. Look at the boot first.',
    lookAt: 'The gap between arm and knuckle opening.',
    states: ['one-side-up', 'both-hanging', 'under-arm', 'wheels-off'],
  },
  {
    id: 'grip-link',
    title: 'Work the {side} link by hand, both ends',
    minutes: 1,
    how: 'Grip the link close to the end and work it along the stud. Each end is its own joint.',
    lookAt: 'Movement at the stud before the bar follows; a click in the hand.',
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels'],
  },
  {
    id: 'lever-bar',
    title: 'Lever the bar beside the {side} frame bushing',
    minutes: 2,
    how: 'A bar between subframe and sway bar, close to the bracket. Push, let go, push.',
    lookAt: 'A gap opening between bar and rubber. Bracket bolts, rust marks.',
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels'],
  },
  {
    id: 'lever-arm',
    title: 'Lever the {side} arm at its bushings',
    minutes: 2,
    how: 'A bar between arm and mount, each bushing in turn.',
    lookAt: 'Rubber parted from its sleeve, a sleeve walking out of its eye.',
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels', 'under-arm'],
  },
  {
    id: 'look-spring',
    title: 'Look round both ends of the {side} spring',
    minutes: 1,
    how: 'Light on the lowest and highest coil; run a gloved finger round the end.',
    lookAt: 'A fresh break, a short end, a corner that sits low.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'wheels-off', 'on-ramps', 'under-arm'],
  },
  {
    id: 'damper-look',
    title: 'Check the {side} damper',
    minutes: 1,
    how: 'Push the corner down and let go; look for oil, rock the mounts by hand.',
    lookAt: 'Oil below the seal, a bushing that knocks, more than one swing.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'wheels-off', 'on-ramps'],
  },
  {
    id: 'top-mount-hand',
    title: 'Hand on the {side} spring, steering lock to lock',
    minutes: 1,
    how: 'On its wheels, a helper turns the steering from stop to stop. Hand flat on a coil.',
    lookAt: 'A jump or a twang in the spring, the top mount lifting.',
    states: ['on-wheels', 'on-ramps'],
  },
  {
    id: 'nuts-wrench',
    title: 'Put a wrench on every {side} wheel nut',
    minutes: 1,
    how: 'Wrench on each nut in turn, tightening direction only.',
    lookAt: 'A nut that turns; ovalled holes, shiny dust round a nut.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'on-ramps'],
  },
  {
    id: 'rock-loaded',
    title: 'A hand on each joint while the {side} corner is rocked, loaded',
    minutes: 4,
    how: 'On its wheels or on ramps, a helper rocks the body from side to side and bounces the corner. A finger across each joint.',
    lookAt: 'A tick in the finger that comes with the rocking: what is tight hanging may knock under load.',
    states: ['on-wheels', 'on-ramps'],
    another: true,
  },
];
