import type { StoredEntry } from '@ash-knot/contract';
import { inTransaction, type Db } from '../db/pool';
import { rebuildLessons } from '../learning/lessons';
import { ENTRY, readEntries } from './read';
import { projectAll, TABLES } from './tables';

/** Entries read at a time: a shop of ten years does not fit in memory at once. */
const BATCH = 2000;

/**
 * Makes every table that comes from the ledger anew, all of it or none, and with it what closed jobs have
 * taught. Nobody writes meanwhile.
 * @returns how many entries were read
 */
export async function rebuild(db: Db): Promise<number> {
  return inTransaction(db, async (tx) => {
    await tx.query('LOCK TABLE entry, job IN EXCLUSIVE MODE');
    for (const t of [...TABLES].reverse()) await t.clear(tx);
    let seq = 0;
    let read = 0;
    for (;;) {
      const { rows } = await tx.query<StoredEntry>(`${ENTRY} WHERE seq > $1 ORDER BY seq LIMIT $2`, [seq, BATCH]);
      const last = rows.at(-1);
      if (!last) break;
      await projectAll(
        tx,
        readEntries(rows).filter((e) => e.unread === undefined),
      );
      seq = last.seq;
      read += rows.length;
    }
    await rebuildLessons(tx);
    return read;
  });
}
