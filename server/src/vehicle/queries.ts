import { randomUUID } from 'node:crypto';
import { plateKey, readVehicleType, type JobKind, type VehicleTypeSpec } from '@ash-knot/core';
import type { Changes, FileView, PastJob, PlayPoint, VehicleTypeView, VehicleView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { fittedBefore, leftBefore } from '../learning/job-file';

export const VEHICLE = `
  SELECT v.id, v.plate, v.vin, v.type_id AS "typeId", t.name AS "typeName",
         coalesce((SELECT x.name FROM variant x JOIN job j ON j.id = x.job_id JOIN entry e ON e.id = x.entry_id WHERE j.vehicle_id = v.id AND NOT x.struck AND e.at > coalesce(v.variant_at, '-infinity') ORDER BY e.seq DESC LIMIT 1), v.variant) AS variant, v.year, v.distance_km AS "distanceKm", v.km_per_day AS "kmPerDay", v.owner, v.known,
         to_char(v.last_opened AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') AS "saidOn",
         (SELECT j.id FROM job j WHERE j.vehicle_id = v.id AND j.closed_at IS NULL) AS "openJob"
    FROM vehicle v JOIN vehicle_type t ON t.id = v.type_id`;

export async function vehicleById(db: Queryable, id: string): Promise<VehicleView | undefined> {
  return (await db.query<VehicleView>(`${VEHICLE} WHERE v.id = $1`, [id])).rows[0];
}

/** Those that stand, by their names. @param id only this one, also where it was put together with another */
export async function types(db: Queryable, id?: string): Promise<VehicleTypeView[]> {
  const { rows } = await db.query<VehicleTypeView>(
    `SELECT t.id, t.spec, t.away_at IS NOT NULL AS away, (SELECT count(*)::int FROM vehicle v WHERE v.type_id = t.id AND v.away_at IS NULL) AS vehicles FROM vehicle_type t WHERE CASE WHEN $1::uuid IS NULL THEN t.into_id IS NULL ELSE t.id = $1 END ORDER BY t.name`,
    [id ?? null],
  );
  return rows.map((t) => ({ ...t, spec: readVehicleType(t.spec) }));
}

export async function typeSpec(db: Queryable, id: string): Promise<VehicleTypeSpec | undefined> {
  const { rows } = await db.query<{ spec: unknown }>('SELECT spec FROM vehicle_type WHERE id = $1', [id]);
  return rows[0] && readVehicleType(rows[0].spec);
}

export interface VehicleRow {
  id: string;
  plate: string;
  vin: string | null;
  typeId: string;
  variant: string | null;
  year: number;
  distanceKm: number;
  kmPerDay: number;
  owner: string;
}

/** False when the plate is taken. */
export async function insertVehicle(db: Queryable, v: VehicleRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO vehicle (id, plate, plate_key, vin, type_id, year, distance_km, entered_km, km_per_day, owner, variant) VALUES ($1,$2,$3,$4,$5,$6,$7,$7,$8,$9,$10) ON CONFLICT (plate_key) DO NOTHING`,
    [v.id, v.plate.toUpperCase(), plateKey(v.plate), v.vin, v.typeId, v.year, v.distanceKm, v.kmPerDay, v.owner, v.variant],
  );
  return rowCount === 1;
}

/** The new type's id, or undefined when the name is taken. */
export async function insertType(db: Queryable, spec: VehicleTypeSpec, id: string = randomUUID()): Promise<string | undefined> {
  const { rowCount } = await db.query(
    'INSERT INTO vehicle_type (id, name, spec) VALUES ($1, $2, $3) ON CONFLICT (name) DO NOTHING',
    [id, spec.name, JSON.stringify(spec)],
  );
  return rowCount ? id : undefined;
}

/** The vehicle's file: its type, play over distance, past jobs. */
export async function vehicleFile(db: Queryable, id: string): Promise<Omit<FileView, keyof Changes> | undefined> {
  const vehicle = await vehicleById(db, id);
  if (!vehicle) return undefined;
  const type = (await typeSpec(db, vehicle.typeId))!;
  const play = await db.query<PlayPoint>(
    `SELECT r.joint, r.phase, j.distance_km AS "distanceKm", avg(r.play_mm) AS "playMm", min(e.at) AS at, j.id AS job
       FROM reading r JOIN job j ON j.id = r.job_id JOIN entry e ON e.id = r.entry_id
      WHERE j.vehicle_id = $1 AND NOT r.struck
        -- What was measured last speaks, as on the sheet: a loop, or a series of readings.
        AND r.by_loop = (SELECT x.by_loop FROM reading x JOIN entry xe ON xe.id = x.entry_id
                          WHERE x.job_id = r.job_id AND x.joint = r.joint AND x.phase = r.phase AND NOT x.struck ORDER BY xe.at DESC, xe.seq DESC LIMIT 1)
      GROUP BY r.joint, r.phase, j.id, j.distance_km ORDER BY j.distance_km, min(e.at)`,
    [id],
  );
  const jobs = await db.query<Omit<PastJob, 'kind'> & { kind: JobKind }>(
    `SELECT j.id, j.kind, j.opened_at AS "openedAt", j.distance_km AS "distanceKm", j.closed_at IS NOT NULL AS "handedBack",
            coalesce((SELECT s.words FROM said s JOIN entry e ON e.id = s.entry_id WHERE s.job_id = j.id AND s.kind = 'complaint' AND NOT s.struck ORDER BY e.seq DESC LIMIT 1), '') AS words,
            coalesce((SELECT s.causes FROM said s JOIN entry e ON e.id = s.entry_id WHERE s.job_id = j.id AND s.kind = 'verdict' AND NOT s.struck ORDER BY e.seq DESC LIMIT 1), '{}') AS causes
       FROM job j WHERE j.vehicle_id = $1 ORDER BY j.opened_at DESC LIMIT 100`,
    [id],
  );
  const renewed = await db.query<FileView['renewed'][number]>(
    `SELECT u.joint, max(l.distance_km) AS "atKm" FROM lesson l, unnest(l.renewed) AS u(joint) WHERE l.vehicle_id = $1 GROUP BY u.joint`,
    [id],
  );
  const file = await db.query<Pick<FileView, 'left' | 'fitted'>>(
    `SELECT ${leftBefore('$1', 'true')} AS left, ${fittedBefore('$1', 'true')} AS fitted`,
    [id],
  );
  return { vehicle, type, play: play.rows, renewed: renewed.rows, jobs: jobs.rows, ...file.rows[0]! };
}
