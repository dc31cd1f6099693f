import { ballStud } from './ball-stud';
import { boltThrough } from './bolt-through';
import { eyeAndBolt } from './eye-and-bolt';
import { headlessStud } from './headless-stud';
import type { LinkKindSpec } from './link-kind';
import { rodEnd } from './rod-end';
import { studAndBushing } from './stud-and-bushing';

/** Every kind of link: a new one is a file beside these and a line here. */
export const LINKS = {
  'ball-stud': ballStud,
  'stud-and-bushing': studAndBushing,
  'bolt-through': boltThrough,
  'headless-stud': headlessStud,
  'eye-and-bolt': eyeAndBolt,
  'rod-end': rodEnd,
} satisfies Record<string, LinkKindSpec>;
export type LinkKind = keyof typeof LINKS;
/** What a link is taken for where nobody has described it (common practice, no source). */
export const USUAL_LINK: LinkKind = 'ball-stud';
export const LINK_KINDS = Object.keys(LINKS) as readonly LinkKind[] as readonly [LinkKind, ...LinkKind[]];
export * from './ends';
export * from './link-kind';
