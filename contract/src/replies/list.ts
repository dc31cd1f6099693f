import type { ListId, ListMatch, StrangeWord, WrongLine } from '@ash-knot/core/lists';

export interface ChangedLine {
  readonly name: string;
  readonly changes: readonly { readonly column: string; readonly was: string; readonly is: string }[];
}

/** What a list changes, or would change: so many, and the first of them one by one. */
export interface ListTold {
  readonly added: number;
  readonly addedNames: readonly string[];
  readonly changed: number;
  readonly changes: readonly ChangedLine[];
  /** Known already and otherwise in the file: left as it is there. */
  readonly differ: number;
  readonly differs: readonly ChangedLine[];
  readonly same: number;
  /** Lines that only show how it is filled in. */
  readonly examples: number;
  readonly wrong: number;
  readonly wrongLines: readonly WrongLine[];
  /** Words nobody has said the meaning of, and in how many lines each stands. */
  readonly strange: readonly (StrangeWord & { readonly lines: number })[];
}

export type ListStands = 'open' | 'taken' | 'left' | 'undone';

/** A list that was brought along. */
export interface ListLine {
  readonly id: string;
  readonly list: ListId;
  readonly name: string;
  readonly sheet: string;
  readonly lines: number;
  readonly stands: ListStands;
  readonly by: string;
  readonly at: string;
  readonly added: number;
  readonly changed: number;
  /** Lines that were wrong and set aside when it was taken in. */
  readonly aside: number;
  readonly undoneBy: string | null;
}

/** One of them, with how its columns are matched and what it would change. */
export interface ListView extends ListLine {
  readonly heads: readonly string[];
  /** Its first lines. */
  readonly sample: readonly (readonly string[])[];
  readonly match: ListMatch;
  /** What its columns may say, where only so much is possible: by column. */
  readonly picks: Readonly<Record<string, readonly string[]>>;
  /** Why it cannot be read as it is matched, in a sentence. */
  readonly unmatched: string;
  /** Nothing where it cannot be read, or it is open no more. */
  readonly told: ListTold | null;
}
/** A list that was just read: which sheet of it, and whether a person matched such columns before. */
export interface ListRead {
  readonly id: string;
  readonly sheets: readonly string[];
  readonly remembered: boolean;
}
export interface ListsView {
  readonly lists: readonly ListLine[];
}
/** What goes when a list is taken back, and what stays because it was used since. */
export interface ListUndone {
  readonly back: number;
  readonly stays: readonly string[];
  readonly done: boolean;
}
