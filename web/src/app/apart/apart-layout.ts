import type { Apart, ApartPiece, Outline } from '@ash-knot/core/apart';

/** Words beside a piece, the first line first. */
export type PieceWords = readonly string[];

/** A piece where it is drawn, px. */
export interface PlacedPiece {
  readonly of: ApartPiece;
  /** Its left end, and the lines on which it lies. */
  readonly x: number;
  readonly ys: readonly number[];
  readonly width: number;
  /** Furthest from its line, and its row's furthest. */
  readonly reach: number;
  readonly rowReach: number;
}

/** Words of a piece or of what is in one with it, px: centred under it. */
export interface PlacedWords {
  readonly index: number;
  readonly x: number;
  readonly y: number;
  readonly lines: PieceWords;
  /** What a finger may touch: the piece and its words. */
  readonly touch: { readonly left: number; readonly top: number; readonly width: number; readonly height: number };
}

/** The circle over what comes loose. */
export interface PlacedNumber {
  readonly index: number;
  readonly number: number;
  readonly x: number;
  readonly y: number;
}

export interface PlacedRow {
  readonly y: number;
  readonly x0: number;
  readonly x1: number;
  readonly goesOn: boolean;
}

/** What joins the ends of two rows: a link, shorter than it is. */
export interface PlacedRod {
  readonly x: number;
  readonly y0: number;
  readonly y1: number;
  readonly width: number;
  readonly index: number;
  readonly nuts: readonly { readonly y: number; readonly index: number }[];
}

export interface ApartLayout {
  readonly pxPerMm: number;
  readonly height: number;
  readonly rows: readonly PlacedRow[];
  readonly pieces: readonly PlacedPiece[];
  readonly words: readonly PlacedWords[];
  readonly numbers: readonly PlacedNumber[];
  readonly rod: PlacedRod | null;
}

const EDGE = 14;
/** Room for a socket on what is turned at the left end, px. */
const TOOL = 58;
const LINE = 17;
/** As large as anything is drawn, px a mm. */
const MOST = 2.5;
const LEAST = 0.9;
/** Between pieces that are apart, px. */
const GAP = [14, 92] as const;
const NUMBER = 30;
/** A letter is about so wide, px. */
const LETTER = 6.4;
/** Where the link is, beside what it joins. */
const ROD_ROOM = 64;
/** So far right of a link its length is written. */
const DIMENSION = 62;
const ATTACHES: ReadonlySet<string> = new Set(['ball', 'bushing', 'bare ball', 'rod']);

/** Words in lines of at most so many letters; a word that is longer stands alone. */
export function wrapped(words: string, letters: number): string[] {
  const out: string[] = [];
  // A number and its unit stay together.
  for (const w of words
    .replace(/(\d) (?=\S)/g, '$1\u00a0')
    .split(' ')
    .filter(Boolean)) {
    const last = out.at(-1);
    if (last !== undefined && last.length + 1 + w.length <= letters) out[out.length - 1] = `${last} ${w}`;
    else out.push(w);
  }
  return out;
}

/** What is in one, with its words: those of what is asked for, else of its first piece. */
interface Unit {
  readonly pieces: readonly ApartPiece[];
  readonly lengthMm: number;
  readonly index: number;
  readonly lines: PieceWords;
  readonly wordsWidth: number;
  readonly number?: { readonly index: number; readonly number: number };
}

function unitsOf(pieces: readonly ApartPiece[], words: readonly PieceWords[], letters: number): Unit[] {
  const groups: ApartPiece[][] = [];
  for (const p of pieces) {
    if (p.joined) groups.at(-1)!.push(p);
    else groups.push([p]);
  }
  return groups.map((group): Unit => {
    const said = group.find((p) => p.piece.asked) ?? group[0]!;
    const lines = (words[said.index] ?? []).flatMap((w) => wrapped(w, letters));
    const numbered = group.find((p) => p.number !== undefined);
    return {
      pieces: group,
      lengthMm: group.reduce((sum, p) => sum + p.shape.lengthMm, 0),
      index: said.index,
      lines,
      wordsWidth: Math.max(0, ...lines.map((l) => l.length)) * LETTER + 6,
      ...(numbered ? { number: { index: numbered.index, number: numbered.number! } } : {}),
    };
  });
}

interface Row {
  readonly units: readonly Unit[];
  readonly goesOn: boolean;
  readonly reachMm: number;
  readonly lengthMm: number;
}

/** Where a row's pieces begin along it, px from its left end, and where what it is joined at is. */
function along(row: Row, px: number, gap: number): { starts: number[]; width: number; attach: number } {
  const starts: number[] = [];
  let x = 0;
  let attach = -1;
  for (const u of row.units) {
    starts.push(x);
    let at = x;
    for (const p of u.pieces) {
      if (ATTACHES.has(p.piece.role))
        attach = p.piece.role === 'rod' ? at + p.shape.lengthMm * px : at + (p.shape.lengthMm * px) / 2;
      at += p.shape.lengthMm * px;
    }
    x += u.lengthMm * px + gap;
  }
  const width = x - gap;
  return { starts, width, attach: attach < 0 ? width : attach };
}

