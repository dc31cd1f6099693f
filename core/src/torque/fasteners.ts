import { inDialect, type Dialect, type Name } from '../text';

interface FastenerKindSpec {
  readonly name: Name;
  /** May never go without a published value: release stays blocked (product.md, Tighten). */
  readonly needsPublished: boolean;
}

/** Every kind of fastener: a new one is a line here, and the joint, link or operation that has it. */
const KINDS = {
  'link-upper-nut': { name: ['Link, upper nut', 'Drop link, upper nut'], needsPublished: false },
  'link-lower-nut': { name: ['Link, lower nut', 'Drop link, lower nut'], needsPublished: false },
  'link-bolt-nut': { name: ['Link bolt, nut', 'Drop link bolt, nut'], needsPublished: false },
  'bracket-bolt': { name: 'Bracket bolts', needsPublished: false },
  'wheel-nut': { name: 'Wheel nuts', needsPublished: true },
  'shield-bolt': { name: 'Undershield', needsPublished: false },
  'tie-rod-nut': { name: ['Tie rod nut', 'Track rod end nut'], needsPublished: true },
  'ball-joint-nut': { name: 'Ball joint nut', needsPublished: true },
  'arm-bolt': { name: ['Arm bolt', 'Wishbone bolt'], needsPublished: true },
  'damper-bolt': { name: 'Damper bolt', needsPublished: false },
} as const satisfies Record<string, FastenerKindSpec>;

export type FastenerKind = keyof typeof KINDS;
export const FASTENER_KINDS = Object.keys(KINDS) as readonly FastenerKind[] as readonly [FastenerKind, ...FastenerKind[]];

export const fastenerName = (kind: FastenerKind, dialect: Dialect = 'sway bar'): string => inDialect(KINDS[kind].name, dialect);

/** Whether this kind may never be left "firm, unpublished". */
export const needsPublished = (kind: FastenerKind): boolean => KINDS[kind].needsPublished;
