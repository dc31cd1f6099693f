import { ballStud } from './ball-stud';
import { boltThrough } from './bolt-through';
import type { LinkKindSpec } from './link-kind';
import { studAndBushing } from './stud-and-bushing';

/** Every kind of link: a new one is a file beside these and a line here. */
export const LINKS = {
  'ball-stud': ballStud,
  'stud-and-bushing': studAndBushing,
  'bolt-through': boltThrough,
} satisfies Record<string, LinkKindSpec>;
export type LinkKind = keyof typeof LINKS;
export const LINK_KINDS = Object.keys(LINKS) as readonly LinkKind[] as readonly [LinkKind, ...LinkKind[]];
export * from './link-kind';
