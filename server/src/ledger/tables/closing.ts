import type { Queryable } from '../../db/pool';
import { table } from './table';

/** Of entry `e`: nobody has drawn a line through it. */
export const STANDS = `NOT EXISTS (SELECT 1 FROM entry s WHERE s.job_id = e.job_id AND s.kind = 'strike' AND s.body->>'entry' = e.id::text)`;

/** Of vehicle `v`: one of its distances was put right, so what it was entered with says nothing any more. */
const PUT_RIGHT = `EXISTS (SELECT 1 FROM job j JOIN entry e ON e.job_id = j.id WHERE j.vehicle_id = v.id AND e.kind = 'distance' AND ${STANDS})`;

/** Distance of a job's vehicle. */
async function setDistance(db: Queryable, job: string): Promise<void> {
  const { rows } = await db.query<{ vehicle: string }>('SELECT vehicle_id AS vehicle FROM job WHERE id = $1', [job]);
  if (rows[0]) await reckonDistance(db, rows[0].vehicle);
}

/** Distance of a vehicle: what it came in with, its jobs, and the hand-backs that stand. */
export async function reckonDistance(db: Queryable, vehicle: string): Promise<void> {
  await db.query(
    `UPDATE vehicle v SET distance_km = greatest(CASE WHEN ${PUT_RIGHT} THEN 0 ELSE v.entered_km END,
        (SELECT max(j.distance_km) FROM job j WHERE j.vehicle_id = v.id),
        (SELECT max((e.body->>'distanceKm')::float8) FROM job j JOIN entry e ON e.job_id = j.id
          WHERE j.vehicle_id = v.id AND e.kind = 'hand-back' AND ${STANDS}))
      WHERE v.id = $1`,
    [vehicle],
  );
}

/** What a job's vehicle came in with: as it was put right, else as it was opened. */
export const distance = table({
  name: 'job.distance_km',
  handles: ['distance'],
  async write(db, e) {
    await db.query('UPDATE job SET distance_km = $2 WHERE id = $1', [e.job, e.body.distanceKm]);
    await setDistance(db, e.job);
  },
  async strike(db, { job }) {
    await db.query(
      `UPDATE job SET distance_km = coalesce((SELECT (e.body->>'distanceKm')::float8 FROM entry e WHERE e.job_id = $1 AND e.kind = 'distance' AND ${STANDS} ORDER BY e.seq DESC LIMIT 1), opened_km) WHERE id = $1`,
      [job],
    );
    await setDistance(db, job);
  },
  async clear(db) {
    // At once to where it ends, as for the closing below.
    await db.query(
      `UPDATE job j SET distance_km = coalesce((SELECT (e.body->>'distanceKm')::float8 FROM entry e WHERE e.job_id = j.id AND e.kind = 'distance' AND ${STANDS} ORDER BY e.seq DESC LIMIT 1), opened_km)`,
    );
  },
});

/** When a job was handed back, and how far its vehicle had gone. */
export const closing = table({
  name: 'job.closed_at',
  handles: ['hand-back'],
  async write(db, e) {
    await db.query('UPDATE job SET closed_at = $2 WHERE id = $1', [e.job, e.at]);
    await setDistance(db, e.job);
  },
  async strike(db, { job }) {
    await db.query(
      `UPDATE job SET closed_at = (SELECT e.at FROM entry e WHERE e.job_id = $1 AND e.kind = 'hand-back' AND ${STANDS} ORDER BY e.seq DESC LIMIT 1) WHERE id = $1`,
      [job],
    );
    await setDistance(db, job);
  },
  async clear(db) {
    await db.query(
      `UPDATE vehicle v SET distance_km = greatest(CASE WHEN ${PUT_RIGHT} THEN 0 ELSE v.entered_km END, (SELECT max(j.distance_km) FROM job j WHERE j.vehicle_id = v.id))`,
    );
    // At once to where it ends: a vehicle never has two open jobs, in between neither.
    await db.query(
      `UPDATE job j SET closed_at = (SELECT e.at FROM entry e WHERE e.job_id = j.id AND e.kind = 'hand-back' AND ${STANDS} ORDER BY e.seq DESC LIMIT 1)`,
    );
  },
});
