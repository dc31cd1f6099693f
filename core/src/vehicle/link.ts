import { list } from '../text';
import { endKind, type LinkSpec } from './axle';
import { END_SPECS, LINK_ENDS, LINKS, sayStudHold, type EndKindSpec, type EndTrouble, type LinkEnd } from './links';
import type { OrientationSpec, PieceSpec } from './pieces';

/** The ends of a link, each whole; of one on a single bolt, the bolt. */
const endsOf = (link: LinkSpec): readonly EndKindSpec[] =>
  (LINKS[link.kind].oneBolt ? (['upper'] as const) : LINK_ENDS).map((end) => END_SPECS[endKind(link, end)]);

/** What comes off with a link besides itself: each end's, once. Washers that are welded on stay where they are. */
export function linkPieces(link: LinkSpec): PieceSpec[] {
  const out = new Map(endsOf(link).flatMap((end) => end.pieces.map((p) => [p.id, p] as const)));
  if (link.weldedWashers) out.delete('link.washers');
  return [...out.values()];
}

/** How a link faces: what counts at either end, in one question. Dished washers are named before what only points. */
export function linkOrientation(link: LinkSpec): OrientationSpec {
  const facing = endsOf(link).map((end) => end.orientation);
  const words = (of: (o: OrientationSpec) => string) => [...new Set(facing.map(of))].join(' ');
  return {
    orientation: (facing.find((o) => o.orientation === 'dished washers') ?? facing[0]!).orientation,
    right: words((o) => o.right),
    wrong: words((o) => o.wrong),
  };
}

/** How a link comes off: what is undone at each end, how it is held, what may go wrong. `{side}` is filled in. */
export function linkUndo(link: LinkSpec): {
  readonly title: string;
  readonly detail: string;
  readonly troubles: readonly EndTrouble[];
} {
  const ends = endsOf(link);
  const what = ends.map((end) => (end.held === 'bolt head' ? 'bolt' : 'nut'));
  const both = what.length > 1 && what[0] === what[1];
  return {
    title:
      what.length === 1
        ? 'Undo the {side} link bolt'
        : both
          ? `Undo both ${what[0]}s of the {side} link`
          : `Undo ${list(LINK_ENDS.map((end, i) => `the ${end} ${what[i]}`))} of the {side} link`,
    detail: [...new Set(ends.map((end) => end.undo.detail))].join(' '),
    troubles: [...new Set(ends.flatMap((end) => end.undo.troubles))],
  };
}

/** How what turns with its nut is held at one end: "5 mm hex"; a bolt by its head, never by a key. Nothing where it cannot be. */
export function endHeld(link: LinkSpec, end: LinkEnd): string | undefined {
  const bolt = END_SPECS[endKind(link, end)].held === 'bolt head' && !LINKS[link.kind].oneBolt;
  return bolt && link[end].hold !== 'flats' ? 'bolt head' : sayStudHold(link[end]);
}
