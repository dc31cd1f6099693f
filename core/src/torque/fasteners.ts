import { inDialect, type Dialect, type Name } from '../text';

interface FastenerKindSpec {
  readonly name: Name;
  /** May never go without a published value: release stays blocked (product.md, Tighten). */
  readonly needsPublished: boolean;
  /** On a taper: a castle nut with its cotter, or a nut that locks; how it is kept is part of its record. */
  readonly taper?: true;
  /** How a torque page names it, whichever dialect. */
  readonly said: RegExp;
}

/** Every kind of fastener: a new one is a line here, and the joint, link or operation that has it. */
const KINDS = {
  'link-upper-nut': {
    name: ['Link, upper nut', 'Drop link, upper nut'],
    needsPublished: false,
    said: /\blinks?\b(?!.*\b(lower|lock|jam|bolt)\b)(?!.*\bbracket)/,
  },
  'link-lower-nut': {
    name: ['Link, lower nut', 'Drop link, lower nut'],
    needsPublished: false,
    said: /\blinks?\b(?!.*\b(upper|top|lock|jam|bolt)\b)(?!.*\bbracket)/,
  },
  'link-lock-nut': {
    name: ['Link, lock nuts', 'Drop link, lock nuts'],
    needsPublished: false,
    said: /\blinks?\b.*\b(lock|jam) nuts?\b|\b(lock|jam) nuts?\b.*\blinks?\b/,
  },
  'link-bolt-nut': {
    name: ['Link bolt, nut', 'Drop link bolt, nut'],
    needsPublished: false,
    said: /\blinks?\b(?!.*\b(upper|lower|top|lock|jam)\b)/,
  },
  'bracket-bolt': {
    name: 'Bracket bolts',
    needsPublished: false,
    said: /\b(bracket|clamp|carrier|bushing|bush)s?\b(?!.*\b(arm|wishbone|beam|through)\b)/,
  },
  'carrier-bolt': {
    name: 'Carrier through bolts',
    needsPublished: false,
    said: /\bthrough bolts?\b(?!.*\blinks?\b)|\b(bracket|clamp|carrier|bushing|bush)s?\b.*\bthrough\b/,
  },
  'wheel-nut': { name: 'Wheel nuts', needsPublished: true, said: /\b(wheel|lug) (nut|bolt)s?\b/ },
  'shield-bolt': { name: 'Undershield', needsPublished: false, said: /\b(under ?shield|under ?tray|shield)s?\b/ },
  'tie-rod-nut': {
    name: ['Tie rod nut', 'Track rod end nut'],
    needsPublished: true,
    taper: true,
    said: /\b(tie|track) rods?\b(?!.*\b(lock|jam)\b)/,
  },
  'tie-rod-lock-nut': {
    name: ['Tie rod lock nut', 'Track rod lock nut'],
    needsPublished: false,
    said: /\b(tie|track) rods?\b.*\b(lock|jam) nuts?\b|\b(lock|jam) nuts?\b.*\b(tie|track) rods?\b/,
  },
  'ball-joint-nut': { name: 'Ball joint nut', needsPublished: true, taper: true, said: /\bball joints?\b/ },
  'arm-bolt': {
    name: ['Arm bolt', 'Wishbone bolt'],
    needsPublished: true,
    said: /\b(control |lower |upper )?(arm|wishbone)s?\b(?!.*\bball joint)/,
  },
  'bar-bolt': {
    name: ['Sway bar to beam', 'Anti-roll bar to beam'],
    needsPublished: false,
    said: /\b(sway|anti roll|stabili[sz]er) bar\b.*\bbeam\b|\bbar bolts?\b/,
  },
  'leaf-bolt': { name: 'Leaf eye and shackle bolts', needsPublished: true, said: /\b(leaf|shackle)s?\b/ },
  'damper-bolt': { name: 'Damper bolt', needsPublished: false, said: /\b(damper|strut|shock absorber)s?\b/ },
} as const satisfies Record<string, FastenerKindSpec>;

export type FastenerKind = keyof typeof KINDS;
export const FASTENER_KINDS = Object.keys(KINDS) as readonly FastenerKind[] as readonly [FastenerKind, ...FastenerKind[]];

/** The fasteners that words on a torque page can mean: "link nuts" are both of them. */
export const fastenersSaid = (text: string): FastenerKind[] => {
  const t = text.toLowerCase().replace(/[-_:,;.]+/g, ' ');
  return FASTENER_KINDS.filter((k) => (KINDS[k] as FastenerKindSpec).said.test(t));
};

export const fastenerName = (kind: FastenerKind, dialect: Dialect = 'sway bar'): string => inDialect(KINDS[kind].name, dialect);

/** Whether this kind may never be left "firm, unpublished". */
export const needsPublished = (kind: FastenerKind): boolean => KINDS[kind].needsPublished;

/** Whether this kind holds a taper: how its nut is kept has to be said. */
export const isTaper = (kind: FastenerKind): boolean => (KINDS[kind] as FastenerKindSpec).taper === true;

/** How a nut is kept from turning back. */
export const LOCKS = ['new cotter', 'new lock nut', 'lock nut used again, threadlocker', 'nothing to lock'] as const;
export type LockHow = (typeof LOCKS)[number];
