import {
  contextOf,
  dayIn,
  readJob,
  readVehicleType,
  sayUnreadable,
  type JobKind,
  type JobState,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import type { DueRecheck, FloorView, HeldToday, JobFile, JobView, StoredEntry, VehicleView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { LAST_PLAY } from '../gauge/last-play';
import { CLOSED_ON, JOB_FILE } from '../learning/job-file';
import { HttpProblem } from '../http/problem';
import { ENTRY, iso, readEntries } from '../ledger/read';
import { guessed } from '../session/tries';
import { shopView } from '../shop/queries';
import { VEHICLE } from '../vehicle/queries';

/** Why an entry or attachment of work is not taken any more. */
export const HANDED_BACK = 'The vehicle was handed back. Strike the hand-back first, or open a new job.';

interface JobRow {
  id: string;
  vehicleId: string;
  kind: JobKind;
  bay: string | null;
  distanceKm: number;
  openedAt: Date;
  closedAt: Date | null;
}

export async function jobRow(db: Queryable, id: string, lock = false): Promise<JobRow | undefined> {
  const { rows } = await db.query<JobRow>(
    `SELECT id, vehicle_id AS "vehicleId", kind, bay, distance_km AS "distanceKm", opened_at AS "openedAt", closed_at AS "closedAt" FROM job WHERE id = $1 ${lock ? 'FOR UPDATE' : ''}`,
    [id],
  );
  return rows[0];
}

/** One job with its vehicle, type and ledger, in one question to the database: every sheet asks this. */
export async function jobView(db: Queryable, id: string): Promise<JobView | undefined> {
  const { rows } = await db.query<JobView>(
    `SELECT j.id, j.kind, j.bay, j.distance_km AS "distanceKm", ${iso('j.opened_at')} AS "openedAt", t.spec AS type, row_to_json(vehicle) AS vehicle, ${JOB_FILE} AS file, ${LAST_PLAY} AS "lastPlay",
            (SELECT coalesce(json_agg(e ORDER BY e.seq), '[]') FROM (${ENTRY} WHERE job_id = j.id) AS e) AS entries
       FROM job j
       JOIN LATERAL (${VEHICLE} WHERE v.id = j.vehicle_id) AS vehicle ON true
       JOIN vehicle_type t ON t.id = vehicle."typeId"
      WHERE j.id = $1`,
    [id],
  );
  const row = rows[0];
  return row && { ...row, type: readVehicleType(row.type), entries: readEntries(row.entries) };
}

/**
 * The job as core sees it, for what the server must judge itself.
 * @throws 409 naming the line, where it cannot be read: what nobody can judge is not let through
 */
export async function jobState(db: Queryable, id: string): Promise<JobState | undefined> {
  const job = await jobView(db, id);
  const shop = await shopView(db);
  if (!job || !shop) return undefined;
  const { state, unreadable } = readJob(contextOf(job, shop), job.entries);
  if (unreadable)
    throw new HttpProblem(409, 'unreadable', `${sayUnreadable(unreadable)} Strike that line first. Nothing was stored.`);
  return state;
}

/** A change is told again for so long after it: one that was being written when the floor was read is not missed, s. */
const TOLD_AGAIN_S = 20;
/** Rechecks due, the oldest first. */
const MOST_RECHECKS = 20;
/** Jobs that would be held today, the latest first. */
const MOST_HELD = 20;

function typeOf(row: { readonly id: string; readonly spec: VehicleTypeSpec }): (readonly [string, VehicleTypeSpec])[] {
  try {
    return [[row.id, readVehicleType(row.spec)]];
  } catch {
    return [];
  }
}

type FloorRow = JobRow & { file: JobFile; entries: StoredEntry[]; vehicle: VehicleView };

/**
 * The floor: what is open, in its order, and all of those jobs that changed since it was looked at.
 * @param since the cursor of the floor as it is known; all of it without one
 */
export async function floorView(db: Queryable, since?: string): Promise<FloorView> {
  const { rows: standing } = await db.query<{ cursor: string; open: string[] | null; zone: string | null }>(
    `SELECT ${iso(`clock_timestamp() - interval '${TOLD_AGAIN_S} s'`)} AS cursor, (SELECT rules->>'timeZone' FROM shop) AS zone,
            (SELECT json_agg(id ORDER BY bay NULLS LAST, opened_at) FROM job WHERE closed_at IS NULL) AS open`,
  );
  const { cursor, open, zone } = standing[0]!;
  const { rows: jobs } = await db.query<FloorRow>(
    `SELECT j.id, j.kind, j.bay, j.distance_km AS "distanceKm", ${JOB_FILE} AS file, row_to_json(vehicle) AS vehicle,
            (SELECT coalesce(json_agg(e ORDER BY e.seq), '[]') FROM (${ENTRY} WHERE job_id = j.id) AS e) AS entries
       FROM job j JOIN LATERAL (${VEHICLE} WHERE v.id = j.vehicle_id) AS vehicle ON true
      WHERE j.closed_at IS NULL AND ($1::timestamptz IS NULL OR j.touched_at > $1)`,
    [since ?? null],
  );
  const { rows: rechecks } = await db.query<DueRecheck>(
    `SELECT r.entry_id AS entry, r.job_id AS job, r.what, r.at_km AS "atKm", r.on_date AS "onDate", row_to_json(vehicle) AS vehicle
       FROM (SELECT r.*, j.vehicle_id FROM recheck r JOIN job j ON j.id = r.job_id
              WHERE r.done_by IS NULL AND NOT r.struck AND j.closed_at IS NOT NULL AND r.on_date <= $1::date + 2 ORDER BY r.on_date LIMIT ${MOST_RECHECKS}) r
       JOIN LATERAL (${VEHICLE} WHERE v.id = r.vehicle_id) AS vehicle ON true ORDER BY r.on_date`,
    [dayIn(zone ?? 'UTC', new Date())],
  );
  const { rows: held } = await db.query<HeldToday>(
    `SELECT l.job_id AS job, ${CLOSED_ON} AS on, l.held AS why, row_to_json(vehicle) AS vehicle
       FROM (SELECT * FROM lesson WHERE cardinality(held) > 0 AND held_seen_at IS NULL ORDER BY closed_at DESC LIMIT ${MOST_HELD}) l
       JOIN LATERAL (${VEHICLE} WHERE v.id = l.vehicle_id) AS vehicle ON true ORDER BY l.closed_at DESC`,
  );
  const typeIds = [...new Set(jobs.map((j) => j.vehicle.typeId))];
  const specs = await db.query<{ id: string; spec: VehicleTypeSpec }>('SELECT id, spec FROM vehicle_type WHERE id = ANY($1)', [
    typeIds,
  ]);
  return {
    cursor,
    open: open ?? [],
    jobs: jobs.map(({ id, kind, bay, distanceKm, vehicle, entries, file }) => ({
      id,
      kind,
      bay,
      distanceKm,
      vehicle,
      entries: readEntries(entries),
      file,
    })),
    // A type that cannot be read takes its own vehicles down and nobody else's.
    types: Object.fromEntries(specs.rows.flatMap((s) => typeOf(s))),
    rechecks,
    held,
    guessed: await guessed(db),
  };
}
