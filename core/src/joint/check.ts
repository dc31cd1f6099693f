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
  'push-corner',
  'top-mount-hand',
  'nuts-wrench',
  'rock-loaded',
  'gauge',
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** What a look asks, and what its two plain answers are called. */
export interface CheckWords {
  readonly asks: string;
  readonly tight: string;
  readonly moves: string;
}

/** One action of the hands at the vehicle. Which joints it settles, the kinds of joint say. */
export interface HandCheck {
  readonly id: CheckId;
  /** Verb first, for the next line. `{side}` is filled in. */
  readonly title: string;
  /** The same at both sides, one after the other. */
  readonly both: string;
  readonly how: string;
  readonly lookAt: string;
  readonly minutes: number;
  /** States of the vehicle in which it can show the fault. */
  readonly states: readonly VehicleState[];
  readonly words: CheckWords;
  /** It is made at the wheel: with the wheel off there is nothing to hold. */
  readonly atWheel?: true;
  /** Another way of looking, for what was felt tight and is still pointed at. */
  readonly another?: true;
}

const FELT: CheckWords = { asks: 'Does anything move?', tight: 'tight', moves: 'moves' };

/** All of them common practice, no source. The first that settles a joint is its usual one. */
export const HAND_CHECKS: readonly HandCheck[] = [
  {
    id: 'shake-12-6',
    title: 'Rock the {side} wheel at 12 and 6',
    both: 'Rock both wheels at 12 and 6',
    minutes: 1,
    how: 'Hands at the top and bottom of the tyre, push and pull. Press the brake and rock again: what goes away is the bearing.',
    lookAt: 'A helper watches the ball joint. Any movement there is too much.',
    states: ['one-side-up', 'both-hanging', 'under-arm'],
    words: FELT,
    atWheel: true,
  },
  {
    id: 'shake-3-9',
    title: 'Rock the {side} wheel at 3 and 9',
    both: 'Rock both wheels at 3 and 9',
    minutes: 1,
    how: 'Hands at the sides of the tyre, push and pull. Feel the outer tie rod end, then squeeze the rack boot for the inner.',
    lookAt: 'Movement before the other wheel follows.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'on-ramps'],
    words: FELT,
    atWheel: true,
  },
  {
    id: 'lever-ball-joint',
    title: 'Lever the {side} ball joint gently',
    both: 'Lever both ball joints gently',
    minutes: 2,
    how: 'A flat bar between arm and knuckle, light hand. Look at the boot first.',
    lookAt: 'The gap between arm and knuckle opening.',
    states: ['one-side-up', 'both-hanging', 'under-arm', 'wheels-off'],
    words: FELT,
  },
  {
    id: 'grip-link',
    title: 'Work the {side} link by hand, both ends',
    both: 'Work both links by hand, both ends of each',
    minutes: 1,
    how: 'Grip the link close to the end and work it along the stud. Each end is its own joint.',
    lookAt: 'Movement at the stud before the bar follows; a click in the hand.',
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels'],
    words: FELT,
  },
  {
    id: 'lever-bar',
    title: 'Lever the bar beside the {side} frame bushing',
    both: 'Lever the bar beside both frame bushings',
    minutes: 2,
    how: 'A bar between subframe and sway bar, close to the bracket. Push, let go, push.',
    lookAt: 'A gap opening between bar and rubber. Bracket bolts, rust marks.',
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels'],
    words: FELT,
  },
  {
    id: 'lever-arm',
    title: 'Lever the {side} arm at its bushings',
    both: 'Lever both arms at their bushings',
    minutes: 2,
    how: 'A bar between arm and mount, each bushing in turn.',
    lookAt: 'Rubber parted from its sleeve, a sleeve walking out of its eye.',
    states: ['both-hanging', 'wheels-off', 'on-ramps', 'on-wheels', 'under-arm'],
    words: FELT,
  },
  {
    id: 'look-spring',
    title: 'Look round both ends of the {side} spring',
    both: 'Look round both ends of both springs',
    minutes: 1,
    how: 'Light on the lowest and highest coil; run a gloved finger round the end.',
    lookAt: 'A fresh break, a short end, a corner that sits low.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'wheels-off', 'on-ramps', 'under-arm'],
    words: { asks: 'Is one broken, or loose in its seat?', tight: 'whole', moves: 'broken' },
  },
  {
    id: 'damper-look',
    title: 'Look at the {side} damper and rock its mounts',
    both: 'Look at both dampers and rock their mounts',
    minutes: 1,
    how: 'Light along the body and rod; rock the mounts by hand.',
    lookAt: 'Oil below the seal, a bent rod, a bushing that knocks.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'wheels-off', 'on-ramps'],
    words: { asks: 'Does one leak, or knock in its mounts?', tight: 'good', moves: 'bad' },
  },
  {
    id: 'push-corner',
    title: 'Push the {side} corner down and let go',
    both: 'Push each corner down and let go',
    minutes: 1,
    how: 'On its wheels: push the corner down hard, let go, and count the swings.',
    lookAt: 'More than one swing, a knock on the way.',
    // Hanging there is nothing to push against.
    states: ['on-wheels', 'on-ramps'],
    words: { asks: 'Does one swing on, or knock?', tight: 'good', moves: 'bad' },
  },
  {
    id: 'top-mount-hand',
    title: 'Hand on the {side} spring, steering lock to lock',
    both: 'Hand on each spring, steering lock to lock',
    minutes: 1,
    how: 'On its wheels, a helper turns the steering from stop to stop. Hand flat on a coil.',
    lookAt: 'A jump or a twang in the spring, the top mount lifting.',
    states: ['on-wheels', 'on-ramps'],
    words: { asks: 'Does one jump or twang?', tight: 'smooth', moves: 'jumps' },
  },
  {
    id: 'nuts-wrench',
    title: 'Put a wrench on every {side} wheel nut',
    both: 'Put a wrench on every wheel nut, both sides',
    minutes: 1,
    how: 'Wrench on each nut in turn, tightening direction only.',
    lookAt: 'A nut that turns; ovalled holes, shiny dust round a nut.',
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'on-ramps'],
    words: { asks: 'Does one turn?', tight: 'tight', moves: 'loose' },
    atWheel: true,
  },
  {
    id: 'rock-loaded',
    title: 'A hand on each joint while the {side} corner is rocked under load',
    both: 'A hand on each joint while each corner is rocked under load',
    minutes: 4,
    how: 'On its wheels or on ramps, a helper rocks the body from side to side and bounces the corner. A finger across each joint.',
    lookAt: 'A tick in the finger that comes with the rocking: what is tight hanging may knock under load.',
    states: ['on-wheels', 'on-ramps'],
    words: { asks: 'Does a joint tick in the finger?', tight: 'quiet', moves: 'ticks' },
    another: true,
  },
];
