import type { BushingKindSpec } from './bushing-kind';
import { carrierHalves } from './carrier-halves';
import { hookStrap } from './hook-strap';
import { twoBolt } from './two-bolt';

/** Every kind of frame bushing: a new one is a file beside these and a line here. */
export const BUSHINGS = {
  'two-bolt': twoBolt,
  'hook-strap': hookStrap,
  'carrier-halves': carrierHalves,
} satisfies Record<string, BushingKindSpec>;
export type BushingKind = keyof typeof BUSHINGS;
export const BUSHING_KINDS = Object.keys(BUSHINGS) as readonly BushingKind[] as readonly [BushingKind, ...BushingKind[]];
export type { BushingKindSpec } from './bushing-kind';
