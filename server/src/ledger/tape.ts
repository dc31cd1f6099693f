import type { Entry, JobState } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** Which device an entry came from, and the bay it stood in. */
export interface Sender {
  readonly device: string;
  readonly bay: string;
}

/** A ledger: the shop's own, or one that stands beside it and that nothing of the shop ever reads. */
export interface Tape {
  /** Its table; both have the same columns. */
  readonly table: 'entry' | 'practice_entry';
  state(db: Queryable, job: string): Promise<JobState | undefined>;
  /** Writes an entry and all that follows from it. True when it was new, false when the same id was already there. */
  append(db: Queryable, e: Entry, from: Sender): Promise<boolean>;
  /** One person is everybody there: any kind may be written, and nothing is signed. */
  readonly alone: boolean;
}

/** Writes a line to a ledger. False when the same id was already there. */
export async function insertEntry(db: Queryable, table: Tape['table'], e: Entry, from: Sender): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO ${table} (id, job_id, kind, version, body, by_person, at, device, bay, device_at) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10) ON CONFLICT (id) DO NOTHING`,
    [e.id, e.job, e.kind, e.version, JSON.stringify(e.body), e.by, e.at, from.device, from.bay, e.deviceAt ?? null],
  );
  return rowCount === 1;
}
