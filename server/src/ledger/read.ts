import { readStored } from '@ash-knot/core';
import type { StoredEntry } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

/** A moment as the contract writes it. */
export const iso = (column: string): string => `to_char((${column}) AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;

/** The columns of an entry as the contract names them, of one ledger. */
export const entryOf = (table: 'entry' | 'practice_entry'): string =>
  `SELECT id, seq, job_id AS job, kind, version, body, by_person AS by, ${iso('at')} AS at, ${iso('received_at')} AS "receivedAt" FROM ${table}`;
/** Those of the shop's own. */
export const ENTRY = entryOf('entry');

/** Rows of the ledger as today's program writes them; one it cannot read says so, and takes nothing else down. */
export const readEntries = (rows: readonly StoredEntry[]): StoredEntry[] => rows.map((r) => readStored(r) as StoredEntry);

/**
 * The entries of jobs, in the order they were received.
 * @param after the last place that is known already; @param most so many of them, the first ones; all where nothing is said
 */
export async function entriesOf(
  db: Queryable,
  jobs: readonly string[],
  {
    after = 0,
    most = null,
    table = 'entry',
  }: { readonly after?: number; readonly most?: number | null; readonly table?: 'entry' | 'practice_entry' } = {},
): Promise<StoredEntry[]> {
  const { rows } = await db.query<StoredEntry>(`${entryOf(table)} WHERE job_id = ANY($1) AND seq > $2 ORDER BY seq LIMIT $3`, [
    jobs,
    after,
    most,
  ]);
  return readEntries(rows);
}
