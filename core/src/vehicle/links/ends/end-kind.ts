import type { Name } from '../../../text';
import type { OrientationSpec, PieceSpec } from '../../pieces';

/** What may well go wrong with getting an end off. */
export type EndTrouble = 'stud spins' | 'hex rounds' | 'head spins' | 'bolt seized' | 'bolt broke' | 'cannot reach';

/** One kind of link end, whole: what it is put together of, which way that faces, how it comes off. */
export interface EndKindSpec {
  readonly name: Name;
  /** It turns in rubber: it squeaks dry, and perishes. */
  readonly rubber: boolean;
  /** Its rubber grips a sleeve: tightened with the suspension at ride height. */
  readonly gripped: boolean;
  /** On the plate: a ball in its boot, rubber in an eye, grommets on a bolt, a bare ball in its eye. */
  readonly drawn: 'boot' | 'eye' | 'grommets' | 'rod end';
  /** What turns with its nut, and is held: a stud, by its hex or flats; a bolt by its head; the rod by its flats. */
  readonly held: 'stud' | 'bolt head' | 'rod';
  /** What comes off with it besides the link itself (common practice, no source). */
  readonly pieces: readonly PieceSpec[];
  readonly orientation: OrientationSpec;
  readonly undo: {
    readonly detail: string;
    /** The likeliest first. */
    readonly troubles: readonly EndTrouble[];
  };
}

export const LOCK_NUTS: PieceSpec = {
  id: 'link.nuts',
  name: 'Lock nuts, {side}',
  usual: 'renewed',
  why: 'Self-locking nuts are used once; a reused one is recorded with threadlocker.',
};
export const WASHERS: PieceSpec = {
  id: 'link.washers',
  name: 'Dished washers, {side}',
  usual: 'moved over',
  why: 'Kept when flat rims and clean, dish as before.',
};
export const BOLTS: PieceSpec = {
  id: 'link.bolts',
  name: 'Bolts and nuts, {side}',
  usual: 'moved over',
  why: 'Each bolt back with its nut; renewed when rusty or necked.',
};
export const DISHES: OrientationSpec = {
  orientation: 'dished washers',
  right: 'Dish cups the grommet, rim towards the rubber.',
  wrong: 'Dish turned away: the rim cuts the rubber.',
};
