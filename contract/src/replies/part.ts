import type { Ask, Candidate, Part, Without } from '@ash-knot/core';

export interface PartList {
  readonly parts: readonly Part[];
  readonly total: number;
  /** What the shop says of those it keeps an eye on, by their number. */
  readonly shelf: Readonly<Record<string, ShelfState>>;
  /** The names of the types these parts are listed for. */
  readonly types: Readonly<Record<string, string>>;
}

/** Of a part on the shelf: when it is to be ordered again, and who counted it last. */
export interface ShelfState {
  /** So many or fewer, and it is to be ordered. */
  readonly reorderAt: number | null;
  readonly counted: {
    readonly quantity: number;
    /** What the program thought was there. */
    readonly thought: number;
    readonly by: string;
    readonly at: string;
  } | null;
  /** Who wrote it down or took its list in. */
  readonly added: { readonly by: string; readonly at: string } | null;
}

/** The catalogue held against what is wanted: what fits, best first, and of what is listed for the vehicle what does not. */
export interface PartMatch {
  readonly fitting: readonly Candidate[];
  readonly excluded: readonly Candidate[];
  readonly ask: Ask | null;
  /** With nothing that fits: what would, without each of the sizes that are known. */
  readonly without: readonly Without[];
  /** Parts that were looked at, after the database had left out what can never fit. */
  readonly looked: number;
}
