import { dayIn } from '@ash-knot/core';
import type { DueRecheck, FloorView, HeldToday } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { dueBookings } from '../booking/queries';
import { CLOSED_ON, JOB_FILE } from '../learning/job-file';
import { ENTRY, iso } from '../ledger/read';
import { guessed } from '../session/tries';
import { VEHICLE } from '../vehicle/queries';

/** A change is told again for so long after it: one that was being written when the floor was read is not missed, s. */
const TOLD_AGAIN_S = 20;
/** Rechecks due, the oldest first. */
const MOST_RECHECKS = 20;
/** Jobs that would be held today, the latest first. */
const MOST_HELD = 20;

/** The floor as it stands. */
export interface Standing {
  readonly cursor: string;
  readonly zone: string | null;
  /** The open jobs in their order, each with what it is as of: its own last change, and those of its vehicle and type. */
  readonly open: readonly { readonly id: string; readonly version: string; readonly changed: boolean }[];
}

/** @param since which of them changed after it; all of them without one */
export async function standing(db: Queryable, since?: string): Promise<Standing> {
  const { rows } = await db.query<Standing>(
    `SELECT ${iso(`clock_timestamp() - interval '${TOLD_AGAIN_S} s'`)} AS cursor, (SELECT rules->>'timeZone' FROM shop) AS zone,
            (SELECT coalesce(json_agg(json_build_object('id', j.id, 'version', concat_ws(' ', j.touched_at, v.xmin, t.xmin), 'changed', $1::timestamptz IS NULL OR j.touched_at > $1)
                                      ORDER BY j.bay NULLS LAST, j.opened_at), '[]')
               FROM job j JOIN vehicle v ON v.id = j.vehicle_id JOIN vehicle_type t ON t.id = v.type_id WHERE j.closed_at IS NULL) AS open`,
    [since ?? null],
  );
  return rows[0]!;
}

/** Open jobs as the floor reads them, each in JSON that is not read here, with the lines of its tape after a place. */
export async function floorRows(
  db: Queryable,
  asked: readonly { readonly id: string; readonly after: number }[],
): Promise<string[]> {
  if (asked.length === 0) return [];
  const { rows } = await db.query<{ row: string }>(
    `SELECT json_build_object('id', j.id, 'kind', j.kind, 'bay', j.bay, 'distanceKm', j.distance_km, 'file', ${JOB_FILE}, 'type', t.spec, 'vehicle', row_to_json(vehicle), 'after', w.after,
              'entries', (SELECT coalesce(json_agg(e ORDER BY e.seq), '[]') FROM (${ENTRY} WHERE job_id = j.id AND seq > w.after) AS e))::text AS row
       FROM unnest($1::uuid[], $2::bigint[]) AS w(id, after)
       JOIN job j ON j.id = w.id JOIN LATERAL (${VEHICLE} WHERE v.id = j.vehicle_id) AS vehicle ON true JOIN vehicle_type t ON t.id = vehicle."typeId"
      WHERE j.closed_at IS NULL`,
    [asked.map((a) => a.id), asked.map((a) => a.after)],
  );
  return rows.map((r) => r.row);
}

/** What stands beside the open jobs: what is due back, what would be held today, whose PIN is being guessed. */
export async function besideFloor(
  db: Queryable,
  zone: string | null,
): Promise<Pick<FloorView, 'due' | 'rechecks' | 'held' | 'guessed'>> {
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
  const due = await dueBookings(db, zone ?? 'UTC', dayIn(zone ?? 'UTC', new Date()));
  return { due, rechecks, held, guessed: await guessed(db) };
}
