import { contextOf, foldJob, readVehicleType, type JobKind, type JobState, type VehicleTypeSpec } from '@ash-knot/core';
import type { DueRecheck, FloorView, JobFile, JobView, StoredEntry, VehicleView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { LAST_PLAY } from '../gauge/last-play';
import { JOB_FILE } from '../learning/job-file';
import { entriesOf, ENTRY, iso, readEntries } from '../ledger/read';
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

/** The job as core sees it, for what the server must judge itself. */
export async function jobState(db: Queryable, id: string): Promise<JobState | undefined> {
  const job = await jobView(db, id);
  const shop = await shopView(db);
  return job && shop ? foldJob(contextOf(job, shop), job.entries) : undefined;
}

export async function floorView(db: Queryable): Promise<FloorView> {
  const jobs = await db.query<JobRow & { file: JobFile }>(
    `SELECT id, vehicle_id AS "vehicleId", kind, bay, distance_km AS "distanceKm", opened_at AS "openedAt", ${JOB_FILE} AS file FROM job j WHERE closed_at IS NULL ORDER BY bay NULLS LAST, opened_at`,
  );
  const rechecks = await db.query<{
    entry: string;
    job: string;
    what: string;
    atKm: number;
    onDate: string;
    vehicleId: string;
  }>(
    `SELECT r.entry_id AS entry, r.job_id AS job, r.what, r.at_km AS "atKm", r.on_date AS "onDate", j.vehicle_id AS "vehicleId"
       FROM recheck r JOIN job j ON j.id = r.job_id
      WHERE r.done_by IS NULL AND NOT r.struck AND j.closed_at IS NOT NULL AND r.on_date <= current_date + 2 ORDER BY r.on_date LIMIT 20`,
  );
  const ids = [...new Set([...jobs.rows.map((j) => j.vehicleId), ...rechecks.rows.map((r) => r.vehicleId)])];
  const vehicles = await db.query<VehicleView>(`${VEHICLE} WHERE v.id = ANY($1)`, [ids]);
  const byId = new Map(vehicles.rows.map((v) => [v.id, v]));
  const entries = await entriesOf(
    db,
    jobs.rows.map((j) => j.id),
  );
  const byJob = new Map<string, StoredEntry[]>();
  for (const e of entries) byJob.set(e.job, [...(byJob.get(e.job) ?? []), e]);
  const typeIds = [...new Set(jobs.rows.map((j) => byId.get(j.vehicleId)!.typeId))];
  const specs = await db.query<{ id: string; spec: VehicleTypeSpec }>('SELECT id, spec FROM vehicle_type WHERE id = ANY($1)', [
    typeIds,
  ]);
  return {
    jobs: jobs.rows.map((j) => ({
      id: j.id,
      kind: j.kind,
      bay: j.bay,
      distanceKm: j.distanceKm,
      vehicle: byId.get(j.vehicleId)!,
      entries: byJob.get(j.id) ?? [],
      file: j.file,
    })),
    types: Object.fromEntries(specs.rows.map((s) => [s.id, readVehicleType(s.spec)])),
    rechecks: rechecks.rows.map((r): DueRecheck => ({
      entry: r.entry,
      job: r.job,
      what: r.what,
      atKm: r.atKm,
      onDate: r.onDate,
      vehicle: byId.get(r.vehicleId)!,
    })),
  };
}
