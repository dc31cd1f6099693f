import { contextOf, lessonOf, SHIPPED } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { jobView } from '../job/queries';
import { iso } from '../ledger/read';
import { shopView } from '../shop/queries';
import { keepTimes, sumTimes } from './times';

/** Works out what a closed job teaches, and keeps it; a second hand-back replaces the first. */
export async function keepLesson(db: Queryable, id: string, closedAt: string): Promise<void> {
  const typeId = await keepAlone(db, id, closedAt);
  if (typeId) await sumTimes(db, typeId);
}

/** The lesson alone; what its times come to is summed by the caller. Its type, where there is one. */
async function keepAlone(db: Queryable, id: string, closedAt: string): Promise<string | undefined> {
  const job = await jobView(db, id);
  const shop = await shopView(db);
  if (!job || !shop) return undefined;
  const l = lessonOf(contextOf(job, shop), job.entries, shop.suspectsTable ?? SHIPPED);
  await db.query(
    `INSERT INTO lesson (job_id, vehicle_id, type_id, distance_km, closed_at, faults, renewed, counts, predictions)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9)
     ON CONFLICT (job_id) DO UPDATE SET closed_at = $5, faults = $6, renewed = $7, counts = $8, predictions = $9`,
    [
      id,
      job.vehicle.id,
      job.vehicle.typeId,
      job.distanceKm,
      closedAt,
      l.faults,
      l.renewed,
      JSON.stringify(l.counts),
      JSON.stringify(l.predictions),
    ],
  );
  await keepTimes(db, { id, typeId: job.vehicle.typeId }, closedAt, l.times);
  return job.vehicle.typeId;
}

/** A closed job's distance was put right: its lesson moves with it. */
export async function moveLesson(db: Queryable, job: string): Promise<void> {
  await db.query('UPDATE lesson l SET distance_km = j.distance_km FROM job j WHERE j.id = l.job_id AND l.job_id = $1', [job]);
}

/** Takes the lesson of a job that is open again away. */
export async function dropLesson(db: Queryable, job: string): Promise<void> {
  const { rowCount } = await db.query(
    'DELETE FROM lesson l USING job j WHERE l.job_id = $1 AND j.id = l.job_id AND j.closed_at IS NULL',
    [job],
  );
  if (!rowCount) return;
  const { rows } = await db.query<{ typeId: string }>(
    'WITH gone AS (DELETE FROM step_time WHERE job_id = $1 RETURNING type_id) SELECT DISTINCT type_id AS "typeId" FROM gone',
    [job],
  );
  if (rows[0]) await sumTimes(db, rows[0].typeId);
}

/** Lessons of jobs that were closed before lessons were kept, or with the demo shop. In the order they were closed. */
export async function catchUpLessons(db: Queryable, undone: ReadonlyMap<string, Date> = new Map()): Promise<number> {
  const { rows } = await db.query<{ id: string; closedAt: string }>(
    `SELECT j.id, ${iso('j.closed_at')} AS "closedAt" FROM job j
      WHERE j.closed_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM lesson l WHERE l.job_id = j.id) ORDER BY j.closed_at, j.id`,
  );
  for (const r of rows) {
    await keepAlone(db, r.id, r.closedAt);
    const at = undone.get(r.id);
    if (at) await db.query('UPDATE lesson SET undone_at = $2 WHERE job_id = $1', [r.id, at]);
  }
  if (rows.length > 0) await sumTimes(db);
  return rows.length;
}

/** All lessons worked out anew, in the order the jobs were closed; what a lead has taken out of the count stays out. */
export async function rebuildLessons(db: Queryable): Promise<void> {
  const { rows } = await db.query<{ id: string; at: Date }>(
    'SELECT job_id AS id, undone_at AS at FROM lesson WHERE undone_at IS NOT NULL',
  );
  await db.query('DELETE FROM lesson');
  await db.query('DELETE FROM step_time');
  await catchUpLessons(db, new Map(rows.map((r) => [r.id, r.at])));
}
