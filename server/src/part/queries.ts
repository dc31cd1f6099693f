import type { AxleEnd, Part } from '@ash-knot/core';
import type { PartList } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

export interface PartFilter {
  q?: string | undefined;
  kind?: string | undefined;
  typeId?: string | undefined;
  axle?: AxleEnd | undefined;
  limit: number;
}

/** SQL narrows; core ranks what comes back. */
export async function findParts(db: Queryable, f: PartFilter): Promise<PartList> {
  const { rows } = await db.query<{ spec: Part; total: number }>(
    `SELECT p.spec, count(*) OVER () AS total FROM part p
      WHERE ($1::text IS NULL OR strpos(lower(p.name || ' ' || p.supplier || ' ' || p.id || ' ' || p.kind), lower($1)) > 0)
        AND ($2::text IS NULL OR p.kind = $2)
        AND ($3::uuid IS NULL OR EXISTS (SELECT 1 FROM part_fit f WHERE f.part_id = p.id AND f.type_id = $3 AND ($4::text IS NULL OR f.axle = $4)))
      ORDER BY p.kind, p.name, p.id LIMIT $5`,
    [f.q || null, f.kind || null, f.typeId || null, f.axle ?? null, f.limit],
  );
  return { parts: rows.map((r) => r.spec), total: rows[0]?.total ?? 0 };
}

export async function insertPart(db: Queryable, p: Part): Promise<void> {
  await db.query(
    `INSERT INTO part (id, kind, name, grade, supplier, price_minor, currency, stock, delivery_hours, spec) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10)`,
    [p.id, p.kind, p.name, p.grade, p.supplier, p.priceMinor, p.currency, p.stock, p.deliveryHours, JSON.stringify(p)],
  );
  for (const fit of p.fits)
    await db.query('INSERT INTO part_fit (part_id, type_id, axle) VALUES ($1, $2, $3)', [p.id, fit.typeId, fit.axle]);
}
