import type { Entry, EntryKind } from '@ash-knot/core';
import type { Queryable } from '../../db/pool';
import { closing, distance } from './closing';
import { point } from './point';
import { reading } from './reading';
import { recheck } from './recheck';
import { said } from './said';
import type { Table } from './table';
import { stockMove } from './stock-move';
import { tip } from './tip';
import { torqueRecord } from './torque-record';
import { variant } from './variant';

/** Every table made from the ledger: a new one is a file beside these and a line here. */
export const TABLES: readonly Table[] = [reading, point, variant, stockMove, tip, torqueRecord, recheck, said, closing, distance];

const tablesFor = (kind: EntryKind) => TABLES.filter((t) => t.handles.includes(kind));

/** Writes what is searched or charted beside the entry, in the same transaction. */
export async function project(db: Queryable, e: Entry): Promise<void> {
  if (e.kind === 'strike') {
    const { rows } = await db.query<{ kind: EntryKind }>('SELECT kind FROM entry WHERE id = $1', [e.body.entry]);
    if (rows[0])
      for (const t of tablesFor(rows[0].kind)) await t.strike(db, { id: e.body.entry, job: e.job, kind: rows[0].kind });
    return;
  }
  for (const t of tablesFor(e.kind)) await t.write(db, e);
}

/** The same for many, in their order: of a shop that is loaded or made anew. */
export async function projectAll(db: Queryable, entries: readonly Entry[]): Promise<void> {
  const waiting = new Map<Table, Entry[]>();
  const flush = async () => {
    for (const [t, all] of waiting) await t.writeAll!(db, all);
    waiting.clear();
  };
  for (const e of entries) {
    // What a line is drawn through must be there.
    if (e.kind === 'strike') {
      await flush();
      await project(db, e);
      continue;
    }
    for (const t of tablesFor(e.kind))
      if (t.writeAll) waiting.set(t, [...(waiting.get(t) ?? []), e]);
      else await t.write(db, e);
  }
  await flush();
}
