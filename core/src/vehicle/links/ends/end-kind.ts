import type { Name } from '../../../text';
import { askedOfPieces, facingsOfPieces, type KindPiece } from '../../assembled';
import type { OrientationSpec, PieceSpec } from '../../pieces';
import type { Hold } from '../../words';

/** What may well go wrong with getting an end off. */
export type EndTrouble =
  'stud spins' | 'stud rounds' | 'hex rounds' | 'head spins' | 'bolt seized' | 'bolt broke' | 'cannot reach';

/** One kind of link end as its file says it. */
interface Given {
  readonly name: Name;
  /** It is only met where one bolt goes through the whole link. */
  readonly onOneBolt?: true;
  /** Its pieces as they come off, from the outside to the link. */
  readonly stack: readonly KindPiece[];
  readonly undo: {
    readonly detail: string;
    /** What is said before that, by how what turns with its nut is held. */
    readonly holding?: Readonly<Record<Hold, string>>;
    /** The likeliest first. */
    readonly troubles: readonly EndTrouble[];
  };
}

/** One kind of link end, whole: what it is put together of, how it comes off, and what is read off that. */
export interface EndKindSpec extends Given {
  /** It turns in rubber: it squeaks dry, and perishes. */
  readonly rubber: boolean;
  /** Its rubber grips a sleeve: tightened with the suspension at ride height. */
  readonly gripped: boolean;
  /** On the plate: a ball in its boot, rubber in an eye, grommets on a bolt, a bare ball in its eye. */
  readonly drawn: 'boot' | 'eye' | 'grommets' | 'bare ball';
  /** What turns with its nut, and is held: a stud, by its hex or flats; a bolt by its head; the rod by its flats. */
  readonly held: 'stud' | 'bolt head' | 'rod';
  /** What comes off with it besides the link itself (common practice, no source). */
  readonly pieces: readonly PieceSpec[];
  readonly facings: readonly OrientationSpec[];
}

/** A kind of end from its pieces. */
export function linkEndKind(given: Given): EndKindSpec {
  const roles = new Set(given.stack.map((p) => p.role));
  const held = given.stack.find((p) => p.held)?.role;
  return {
    ...given,
    rubber: roles.has('bushing') || roles.has('grommet'),
    gripped: roles.has('bushing'),
    drawn: roles.has('boot') ? 'boot' : roles.has('grommet') ? 'grommets' : roles.has('bushing') ? 'eye' : 'bare ball',
    held: held === 'stud' || held === 'rod' ? held : 'bolt head',
    pieces: askedOfPieces(given.stack),
    facings: facingsOfPieces(given.stack),
  };
}

/** What the link meets at this end: the arm, the strut, the bar's eye. */
export const MOUNT: KindPiece = { role: 'tab', of: 'vehicle', mount: true };

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
const DISHES: OrientationSpec = {
  orientation: 'dished washers',
  right: 'Dish cups the grommet, rim towards the rubber.',
  wrong: 'Dish turned away: the rim cuts the rubber.',
};
const DISHED: KindPiece = { role: 'dished washer', of: 'fixing', asked: WASHERS, faces: DISHES };
const GROMMET: KindPiece = { role: 'grommet', of: 'part' };

/** Rubber on both sides of what the link meets, each in its dished washer. */
export const GROMMETS: readonly KindPiece[] = [DISHED, GROMMET, MOUNT, GROMMET, DISHED];
