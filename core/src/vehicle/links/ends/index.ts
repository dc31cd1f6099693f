import { ballStud } from './ball-stud';
import { boltThroughGrommets } from './bolt-through-grommets';
import type { EndKindSpec } from './end-kind';
import { eyeAndBolt } from './eye-and-bolt';
import { headlessStud } from './headless-stud';
import { pressedBushing } from './pressed-bushing';
import { rodEnd } from './rod-end';

/** Every kind of end: a new one is a file beside these and a line here. */
export const END_SPECS = {
  'ball stud': ballStud,
  'pressed bushing': pressedBushing,
  'bolt through grommets': boltThroughGrommets,
  'headless stud': headlessStud,
  'eye and bolt': eyeAndBolt,
  'rod end': rodEnd,
} satisfies Record<string, EndKindSpec>;
export type EndKind = keyof typeof END_SPECS;
export const END_KINDS = Object.keys(END_SPECS) as readonly EndKind[] as readonly [EndKind, ...EndKind[]];
export type { EndKindSpec, EndTrouble } from './end-kind';

/** Where a stud points, its nut last: away from the vehicle's middle, towards it, or along one of its other axes. */
export const STUD_WAYS = ['outward', 'inward', 'forward', 'back', 'up', 'down'] as const;
export type StudPoints = (typeof STUD_WAYS)[number];
