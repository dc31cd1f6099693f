import type * as z from 'zod';
import { cellChanges, type Cells, type ListContext, type ListOf } from '@ash-knot/core/lists';
import { own, type YardRules } from '@ash-knot/core';
import type { Changing } from '../change/queries';
import type { Queryable } from '../db/pool';

/** A thing that was stored or changed, so that it can be taken back. */
export interface StoredRow {
  readonly of: 'person' | 'type' | 'part' | 'vehicle' | 'customer';
  readonly ref: string;
  readonly name: string;
  /** What it had been; null where it is new. */
  readonly before: object | null;
}

/** Who takes a list in, what for, and the shop's rules. */
export interface Taking extends Changing {
  readonly rules: YardRules;
  readonly context: ListContext;
}

/** One that is known and stands otherwise in a list. */
export interface Otherwise<T> {
  readonly was: T;
  readonly is: T;
  /** What the line says, by column. */
  readonly cells: Cells;
}

/** How one kind of list is held against what is there, and stored. */
export interface ListStore<T> {
  readonly list: ListOf<T>;
  /** What is stored is held against it, as everywhere. */
  readonly schema?: z.ZodType;
  /** Columns in which a known one may differ without being told: it is kept elsewhere. */
  readonly ignores?: readonly string[];
  /** Held while one is taken in: two lists at once would each be held against what the other is changing. */
  readonly locks: string;
  /** What is there, by key. */
  known(tx: Queryable): Promise<ReadonlyMap<string, T>>;
  add(tx: Queryable, all: readonly T[], who: Taking): Promise<StoredRow[]>;
  /** Where a list changes what is known; else that is left as it is, and told. */
  change?(tx: Queryable, all: readonly Otherwise<T>[], who: Taking): Promise<StoredRow[]>;
}

/** What is different between what is there and a line of a list. What a line leaves empty it does not say: that is no difference. */
export const differences = <T>(s: ListStore<T>, { was, is, cells }: Otherwise<T>, c: ListContext) => {
  const said = s.list.columns.filter((x) => !s.ignores?.includes(x.id) && !!own(cells, x.id));
  return cellChanges(s.list.cells(was, c), s.list.cells(is, c), said);
};

/** What is there with what a line says of it: the rest stays as it was. @throws BadInput where the two do not go together */
export function merged<T>(s: ListStore<T>, { was, is, cells }: Otherwise<T>, c: ListContext): T {
  const said = Object.entries(s.list.cells(is, c)).filter(([id]) => own(cells, id));
  return s.list.read({ ...s.list.cells(was, c), ...Object.fromEntries(said) }, c, {});
}
