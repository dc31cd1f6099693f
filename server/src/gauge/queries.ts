import type { GaugeSpec } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** The register, retired gauges too: readings name them. */
export async function gauges(db: Queryable): Promise<GaugeSpec[]> {
  const { rows } = await db.query<Omit<GaugeSpec, 'known'> & { sdMm: number; degrees: number }>(
    `SELECT id, name, kind, unit, resolution, range_max AS "rangeMax",
            to_char(calibrated_until, 'YYYY-MM-DD') AS "calibratedUntil", line, scatter_mm AS "sdMm", degrees, retired
       FROM gauge ORDER BY name`,
  );
  return rows.map(({ sdMm, degrees, ...g }) => ({ ...g, known: { sdMm, degrees } }));
}

export async function putGauge(db: Queryable, g: GaugeSpec): Promise<void> {
  await db.query(
    `INSERT INTO gauge (id, name, kind, unit, resolution, range_max, calibrated_until, line, scatter_mm, degrees)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10)
     ON CONFLICT (id) DO UPDATE SET name = $2, kind = $3, unit = $4, resolution = $5, range_max = $6, calibrated_until = $7,
       line = $8, scatter_mm = $9, degrees = $10, retired = false`,
    [g.id, g.name, g.kind, g.unit, g.resolution, g.rangeMax, g.calibratedUntil, g.line, g.known.sdMm, g.known.degrees],
  );
}
