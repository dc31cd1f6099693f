import type { Name } from '../../text';
import type { OrientationSpec, PieceSpec } from '../pieces';

/** One kind of frame bushing with what holds it, whole. */
export interface BushingKindSpec {
  readonly name: Name;
  /** It has a bore of its own that is chosen by the bar's diameter. */
  readonly bored: boolean;
  /** How one without a bore is chosen. */
  readonly chosenBy: string;
  readonly bolts: number;
  /** It has a second set: bolts through its halves, besides those that hold it to the frame. */
  readonly throughBolts?: true;
  /** Its bolts have nuts behind, which must be held. */
  readonly backNuts: boolean;
  readonly pieces: readonly PieceSpec[];
  readonly orientation: OrientationSpec;
  /** How it comes off and goes on again (common practice, no source); `{side}` is filled in. */
  readonly undo: { readonly title: string; readonly detail: string; readonly tools: readonly string[] };
  readonly fit: { readonly title: string; readonly detail: string };
  /**
   * On the plate: a bracket with a bolt at each end, the same with its nuts, a strap that hooks in above, two halves
   * bolted through, or an eye with a sleeve on one bolt.
   */
  readonly drawn: 'bracket' | 'back nuts' | 'strap' | 'halves' | 'pivot';
}

export const BRACKET_PIECES: readonly PieceSpec[] = [
  { id: 'bracket', name: 'Bracket, {side}', usual: 'kept', why: 'Brushed; renewed when the hook or a hole is wasted.' },
  {
    id: 'bracket.bolts',
    name: 'Bracket bolts, {side}',
    usual: 'kept',
    why: 'Each back in its own hole; renewed when wasted.',
  },
];

export const SPLIT: OrientationSpec = {
  orientation: 'bushing split',
  right: 'Split faces the side it faced at removal, closed by the bracket.',
  wrong: 'Split under the open side of the bracket: it works loose.',
};
