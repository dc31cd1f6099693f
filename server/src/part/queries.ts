import type { Part } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

export async function insertPart(db: Queryable, p: Part): Promise<void> {
  await db.query(
    `INSERT INTO part (id, kind, name, grade, supplier, price_minor, currency, stock, delivery_hours, spec) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10)`,
    [p.id, p.kind, p.name, p.grade, p.supplier, p.priceMinor, p.currency, p.stock, p.deliveryHours, JSON.stringify(p)],
  );
  for (const fit of p.fits)
    await db.query('INSERT INTO part_fit (part_id, type_id, axle) VALUES ($1, $2, $3)', [p.id, fit.typeId, fit.axle]);
}
