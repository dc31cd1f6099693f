import type { VehicleTypeSpec, VehicleState } from '../vehicle';
import { faultsOf, type OtherFault } from './faults';

export const ELSEWHERE_CHECK_IDS = [
  'empty-load',
  'tap-shields',
  'shake-brakes',
  'wrench-recent',
  'load-engine',
  'wrench-subframe',
  'turn-shafts',
] as const;
export type ElsewhereCheckId = (typeof ELSEWHERE_CHECK_IDS)[number];

/** A check of what is no joint of the plate. */
export interface ElsewhereCheck {
  readonly id: ElsewhereCheckId;
  readonly title: string;
  readonly how: string;
  readonly lookAt: string;
  readonly minutes: number;
  readonly finds: readonly OtherFault[];
  readonly states: readonly VehicleState[];
}

/** All common practice, no source. Cheap ones first: they are ruled out before anything comes apart. */
const ALL: readonly ElsewhereCheck[] = [
  {
    id: 'empty-load',
    title: 'Empty the load space, jack and spare held down',
    minutes: 2,
    how: 'Everything loose out, seats locked, jack, wrench and spare tightened in their places.',
    lookAt: 'Shiny rub marks where metal has knocked on metal.',
    finds: ['load or jack loose'],
    states: ['on-wheels', 'one-side-up', 'both-hanging', 'under-arm', 'wheels-off', 'on-ramps'],
  },
  {
    id: 'tap-shields',
    title: 'Tap the exhaust and its shields along their length',
    minutes: 2,
    how: 'A gloved fist on the cold exhaust, a finger on each shield and clamp.',
    lookAt: 'A buzz that stops when a hand is laid on it.',
    finds: ['exhaust shield'],
    // What is reached from behind and from the side is tapped before anything is raised.
    states: ['on-wheels', 'both-hanging', 'under-arm', 'wheels-off', 'on-ramps'],
  },
  {
    id: 'shake-brakes',
    title: 'Shake the calipers, pads and backing plates',
    minutes: 2,
    how: 'Hands on caliper and plate, engine off. Then drive and touch the brake lightly: what goes quiet is here.',
    lookAt: 'Pads that knock in their carrier, a missing clip, a plate that touches.',
    finds: ['brake hardware'],
    states: ['both-hanging', 'wheels-off', 'one-side-up', 'under-arm'],
  },
  {
    id: 'wrench-recent',
    title: 'A wrench on every fastener of the last job',
    minutes: 3,
    how: 'From the last sheet: each nut and bolt that was turned, tightening direction only.',
    lookAt: 'One that turns. A witness mark that no longer lines up.',
    finds: ['recent work'],
    // On the wheels too: joints loaded, a loose nut shows by its turn.
    states: ['on-wheels', 'both-hanging', 'wheels-off', 'on-ramps', 'under-arm'],
  },
  {
    id: 'load-engine',
    title: 'Load the engine against the brakes and watch its mounts',
    minutes: 2,
    how: 'Brakes held hard, nobody in front or behind: a touch of drive, then reverse. A helper watches from the side.',
    lookAt: 'The engine lifting and dropping with a thud.',
    finds: ['engine mount'],
    states: ['on-wheels'],
  },
  {
    id: 'wrench-subframe',
    title: 'A wrench on the subframe bolts, lever beside each',
    minutes: 3,
    how: 'Tightening direction only; then a bar between subframe and body.',
    lookAt: 'Movement or clean metal round a bolt head.',
    finds: ['subframe bolt'],
    states: ['both-hanging', 'on-ramps', 'wheels-off'],
  },
  {
    id: 'turn-shafts',
    title: 'Twist the drive shafts, both ends',
    minutes: 2,
    how: 'Out of gear, wheel held: twist the shaft back and forth and lift it at the inner joint.',
    lookAt: 'Clicks before the wheel follows, grease thrown round a boot.',
    finds: ['left drive shaft', 'right drive shaft'],
    states: ['both-hanging', 'one-side-up', 'under-arm', 'wheels-off'],
  },
];

/** What is done in a check elsewhere, whatever the vehicle. */
export const elsewhereTitle = (id: ElsewhereCheckId): string => ALL.find((c) => c.id === id)?.title ?? id;

/** The checks elsewhere on a vehicle of this type. */
export function elsewhereChecks(type: VehicleTypeSpec): ElsewhereCheck[] {
  const has = new Set<string>(faultsOf(type).map((f) => f.id));
  return ALL.filter((c) => c.finds.some((f) => has.has(f)));
}
