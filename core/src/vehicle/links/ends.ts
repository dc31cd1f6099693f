import type { Name } from '../../text';

/** What one end of a link is. */
export interface EndKindSpec {
  readonly name: Name;
  /** It turns in rubber: it squeaks dry, and perishes. */
  readonly rubber: boolean;
  /** Its rubber grips a sleeve: tightened with the suspension at ride height. */
  readonly gripped: boolean;
  /** On the plate: a ball in its boot, rubber in an eye, grommets on a bolt, a bare ball in its eye. */
  readonly drawn: 'boot' | 'eye' | 'grommets' | 'rod end';
}

/** Every kind of end (common practice, no source): a new one is a row here. */
export const END_SPECS = {
  'ball stud': { name: 'Ball stud', rubber: false, gripped: false, drawn: 'boot' },
  'pressed bushing': { name: ['Pressed bushing', 'Pressed bush'], rubber: true, gripped: true, drawn: 'eye' },
  'bolt through grommets': { name: 'Bolt through grommets', rubber: true, gripped: false, drawn: 'grommets' },
  'headless stud': { name: 'Headless stud in grommets', rubber: true, gripped: false, drawn: 'grommets' },
  'eye and bolt': { name: 'Eye and bolt', rubber: true, gripped: true, drawn: 'eye' },
  'rod end': { name: 'Rod end', rubber: false, gripped: false, drawn: 'rod end' },
} as const satisfies Record<string, EndKindSpec>;
export type EndKind = keyof typeof END_SPECS;
export const END_KINDS = Object.keys(END_SPECS) as readonly EndKind[] as readonly [EndKind, ...EndKind[]];

/** Where a stud points, its nut last: away from the vehicle's middle, towards it, or along one of its other axes. */
export const STUD_WAYS = ['outward', 'inward', 'forward', 'back', 'up', 'down'] as const;
export type StudPoints = (typeof STUD_WAYS)[number];
