import type { OpenTrouble } from '../job';
import { LADDERS, type PlannedStep, type ToolSign, type TroubleSign } from '../plan';
import { uncapital } from '../text';
import type { AssemblyPiece, PieceAxis, PieceRole } from '../vehicle';

/** What has gone wrong at a piece, and what is tried at one, by their places in the assembly. */
export interface TroubleMarks {
  readonly signs: ReadonlyMap<number, TroubleSign>;
  readonly tools: ReadonlyMap<number, ToolSign>;
}

/** The lines of an assembly on which a step turns something. */
function linesAt(pieces: readonly AssemblyPiece[], step: PlannedStep): PieceAxis[] {
  const turned = pieces.filter(
    (p) =>
      p.turns && (step.fastener === undefined || step.fastener.endsWith(`.${p.turns}`)) && (step.at?.includes(p.axis) ?? true),
  );
  return [...new Set(turned.map((p) => p.axis))];
}

/** On each of these lines the first role that is there. */
function placesOf(pieces: readonly AssemblyPiece[], lines: readonly PieceAxis[], on: readonly PieceRole[]): number[] {
  return lines.flatMap((axis) => {
    const here = [...pieces.entries()].filter(([, p]) => p.axis === axis);
    const role = on.find((r) => here.some(([, p]) => p.role === r));
    const found = here.find(([, p]) => p.role === role);
    return found ? [found[0]] : [];
  });
}

/** A trouble on the pieces it is at, with the tool of the rung that is tried now. */
export function troubleMarks(pieces: readonly AssemblyPiece[], { step, what, rung }: OpenTrouble): TroubleMarks {
  const lines = linesAt(pieces, step);
  const { sign } = LADDERS[what];
  const grips = rung?.grips;
  return {
    signs: new Map(sign ? placesOf(pieces, lines, sign.on).map((i) => [i, sign.shows] as const) : []),
    tools: new Map(grips ? placesOf(pieces, lines, grips.on).map((i) => [i, grips.tool] as const) : []),
  };
}

/** "The stud spins." "Next to try: thin spanner on the flats behind the mount. It ruins nothing." */
export const sayTrouble = ({ what, rung }: OpenTrouble): string[] => [
  `${LADDERS[what].title}.`,
  rung ? `Next to try: ${uncapital(rung.title)}. It ruins ${rung.ruins}.` : 'All that is known here was tried.',
];
