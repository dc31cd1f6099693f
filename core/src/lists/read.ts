import { closest, distance } from 'fastest-levenshtein';
import { attempt, BadInput, own } from '../error';
import { MOST_COLUMNS, MOST_IN_CELL, MOST_LINES, type Cells, type ListContext, type ListOf } from './list';
import { checkMatch, headsOf, matched, type ListMatch, type StrangeWord } from './match';

/** A line that cannot be taken, and why. */
export interface WrongLine {
  /** As it is counted in the file, the head being the first. */
  readonly line: number;
  readonly what: string;
  /** A word a person can say the meaning of, once for all lines. */
  readonly strange?: StrangeWord;
}
/** A line that was read. */
export interface ReadLine<T> {
  readonly line: number;
  /** What it says, by column. */
  readonly cells: Cells;
  readonly is: T;
}
/** A line of ours that only shows how a list is filled in. */
export interface ExampleLine {
  readonly line: number;
  readonly example: true;
}

/**
 * The head and the lines of a file, as they are kept until they are taken in: what is empty at its ends is left out.
 * @throws BadInput when it has no lines, too many, or a cell that is too long
 */
export function tableOf(rows: readonly (readonly string[])[]): { readonly heads: string[]; readonly rows: string[][] } {
  const at = rows.findIndex((r) => r.some((c) => c.trim()));
  if (at < 0) throw new BadInput('list', 'is empty');
  const heads = headsOf(trimmedRow(rows[at]!));
  if (heads.length > MOST_COLUMNS) throw new BadInput('list', `may have ${MOST_COLUMNS} columns`, heads.length);
  const lines = rows.slice(at + 1).map((r) => trimmedRow(r));
  while (lines.length && lines.at(-1)!.length === 0) lines.pop();
  if (lines.length === 0) throw new BadInput('list', 'has a head and no line below it');
  if (lines.length > MOST_LINES)
    throw new BadInput('list', `may have ${MOST_LINES} lines at once: take it in by pieces`, lines.length);
  lines.forEach((r, i) => {
    const long = r.findIndex((c) => c.length > MOST_IN_CELL);
    if (long >= 0) throw new BadInput(`line ${i + 2}`, `may have ${MOST_IN_CELL} letters in a cell`, heads[long]);
  });
  return { heads, rows: lines };
}
function trimmedRow(row: readonly string[]): string[] {
  let end = row.length;
  while (end > 0 && !row[end - 1]!.trim()) end--;
  return row.slice(0, end).map((c) => c.trim());
}

/** What is said of a word nobody has said the meaning of. */
function sayStrange({ column, word }: StrangeWord, picks: readonly string[]): string {
  const near = picks.length ? closest(word, picks as string[]) : undefined;
  const close = near && distance(word.toLowerCase(), near.toLowerCase()) <= Math.max(1, word.length / 4) ? near : undefined;
  const few = picks.length <= 12 ? `: one of ${picks.join(', ')}` : '';
  return new BadInput(column, close ? `is none we know: ${close} perhaps?` : `is none we know${few}`, word).message;
}

const sameCells = (a: Cells, b: Cells): boolean => {
  const said = (x: Cells) => Object.keys(x).filter((k) => own(x, k));
  const keys = said(a);
  return keys.length > 0 && keys.length === said(b).length && keys.every((k) => own(a, k) === own(b, k));
};

/**
 * The lines of a file, one after the other: what is read and what cannot be, so that whoever reads a long one may pause
 * between them.
 * @throws BadInput when its columns are not matched
 */
export function* readingList<T>(
  list: ListOf<T>,
  file: { readonly heads: readonly string[]; readonly rows: readonly (readonly string[])[] },
  match: ListMatch,
  c: ListContext,
): Generator<ReadLine<T> | WrongLine | ExampleLine> {
  checkMatch(list.columns, file.heads, match);
  const heads: Cells = Object.fromEntries(
    Object.entries(match.columns).flatMap(([id, from]) => ('column' in from ? [[id, from.column]] : [])),
  );
  const seen = new Map<string, number>();
  for (const [i, row] of file.rows.entries()) {
    if (row.length === 0) continue;
    const line = i + 2;
    if (row.length > file.heads.length) {
      yield { line, what: `The line has ${row.length} cells, the first line names ${file.heads.length}.` };
      continue;
    }
    const said = matched(list.columns, file.heads, row, match, c);
    if ('word' in said) {
      const picks = list.columns.find((x) => x.id === said.column)!.picks!(c);
      yield { line, what: sayStrange(said, picks), strange: said };
      continue;
    }
    if (list.examples.some((e) => sameCells(e, said.cells))) {
      yield { line, example: true };
      continue;
    }
    const read = attempt(() => {
      const empty = list.columns.find((x) => x.must && !own(said.cells, x.id));
      if (empty) throw new BadInput(empty.id, 'is empty');
      const is = list.read(said.cells, c, heads);
      const key = list.key(is);
      const before = seen.get(key);
      if (before !== undefined) throw new BadInput(list.line, `stands in line ${before} already`, list.name(is));
      seen.set(key, line);
      return is;
    });
    yield read.ok ? { line, cells: said.cells, is: read.value } : { line, what: read.error.message };
  }
}

/** Two of a list side by side: what is different, by column. */
export function cellChanges(was: Cells, is: Cells, columns: readonly { readonly id: string }[]) {
  return columns.flatMap(({ id }): { readonly column: string; readonly was: string; readonly is: string }[] => {
    const [a, b] = [own(was, id) ?? '', own(is, id) ?? ''];
    return a === b ? [] : [{ column: id, was: a, is: b }];
  });
}

/** What is there as a list: its head and a line each; columns nobody says anything in are left out, but for those that must be said. */
export function listTable<T>(list: ListOf<T>, all: readonly T[], c: ListContext): string[][] {
  return asTable(
    list,
    all.map((t) => list.cells(t, c)),
  );
}
/** A list with two lines that show how it is filled in. */
export const templateTable = <T>(list: ListOf<T>): string[][] => asTable(list, list.examples);

/** Lines as a table with a head. */
export function asTable<T>(list: ListOf<T>, lines: readonly Cells[]): string[][] {
  const head = list.columns.filter((x) => x.must || lines.some((l) => own(l, x.id))).map((x) => x.id);
  return [head, ...lines.map((l) => head.map((h) => own(l, h) ?? ''))];
}
