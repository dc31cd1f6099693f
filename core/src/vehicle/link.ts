import { list, type Name } from '../text';
import { fastenersOfPieces, type AssemblyPiece, type Disturbed, type KindPiece } from './assembled';
import { endKind, type LinkSpec } from './axle';
import { END_SPECS, LINK_ENDS, LINKS, sayStudHold, type EndKindSpec, type EndTrouble, type LinkEnd } from './links';

/** The ends that are undone at a link: of one on a single bolt, the bolt. */
const undoneAt = (link: LinkSpec, ends: readonly LinkEnd[]): readonly LinkEnd[] => (LINKS[link.kind].oneBolt ? ['upper'] : ends);
const specOf = (link: LinkSpec, end: LinkEnd): EndKindSpec => END_SPECS[endKind(link, end)];

/** Which end of a link meets what carries it, and what that is called; the other one meets the bar. */
interface LinkMeets {
  readonly end: LinkEnd;
  readonly mount: Name;
}

/** A piece of a link where it is. */
function placed(p: KindPiece, link: LinkSpec, end: LinkEnd, meets: LinkMeets | undefined): AssemblyPiece {
  const { oneBolt } = LINKS[link.kind];
  const stud = link[oneBolt ? 'upper' : end];
  const atMount = meets?.end === end;
  const turns = p.turns === 'end' ? (oneBolt ? 'link-bolt-nut' : (`link-${end}-nut` as const)) : p.turns;
  // Washers that are welded to what carries the link neither come off nor turn.
  const welded = link.weldedWashers === true && atMount && p.role === 'dished washer';
  const { asked, faces, mount, turns: _, ...rest } = p;
  return {
    ...rest,
    axis: oneBolt ? 'through' : end,
    count: 1,
    ...(welded ? { of: 'vehicle' as const } : { ...(asked ? { asked } : {}), ...(faces ? { faces } : {}) }),
    ...(mount
      ? { role: atMount || !meets ? 'tab' : 'eye', name: atMount ? meets.mount : meets ? 'eye of the bar' : 'what it meets' }
      : {}),
    ...(turns
      ? {
          turns,
          thread: stud.thread,
          hexMm: stud.nutHexMm,
          hold: endHeld(link, end),
          chalk: `link-${end}`,
          ...(END_SPECS[endKind(link, end)].gripped ? { rideHeight: true as const } : {}),
        }
      : {}),
    ...(p.held ? { thread: stud.thread, hold: endHeld(link, end) } : {}),
  };
}

/**
 * A link in the order it comes off: its upper end, its lower end, and what is between them. One on a single bolt from its nut to
 * the bolt's head.
 */
export function linkAssembly(link: LinkSpec, meets?: LinkMeets): AssemblyPiece[] {
  const kind = LINKS[link.kind];
  const at = (end: LinkEnd) => END_SPECS[endKind(link, end)].stack.map((p) => placed(p, link, end, meets));
  const between = kind.body.map((p): AssemblyPiece => {
    const { turns, mount: _, ...rest } = p;
    // The lock nuts of a rod that is set are chalked where its lower end is.
    return {
      ...rest,
      axis: kind.oneBolt ? 'through' : 'body',
      count: 1,
      ...(turns && turns !== 'end' ? { turns, thread: link.lower.thread, hexMm: link.lower.nutHexMm, chalk: 'link-lower' } : {}),
      ...(p.asked ? { sizeMm: link.lengthMm } : {}),
    };
  });
  if (!kind.oneBolt) return [...at('upper'), ...at('lower'), ...between];
  const [nut, ...first] = at('upper').filter((p) => !p.held);
  const second = at('lower').filter((p) => !p.held && !p.turns);
  const bolt = at('lower').filter((p) => p.held);
  return [nut!, ...first, ...between, ...second, ...bolt];
}

/** The fasteners of a link, by what its ends are: rubber that grips a sleeve is tightened at ride height. */
export const linkFasteners = (link: LinkSpec): Disturbed[] => fastenersOfPieces(linkAssembly(link));

/** How a link comes off at these ends: what is undone, how it is held, what may go wrong. `{side}` is filled in. */
export function linkUndo(
  link: LinkSpec,
  at: readonly LinkEnd[] = LINK_ENDS,
): {
  readonly title: string;
  readonly detail: string;
  readonly troubles: readonly EndTrouble[];
} {
  const undone = undoneAt(link, at);
  const ends = undone.map((end) => specOf(link, end));
  const what = ends.map((end) => (end.held === 'bolt head' ? 'bolt' : 'nut'));
  const both = what.length > 1 && what[0] === what[1];
  return {
    title: LINKS[link.kind].oneBolt
      ? 'Undo the {side} link bolt'
      : both
        ? `Undo both ${what[0]}s of the {side} link`
        : `Undo ${list(undone.map((end, i) => `the ${end} ${what[i]}`))} of the {side} link`,
    detail: [...new Set(undone.flatMap((end, i) => [ends[i]!.undo.holding?.[link[end].hold] ?? '', ends[i]!.undo.detail]))]
      .filter(Boolean)
      .join(' '),
    // A stud that cannot be held has nothing in it that rounds.
    troubles: [...new Set(ends.flatMap((end) => end.undo.troubles))].filter(
      (t) => t !== 'stud rounds' || undone.some((end) => link[end].hold === 'hex'),
    ),
  };
}

/** How what turns with its nut is held at one end: "5 mm hex"; a bolt by its head, never by a key. Nothing where it cannot be. */
export function endHeld(link: LinkSpec, end: LinkEnd): string | undefined {
  const bolt = END_SPECS[endKind(link, end)].held === 'bolt head' && !LINKS[link.kind].oneBolt;
  return bolt && link[end].hold !== 'flats' ? 'bolt head' : sayStudHold(link[end]);
}
