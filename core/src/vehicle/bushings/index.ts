import { backNuts } from './back-nuts';
import type { BushingKindSpec } from './bushing-kind';
import { carrierHalves } from './carrier-halves';
import { hookStrap } from './hook-strap';
import { pivot } from './pivot';
import { twoBolt } from './two-bolt';

/** Every kind of frame bushing: a new one is a file beside these and a line here. */
export const BUSHINGS = {
  'two-bolt': twoBolt,
  'hook-strap': hookStrap,
  'carrier-halves': carrierHalves,
  'back-nuts': backNuts,
  pivot,
} satisfies Record<string, BushingKindSpec>;
export type BushingKind = keyof typeof BUSHINGS;
/** What holds a bar where nobody has described it (common practice, no source). */
export const USUAL_HOLDER: BushingKind = 'two-bolt';
export const BUSHING_KINDS = Object.keys(BUSHINGS) as readonly BushingKind[] as readonly [BushingKind, ...BushingKind[]];
export type { BushingKindSpec, BushingPiece } from './bushing-kind';
