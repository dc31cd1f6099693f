import {
  foldJob,
  lessonOf,
  SHIPPED,
  type Entry,
  type JobContext,
  type JobKind,
  type JobState,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import type { DueRecheck, FloorView, JobFile, JobView, StoredEntry, VehicleView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { LAST_PLAY } from '../gauge/queries';
import { JOB_FILE } from '../learning/queries';
import { shopView } from '../shop/queries';
import { VEHICLE } from '../vehicle/queries';

/** A moment as the contract writes it. */
const iso = (column: string) => `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
const ENTRY = `SELECT id, seq, job_id AS job, kind, body, by_person AS by, ${iso('at')} AS at, ${iso('received_at')} AS "receivedAt" FROM entry`;

interface JobRow {
  id: string;
  vehicleId: string;
  kind: JobKind;
  bay: string | null;
  distanceKm: number;
  openedAt: Date;
  closedAt: Date | null;
}

export async function entriesAfter(db: Queryable, job: string, seq: number): Promise<StoredEntry[]> {
  return (await db.query<StoredEntry>(`${ENTRY} WHERE job_id = $1 AND seq > $2 ORDER BY seq`, [job, seq])).rows;
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
  return rows[0];
}

/** The job as core sees it, for what the server must judge itself. */
async function jobInCore(db: Queryable, id: string) {
  const job = await jobView(db, id);
  const shop = await shopView(db);
  if (!job || !shop) return undefined;
  const context: JobContext = {
    type: job.type,
    typeId: job.vehicle.typeId,
    kind: job.kind,
    distanceKm: job.distanceKm,
    rules: shop.rules,
    gauges: shop.gauges,
    file: job.file,
  };
  return { job, shop, context };
}

export async function jobState(db: Queryable, id: string): Promise<JobState | undefined> {
  const c = await jobInCore(db, id);
  return c && foldJob(c.context, c.job.entries);
}

/** Works out what a closed job teaches, and keeps it; a second hand-back replaces the first. */
async function keepLesson(db: Queryable, id: string, closedAt: string): Promise<void> {
  const c = await jobInCore(db, id);
  if (!c) return;
  const l = lessonOf(c.context, c.job.entries, c.shop.strengths ?? SHIPPED);
  await db.query(
    `INSERT INTO lesson (job_id, vehicle_id, type_id, distance_km, closed_at, faults, renewed, counts, predictions)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9)
     ON CONFLICT (job_id) DO UPDATE SET closed_at = $5, faults = $6, renewed = $7, counts = $8, predictions = $9`,
    [
      id,
      c.job.vehicle.id,
      c.context.typeId,
      c.context.distanceKm,
      closedAt,
      l.faults,
      l.renewed,
      JSON.stringify(l.counts),
      JSON.stringify(l.predictions),
    ],
  );
}

/** Lessons of jobs that were closed before lessons were kept, or with the demo shop. In the order they were closed. */
export async function catchUpLessons(db: Queryable): Promise<number> {
  const { rows } = await db.query<{ id: string; closedAt: string }>(
    `SELECT j.id, ${iso('j.closed_at')} AS "closedAt" FROM job j
      WHERE j.closed_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM lesson l WHERE l.job_id = j.id) ORDER BY j.closed_at, j.id`,
  );
  for (const r of rows) await keepLesson(db, r.id, r.closedAt);
  return rows.length;
}

/** Writes what is searched or charted beside the entry, in the same transaction. */
export async function project(db: Queryable, e: Entry): Promise<void> {
  switch (e.kind) {
    case 'reading':
      await db.query('INSERT INTO reading (entry_id, job_id, joint, phase, play_mm, gauge_id) VALUES ($1,$2,$3,$4,$5,$6)', [
        e.id,
        e.job,
        e.body.joint,
        e.body.phase,
        e.body.playMm,
        e.body.gauge,
      ]);
      break;
    case 'torque':
      await db.query(
        'INSERT INTO torque_record (entry_id, job_id, fastener, target_nm, achieved_nm, method) VALUES ($1,$2,$3,$4,$5,$6)',
        [e.id, e.job, e.body.fastener, e.body.targetNm, e.body.achievedNm, e.body.method],
      );
      break;
    case 'clicks':
      await db.query('INSERT INTO torque_record (entry_id, job_id, fastener, target_nm, method) VALUES ($1,$2,$3,$4,$5)', [
        e.id,
        e.job,
        e.body.fastener,
        e.body.targetNm,
        `${e.body.clicks} of ${e.body.of} clicks`,
      ]);
      break;
    case 'mark':
      await db.query('INSERT INTO torque_record (entry_id, job_id, fastener, method) VALUES ($1,$2,$3,$4)', [
        e.id,
        e.job,
        e.body.fastener,
        e.body.how,
      ]);
      break;
    case 'recheck':
      await db.query('INSERT INTO recheck (entry_id, job_id, what, at_km, on_date) VALUES ($1,$2,$3,$4,$5)', [
        e.id,
        e.job,
        e.body.what,
        e.body.atKm,
        e.body.onDate,
      ]);
      break;
    case 'rechecked':
      await db.query('UPDATE recheck SET done_by = $2 WHERE entry_id = $1', [e.body.recheck, e.id]);
      break;
    case 'strike':
      await db.query('UPDATE reading SET struck = true WHERE entry_id = $1', [e.body.entry]);
      await db.query('UPDATE torque_record SET struck = true WHERE entry_id = $1', [e.body.entry]);
      await db.query('UPDATE recheck SET struck = true WHERE entry_id = $1', [e.body.entry]);
      await db.query('UPDATE recheck SET done_by = NULL WHERE done_by = $1', [e.body.entry]);
      // A job that is open again has taught nothing yet.
      await db.query(
        `DELETE FROM lesson WHERE job_id = $1 AND EXISTS (SELECT 1 FROM entry WHERE id = $2 AND kind = 'hand-back')`,
        [e.job, e.body.entry],
      );
      await db.query(
        `UPDATE job SET closed_at = NULL WHERE id = $1 AND EXISTS (SELECT 1 FROM entry WHERE id = $2 AND kind = 'hand-back')`,
        [e.job, e.body.entry],
      );
      break;
    case 'hand-back':
      await db.query('UPDATE job SET closed_at = $2 WHERE id = $1', [e.job, e.at]);
      await db.query(
        'UPDATE vehicle SET distance_km = greatest(distance_km, $2) WHERE id = (SELECT vehicle_id FROM job WHERE id = $1)',
        [e.job, e.body.distanceKm],
      );
      break;
    default:
      break;
  }
}

/** True when it was new, false when the same id was already there. */
export async function insertEntry(db: Queryable, e: Entry): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO entry (id, job_id, kind, body, by_person, at) VALUES ($1,$2,$3,$4,$5,$6) ON CONFLICT (id) DO NOTHING',
    [e.id, e.job, e.kind, JSON.stringify(e.body), e.by, e.at],
  );
  if (!rowCount) return false;
  await project(db, e);
  if (e.kind === 'hand-back') await keepLesson(db, e.job, e.at);
  return true;
}

/** Told to every server process by NOTIFY, when the transaction commits. */
export const CHANNEL = 'ashknot_job';
export const announce = (db: Queryable, job: string) => db.query('SELECT pg_notify($1, $2)', [CHANNEL, job]);

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
  const entries = await db.query<StoredEntry>(`${ENTRY} WHERE job_id = ANY($1) ORDER BY seq`, [jobs.rows.map((j) => j.id)]);
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
      entries: entries.rows.filter((e) => e.job === j.id),
      file: j.file,
    })),
    types: Object.fromEntries(specs.rows.map((s) => [s.id, s.spec])),
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
