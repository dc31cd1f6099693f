import type { Entry, EntryKind } from '@ash-knot/core';
import type { Queryable } from '../../db/pool';

/** An entry that a line was drawn through. */
export interface Struck {
  readonly id: string;
  readonly job: string;
  readonly kind: EntryKind;
}

/** A table that is written beside the ledger, in the entry's own transaction, and can be made anew from it. */
export interface Table {
  readonly name: string;
  /** The kinds of entry it is made of; the same that core calls searched. */
  readonly handles: readonly EntryKind[];
  write(db: Queryable, e: Entry): Promise<void>;
  /** The same of many at once, where the order among them is nothing to it: a shop that is loaded or rebuilt. */
  writeAll?(db: Queryable, all: readonly Entry[]): Promise<void>;
  /** One of its entries was struck. */
  strike(db: Queryable, struck: Struck): Promise<void>;
  /** Everything out that comes from the ledger, before it is written anew. */
  clear(db: Queryable): Promise<void>;
}

/** A table from its kinds, with its entries typed by them. */
export const table = <K extends EntryKind>(t: {
  readonly name: string;
  readonly handles: readonly K[];
  write(db: Queryable, e: Entry<K>): Promise<void>;
  writeAll?(db: Queryable, all: readonly Entry<K>[]): Promise<void>;
  strike(db: Queryable, struck: Struck): Promise<void>;
  clear(db: Queryable): Promise<void>;
}): Table => t as unknown as Table;

/** A table that keeps a row an entry, with a mark on struck ones. */
export const rowsOf = (name: string) => ({
  name,
  strike: async (db: Queryable, { id }: Struck): Promise<void> => {
    await db.query(`UPDATE ${name} SET struck = true WHERE entry_id = $1`, [id]);
  },
  clear: async (db: Queryable): Promise<void> => {
    await db.query(`DELETE FROM ${name}`);
  },
});