/** Every row along its line, where those that are joined meet, and how wide it all is. */
function fitted(rows: readonly Row[], px: number, most: number, room: number, joined: boolean) {
  const gapOf = (r: Row) => Math.max(6, Math.min(most, (room - r.lengthMm * px) / Math.max(1, r.units.length - 1)));
  const laid = rows.map((r) => along(r, px, gapOf(r)));
  const meets = Math.max(...laid.map((l) => l.attach));
  return { laid, meets, wide: Math.max(...laid.map((l) => (joined ? meets - l.attach : 0) + l.width)) };
}

/** As large as it can be drawn in its room: rows that are joined may together be wider than each by itself. */
function intoRoom(rows: readonly Row[], largest: number, room: number, joined: boolean) {
  let px = Math.max(LEAST, largest);
  let most: number = GAP[1];
  let fit = fitted(rows, px, most, room, joined);
  for (let i = 0; i < 12 && fit.wide > room; i++) {
    if (most > GAP[0]) most = Math.max(GAP[0], most * 0.6);
    else px = Math.max(LEAST * 0.6, px * 0.92);
    fit = fitted(rows, px, most, room, joined);
  }
  return { px, ...fit };
}

/** From where to where the link hangs down under its row with its length beside it, px: no words stand there. */
interface Stem {
  readonly from: number;
  readonly to: number;
}

/** Where words so wide are centred, px: under their piece, within the field, and beside the stem. */
function centredAt(centre: number, half: number, width: number, stem: Stem | null): number {
  const x = Math.min(Math.max(centre, half + 4), width - half - 4);
  if (!stem || x + half <= stem.from || x - half >= stem.to) return x;
  const [left, right] = [stem.from - half, stem.to + half];
  return centre > (stem.from + stem.to) / 2 && right + half <= width - 4 ? right : left;
}

/** Words under their pieces on as many levels as they need so that none lies over another. */
function levelled(
  units: readonly Unit[],
  centres: readonly number[],
  width: number,
  stem: Stem | null,
): { x: number; level: number }[] {
  const taken: { level: number; from: number; to: number }[] = [];
  return units.map((u, i) => {
    if (u.lines.length === 0) return { x: centres[i]!, level: 0 };
    const half = u.wordsWidth / 2;
    const x = centredAt(centres[i]!, half, width, stem);
    let level = 0;
    while (taken.some((t) => t.level === level && x - half < t.to + 6 && x + half > t.from - 6)) level++;
    taken.push({ level, from: x - half, to: x + half });
    return { x, level };
  });
}

/** The rows of an assembly, each with what is said of its pieces. */
function rowsOf(apart: Apart, words: readonly PieceWords[], width: number): Row[] {
  const inRow = Math.max(...apart.rows.map((r) => r.pieces.filter((p) => !p.joined).length));
  const letters = Math.round(Math.min(18, Math.max(11, width / inRow / LETTER)));
  return apart.rows.map((r): Row => {
    const units = unitsOf(r.pieces, words, letters);
    return { units, goesOn: r.goesOn, reachMm: r.reachMm, lengthMm: units.reduce((sum, u) => sum + u.lengthMm, 0) };
  });
}

/** A row along its line, with the levels its words stand on. */
interface LaidRow extends Row {
  readonly x0: number;
  readonly x1: number;
  readonly starts: readonly number[];
  readonly centres: readonly number[];
  readonly at: readonly { readonly x: number; readonly level: number }[];
  /** How high each level of its words is, px. */
  readonly tall: readonly number[];
}

/** @param stem where the link hangs down under it */
function laidRow(
  row: Row,
  { starts, width }: { starts: number[]; width: number },
  x0: number,
  px: number,
  field: number,
  stem: Stem | null,
): LaidRow {
  const centres = row.units.map((u, k) => x0 + starts[k]! + (u.lengthMm * px) / 2);
  const at = levelled(row.units, centres, field, stem);
  const tall: number[] = [];
  row.units.forEach((u, k) => {
    const { level } = at[k]!;
    tall[level] = Math.max(tall[level] ?? 0, u.lines.length * LINE);
  });
  return { ...row, x0, x1: x0 + width, starts, centres, at, tall };
}

const heightOf = (levels: readonly number[]): number => levels.reduce((a, b) => a + b + 4, 0);

/** What is placed of one row. */
type Placed = Pick<ApartLayout, 'pieces' | 'words' | 'numbers'>;

