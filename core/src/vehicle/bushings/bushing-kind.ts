import type { Name } from '../../text';
import { askedOfPieces, facingsOfPieces, type KindPiece, type PieceAxis } from '../assembled';
import type { OrientationSpec, PieceSpec } from '../pieces';

/** A piece of what holds a bushing, and on which line it comes off; the middle where left out. */
export type BushingPiece = KindPiece & { readonly on?: Extract<PieceAxis, 'bolts' | 'cross bolts'> };

interface Given {
  readonly name: Name;
  /** Its pieces as they come off. */
  readonly stack: readonly BushingPiece[];
  /** It has a bore of its own that is chosen by the bar's diameter. */
  readonly bored: boolean;
  /** How one without a bore is chosen. */
  readonly chosenBy: string;
  /** How many bolts usually hold it. */
  readonly bolts: number;
  /** How it comes off and goes on again (common practice, no source); `{side}` is filled in. */
  readonly undo: { readonly title: string; readonly detail: string; readonly tools: readonly string[] };
  readonly fit: { readonly title: string; readonly detail: string };
  /**
   * On the plate: a bracket with a bolt at each end, the same with its nuts, a strap that hooks in above, two halves
   * bolted through, or an eye with a sleeve on one bolt.
   */
  readonly drawn: 'bracket' | 'back nuts' | 'strap' | 'halves' | 'sleeve in an eye';
}

/** One kind of frame bushing with what holds it, whole, and what is read off its pieces. */
export interface BushingKindSpec extends Given {
  /** It has a second set: bolts through its halves, besides those that hold it to the frame. */
  readonly throughBolts: boolean;
  /** The bar turns in it: it is greased or left dry as its material wants; one that is gripped is never greased. */
  readonly turnsIn: boolean;
  readonly pieces: readonly PieceSpec[];
  readonly facings: readonly OrientationSpec[];
}

/** A kind of bushing from its pieces. */
export const bushingKind = (given: Given): BushingKindSpec => ({
  ...given,
  throughBolts: given.stack.some((p) => p.turns === 'carrier-bolt'),
  turnsIn: !given.stack.some((p) => p.role === 'sleeve'),
  pieces: askedOfPieces(given.stack.filter((p) => p.of !== 'part')),
  facings: facingsOfPieces(given.stack),
});

export const OLD_BUSHING: PieceSpec = { id: 'bushing', name: 'Old frame bushing, {side}', usual: 'binned', why: 'Worn.' };
const BRACKET_SPEC: PieceSpec = {
  id: 'bracket',
  name: 'Bracket, {side}',
  usual: 'kept',
  why: 'Brushed; renewed when the hook or a hole is wasted.',
};

/** What it is bolted to, and the bar itself. */
export const BAR: BushingPiece = { role: 'bar', of: 'vehicle' };
export const FRAME: BushingPiece = { role: 'frame', of: 'vehicle' };
export const BOLTS: BushingPiece = {
  role: 'bolt',
  of: 'fixing',
  on: 'bolts',
  turns: 'bracket-bolt',
  asked: {
    id: 'bracket.bolts',
    name: 'Bracket bolts, {side}',
    usual: 'kept',
    why: 'Each back in its own hole; renewed when wasted.',
  },
};
export const BRACKET: BushingPiece = { role: 'bracket', of: 'fixing', asked: BRACKET_SPEC };
const SPLIT: OrientationSpec = {
  orientation: 'bushing split',
  right: 'Split faces the side it faced at removal, closed by the bracket.',
  wrong: 'Split under the open side of the bracket: it works loose.',
};
export const SPLIT_BUSHING: BushingPiece = { role: 'bushing', of: 'part', asked: OLD_BUSHING, faces: SPLIT };
