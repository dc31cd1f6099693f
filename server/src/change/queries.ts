import { randomUUID } from 'node:crypto';
import type { ChangeLine, Changes } from '@ash-knot/contract';
import { makeEntry, type EntryBodies } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { conflict, notFound } from '../http/problem';
import { append } from '../ledger/append';
import type { Sender } from '../ledger/tape';
import { happened } from '../live/channel';

/** What can be put right: its table, and the column of `change` that names it. */
export const OF = {
  type: { table: 'vehicle_type', column: 'type_id' },
  vehicle: { table: 'vehicle', column: 'vehicle_id' },
} as const;
export type ChangeOf = keyof typeof OF;

/** Who changes it, from which device, and why; the job it was found at, where it was. */
export interface Changing {
  readonly by: string;
  readonly from: Sender;
  readonly why: string;
  readonly job?: string;
  readonly entry?: string;
}

const MOST = 200;

/** What was changed of it, the latest first. */
export async function changesOf(db: Queryable, of: ChangeOf, id: string): Promise<Changes> {
  const { table, column } = OF[of];
  const { rows } = await db.query<Changes>(
    `SELECT x.away_at IS NOT NULL AS away, x.into_id AS into, (SELECT count(*)::int FROM change c WHERE c.${column} = x.id) AS seen,
            (SELECT coalesce(json_agg(json_build_object('id', c.id, 'at', c.at, 'by', c.name, 'why', c.why, 'job', c.job_id, 'says', c.says) ORDER BY c.id DESC), '[]')
               FROM (SELECT c.*, p.name FROM change c JOIN person p ON p.id = c.by_person WHERE c.${column} = x.id ORDER BY c.id DESC LIMIT ${MOST}) AS c) AS changes
       FROM ${table} x WHERE x.id = $1`,
    [id],
  );
  if (!rows[0]) throw notFound(of === 'type' ? 'vehicle type' : 'vehicle');
  return rows[0];
}

/**
 * Holds what is to be changed until the transaction ends.
 * @param seen how often it had been changed when it was looked at
 * @throws 409 where somebody changed it meanwhile, or it is one with another
 */
export async function hold(tx: Queryable, of: ChangeOf, id: string, seen?: number): Promise<Changes> {
  await tx.query(`SELECT 1 FROM ${OF[of].table} WHERE id = $1 FOR UPDATE`, [id]);
  const now = await changesOf(tx, of, id);
  if (now.into) throw conflict(`This ${of} was put together with another: change that one. Nothing was stored.`);
  if (seen !== undefined && seen !== now.seen) {
    const last = now.changes[0] as ChangeLine;
    throw conflict(`${last.by} changed it meanwhile (${last.why}). Look at it as it is now. Nothing was stored.`);
  }
  return now;
}

/** Keeps what it was until now, and what is different from now on. */
export async function keepChange(
  tx: Queryable,
  of: ChangeOf,
  id: string,
  { before, says }: { readonly before: object; readonly says: readonly string[] },
  { by, why, job, entry }: Changing,
): Promise<void> {
  await tx.query(
    `INSERT INTO change (${OF[of].column}, by_person, why, job_id, entry_id, says, before) VALUES ($1,$2,$3,$4,$5,$6,$7)`,
    [id, by, why, job ?? null, entry ?? null, says, JSON.stringify(before)],
  );
}

/** A line on the tape has room for so many. */
const MOST_SAID = 12;
const MOST_LONG = 400;

/** A line on a job's tape: what was changed, in the name of who did. */
async function tellJob(
  tx: Queryable,
  job: string,
  { of, says, why, by, from }: { readonly of: ChangeOf; readonly says: readonly string[] } & Omit<Changing, 'job' | 'entry'>,
): Promise<void> {
  const more = Math.max(0, says.length - MOST_SAID);
  const body: EntryBodies['changed'] = {
    of,
    why,
    says: says.slice(0, MOST_SAID).map((s) => s.slice(0, MOST_LONG)),
    ...(more ? { more } : {}),
  };
  const entry = makeEntry({ kind: 'changed', body }, { id: randomUUID(), job, by, at: new Date().toISOString() });
  await append(tx, entry, from);
  await happened(tx, { of: 'job', id: job, what: 'written', lines: [{ id: entry.id, kind: entry.kind }] });
}

/** Tells every open job that is judged by it. */
export async function tellOpenJobs(
  tx: Queryable,
  of: ChangeOf,
  id: string,
  says: readonly string[],
  who: Changing,
): Promise<void> {
  const { rows } = await tx.query<{ id: string }>(
    `SELECT j.id FROM job j JOIN vehicle v ON v.id = j.vehicle_id
      WHERE j.closed_at IS NULL AND v.${of === 'type' ? 'type_id' : 'id'} = $1 AND j.id IS DISTINCT FROM $2 ORDER BY j.id FOR UPDATE OF j`,
    [id, who.job ?? null],
  );
  for (const open of rows) await tellJob(tx, open.id, { of, says, ...who });
}

/** Tells a job that is open again what was changed since it was closed: it is judged by that now. */
export async function tellReopened(tx: Queryable, job: string, closedAt: Date, from: Sender): Promise<void> {
  const { rows } = await tx.query<{ of: ChangeOf; by: string; why: string; says: string[] }>(
    `SELECT CASE WHEN c.type_id IS NULL THEN 'vehicle' ELSE 'type' END AS of, c.by_person AS by, c.why, c.says
       FROM job j JOIN vehicle v ON v.id = j.vehicle_id
       JOIN change c ON (c.vehicle_id IN (j.vehicle_id, j.was_vehicle) OR c.type_id = v.type_id) AND c.at > $2 AND c.job_id IS DISTINCT FROM j.id
      WHERE j.id = $1 ORDER BY c.id`,
    [job, closedAt],
  );
  for (const { of, by, why, says } of rows) await tellJob(tx, job, { of, says, by, why, from });
}