/** One row on its line. */
function placed(r: LaidRow, line: number, px: number): Placed {
  const rowReach = r.reachMm * px;
  const [top, under] = [line - rowReach, line + rowReach + 6];
  return {
    pieces: r.units.flatMap((u, k) => {
      let x = r.x0 + r.starts[k]!;
      return u.pieces.map((p): PlacedPiece => {
        const width = p.shape.lengthMm * px;
        const lines = p.beside.length ? p.beside : [0];
        const piece = { of: p, x, ys: lines.map((mm) => line + mm * px), width, reach: p.shape.reachMm * px, rowReach };
        x += width;
        return piece;
      });
    }),
    numbers: r.units.flatMap((u, k) => (u.number ? [{ ...u.number, x: r.centres[k]!, y: line - topOf(u, px) - 16 }] : [])),
    words: r.units.map((u, k): PlacedWords => {
      const { x, level } = r.at[k]!;
      const y = under + heightOf(r.tall.slice(0, level));
      const w = Math.max(44, u.lengthMm * px, u.lines.length ? u.wordsWidth : 0);
      const cx = u.lines.length ? x : r.centres[k]!;
      const touch = { left: cx - w / 2, top, width: w, height: Math.max(44, y + u.lines.length * LINE - top + 4) };
      return { index: u.index, x: cx, y: y + 13, lines: u.lines, touch };
    }),
  };
}

/**
 * An assembly in a field of so many px: rows under one another, true to scale among its pieces, words under what they name.
 * @param words of each piece by its place in the assembly; none where nothing is said of it
 */
export function layoutApart(apart: Apart, words: readonly PieceWords[], width: number, height: number): ApartLayout {
  const rows = rowsOf(apart, words, width);
  const joined = apart.between.length > 0 && rows.length > 1;
  const room = width - TOOL - EDGE - (joined ? ROD_ROOM : 0);
  const fits = (r: Row) => (room - GAP[0] * (r.units.length - 1)) / r.lengthMm;
  const reach = rows.reduce((sum, r) => sum + 2 * r.reachMm, 0);
  // Words on one level or two under each row.
  const wordRoom = rows.length * (NUMBER + 5 * LINE);
  const largest = Math.min(MOST, ...rows.map(fits), (height - wordRoom) / reach);
  const { px, laid, meets, wide } = intoRoom(rows, largest, room, joined);
  const left = TOOL + Math.max(0, (room - wide) / 2);
  const stem = { from: left + meets - 5 * px - 6, to: left + meets + DIMENSION };
  const onLines = rows.map((r, i) =>
    laidRow(r, laid[i]!, left + (joined ? meets - laid[i]!.attach : 0), px, width, joined && i === 0 ? stem : null),
  );
  const need = onLines.reduce((sum, r) => sum + NUMBER + 2 * r.reachMm * px + heightOf(r.tall), 0);
  const spare = Math.max(10, Math.min(90, (height - need) / (rows.length + 1)));
  let y = 0;
  const lines = onLines.map((r) => {
    const line = y + spare + NUMBER + r.reachMm * px;
    y = line + r.reachMm * px + 6 + heightOf(r.tall);
    return { r, line, ...placed(r, line, px) };
  });
  const placedRows = lines.map(({ r, line }): PlacedRow => ({
    y: line,
    x0: r.x0 - 12,
    x1: r.x1 + (joined ? 0 : 12),
    goesOn: r.goesOn,
  }));
  return {
    pxPerMm: px,
    height: y + 8,
    rows: placedRows,
    pieces: lines.flatMap((l) => l.pieces),
    words: lines.flatMap((l) => l.words),
    numbers: lines.flatMap((l) => l.numbers),
    rod: joined ? rodOf(apart, placedRows, left + meets, px) : null,
  };
}

/** How far over its line what is in one is drawn, px. */
const topOf = (u: Unit, px: number): number =>
  Math.max(...u.pieces.map((p) => p.shape.reachMm + Math.max(0, ...p.beside.map(Math.abs)))) * px;

/** The link between the ends of the first two rows. */
function rodOf(apart: Apart, rows: readonly PlacedRow[], x: number, px: number): PlacedRod {
  const [y0, y1] = [rows[0]!.y, rows[1]!.y];
  const rod = apart.between.find((p) => p.piece.role === 'rod') ?? apart.between[0]!;
  const nuts = apart.between.filter((p) => p.piece.role === 'lock nut');
  return {
    x,
    y0,
    y1,
    width: Math.max(10, 9 * px),
    index: rod.index,
    nuts: nuts.map((p, i) => ({ y: i === 0 ? y0 + 22 * px : y1 - 22 * px, index: p.index })),
  };
}

const n = (v: number) => Math.round(v * 10) / 10;
/** One outline of a piece as a path, px. */
export const pathOf = (o: Outline, x: number, y: number, px: number): string =>
  'M' + o.points.map(([a, b]) => `${n(x + a * px)} ${n(y + b * px)}`).join('L') + (o.closed ? 'Z' : '');
