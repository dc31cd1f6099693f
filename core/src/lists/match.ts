import { BadInput, own } from '../error';
import type { Cells, ListColumn, ListContext } from './list';

/** Where one of our columns comes from: one of the file's, by its head, or the same text for all lines, as a person says. */
export type ColumnFrom = { readonly column: string } | { readonly all: string };

/** How a file's columns are ours, and what its words are in ours: said by a person once. */
export interface ListMatch {
  readonly columns: Readonly<Record<string, ColumnFrom>>;
  /** By column of ours: the file's word, and ours. */
  readonly words: Readonly<Record<string, Readonly<Record<string, string>>>>;
}

/** Heads are compared without case, points and what is in brackets. */
const plain = (head: string): string =>
  head
    .toLowerCase()
    .replace(/[([].*$/, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * The heads of a file, each by a name of its own: one that is empty is called by its place, one that is there twice is
 * counted.
 */
export function headsOf(cells: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return cells.map((c, i) => {
    const name = c.trim() || `column ${i + 1}`;
    const n = (seen.get(name) ?? 0) + 1;
    seen.set(name, n);
    return n === 1 ? name : `${name} (${n})`;
  });
}

/** What a file's columns most likely are: by our heads, then by how others head them; each column of the file once. */
export function guessMatch(columns: readonly ListColumn[], heads: readonly string[]): ListMatch {
  const taken = new Set<string>();
  const from = new Map<string, ColumnFrom>();
  const take = (column: ListColumn, words: readonly string[]) => {
    if (from.has(column.id)) return;
    const head = heads.find((h) => !taken.has(h) && words.includes(plain(h)));
    if (!head) return;
    taken.add(head);
    from.set(column.id, { column: head });
  };
  for (const c of columns) take(c, [plain(c.id)]);
  for (const c of columns) take(c, c.heads ?? []);
  return { columns: Object.fromEntries(from), words: {} };
}

/**
 * That a match can be read by.
 * @throws BadInput naming the column: one that must be said and comes from nowhere, one of the file that is not there or is used twice
 */
export function checkMatch(columns: readonly ListColumn[], heads: readonly string[], match: ListMatch): void {
  const strange = Object.keys(match.columns).find((id) => !columns.some((c) => c.id === id));
  if (strange !== undefined) throw new BadInput('column', 'is none of this list', strange);
  const used = new Set<string>();
  for (const { id, must } of columns) {
    const from = own(match.columns, id);
    if (must && (!from || ('all' in from && !from.all.trim())))
      throw new BadInput(id, 'comes from no column: say which, or what it is for all lines');
    if (!from || 'all' in from) continue;
    if (!heads.includes(from.column)) throw new BadInput(id, 'is of a column the file does not have', from.column);
    if (used.has(from.column)) throw new BadInput(id, 'is of a column that is used already', from.column);
    used.add(from.column);
  }
}

/** A word of the file that is none of ours: its column, so that a person can say once what it means. */
export interface StrangeWord {
  readonly column: string;
  readonly word: string;
}

/** A line by our columns, or the word nobody has said the meaning of. */
export function matched(
  columns: readonly ListColumn[],
  heads: readonly string[],
  row: readonly string[],
  match: ListMatch,
  c: ListContext,
): { readonly cells: Cells } | StrangeWord {
  const cells = new Map<string, string>();
  for (const column of columns) {
    const from = own(match.columns, column.id);
    if (!from) continue;
    const text = ('all' in from ? from.all : (row[heads.indexOf(from.column)] ?? '')).trim();
    if (!text) continue;
    const picks = column.picks?.(c);
    const word = picks ? pickOf(picks, own(own(match.words, column.id), text) ?? text) : text;
    if (word === undefined) return { column: column.id, word: text };
    cells.set(column.id, word);
  }
  return { cells: Object.fromEntries(cells) };
}

function pickOf(picks: readonly string[], text: string): string | undefined {
  return picks.includes(text) ? text : picks.find((p) => plain(p) === plain(text));
}
