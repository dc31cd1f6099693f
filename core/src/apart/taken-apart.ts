import type { AssemblyPiece, PieceAxis } from '../vehicle';
import type { PieceShape } from './outline';
import { majorOf, pieceShape, WALL, type Opens } from './shape';

/** A piece in the picture of its assembly taken apart. */
export interface ApartPiece {
  /** Its place in the list of the assembly's pieces, 0 first. */
  readonly index: number;
  readonly piece: AssemblyPiece;
  readonly shape: PieceShape;
  /** Lines beside the row's own on which it is drawn, mm: none is on the row's own line. */
  readonly beside: readonly number[];
  /** It is in one with the piece before it. */
  readonly joined: boolean;
  /** Its place in the order in which pieces come off, 1 first; what stays on has none. */
  readonly number?: number;
}

/** Pieces along one line, in the order they come off. */
export interface ApartRow {
  readonly id: PieceAxis;
  readonly pieces: readonly ApartPiece[];
  /** The row before goes on here. */
  readonly goesOn: boolean;
  /** Furthest from its line, mm. */
  readonly reachMm: number;
}

/** An assembly taken apart. */
export interface Apart {
  readonly rows: readonly ApartRow[];
  /** What joins the last pieces of the first two rows: the link between its ends, and what is on it. */
  readonly between: readonly ApartPiece[];
}

/** In one with the piece before it: a stud with its boot and ball. */
const IN_ONE: ReadonlySet<AssemblyPiece['role']> = new Set(['boot', 'ball', 'body']);
const GOES_INTO: ReadonlySet<AssemblyPiece['role']> = new Set(['stud', 'boot', 'ball']);
/** Comes loose by itself, though it is of the part. */
const LOOSE: ReadonlySet<AssemblyPiece['role']> = new Set(['grommet', 'half', 'spacer']);
/** Across a bar nobody measured (usual, common practice, no source), mm. */
const USUAL_BAR_MM = 22;
/** More in a row are too small to be told apart. */
const MOST_IN_ROW = 8;

/** Which side of it what it cups or lies round is on. */
function opensTo(pieces: readonly AssemblyPiece[], i: number): Opens {
  const { role } = pieces[i]!;
  if (role === 'dished washer') return pieces[i + 1]?.role === 'grommet' ? 'right' : 'left';
  return pieces.findIndex((p) => p.role === 'bar') >= i ? 'right' : 'left';
}

/** The lines beside the middle on which so many are drawn: two stand for more. */
function besideOf(p: AssemblyPiece, hasMiddle: boolean, offMm: number): readonly number[] {
  if (p.axis !== 'bolts' && p.axis !== 'cross bolts') return [];
  if (!hasMiddle && p.count === 1) return [];
  return p.count === 1 ? [offMm] : [-offMm, offMm];
}

/** An assembly's pieces in rows, as they come off, each with its outline; numbered as they come off. */
export function takenApart(pieces: readonly AssemblyPiece[]): Apart {
  const barMm = pieces.find((p) => p.role === 'bar')?.sizeMm ?? USUAL_BAR_MM;
  const ends = pieces.some((p) => p.axis === 'upper') && pieces.some((p) => p.axis === 'lower');
  const rowOf = (p: AssemblyPiece): PieceAxis => (p.axis === 'bolts' || p.axis === 'cross bolts' ? 'middle' : p.axis);
  const rows = [...new Set(pieces.map(rowOf))].filter((id) => !(ends && id === 'body'));
  let last = 0;
  /** One row of pieces, those that come loose with their numbers. */
  const lay = (id: PieceAxis, of: readonly AssemblyPiece[]): ApartPiece[] => {
    const d = majorOf(of.find((p) => p.thread)?.thread);
    const hold = of.find((p) => p.hold)?.hold ?? '';
    // A bolt beside the bushing: clear of its bracket by the half of its head.
    const off = barMm / 2 + WALL + d + 6;
    const middle = of.some((p) => p.axis === 'middle');
    return of.map((piece, i): ApartPiece => {
      const index = pieces.indexOf(piece);
      const before = of[i - 1];
      const joined = before !== undefined && IN_ONE.has(piece.role) && GOES_INTO.has(before.role);
      const number = piece.asked || (piece.of === 'part' && LOOSE.has(piece.role)) ? ++last : undefined;
      return {
        index,
        piece,
        shape: pieceShape(piece, piece.thread ? majorOf(piece.thread) : d, barMm, opensTo(of, i), hold),
        beside: besideOf(piece, middle && id === 'middle', piece.axis === 'cross bolts' ? off - 4 - d : off),
        joined,
        ...(number === undefined ? {} : { number }),
      };
    });
  };
  const out = rows.flatMap((id): ApartRow[] => {
    const laid = lay(
      id,
      pieces.filter((p) => rowOf(p) === id),
    );
    // A long one goes on in a second row after its middle.
    const sleeve = laid.findIndex((p) => p.piece.role === 'sleeve');
    const parts = laid.length > MOST_IN_ROW && sleeve > 0 ? [laid.slice(0, sleeve + 1), laid.slice(sleeve + 1)] : [laid];
    return parts.map((row, i) => ({
      id,
      pieces: row,
      goesOn: i > 0,
      reachMm: Math.max(...row.map((p) => p.shape.reachMm + Math.max(0, ...p.beside.map(Math.abs)))),
    }));
  });
  const between = ends
    ? lay(
        'body',
        pieces.filter((p) => p.axis === 'body'),
      )
    : [];
  return { rows: out, between };
}
