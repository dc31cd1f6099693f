import { INTERFERENCE_MM, LENGTH_OUT_MM, readPart, type Part, type SizeKey, type Wanted } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** False when its number is taken. */
export async function insertPart(db: Queryable, p: Part): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO part (id, kind, name, grade, supplier, price_minor, currency, stock, delivery_hours, spec) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10) ON CONFLICT (id) DO NOTHING`,
    [p.id, p.kind, p.name, p.grade, p.supplier, p.priceMinor, p.currency, p.stock, p.deliveryHours, JSON.stringify(p)],
  );
  if (!rowCount) return false;
  for (const fit of p.fits)
    await db.query('INSERT INTO part_fit (part_id, type_id, axle) VALUES ($1, $2, $3)', [p.id, fit.typeId, fit.axle]);
  return true;
}

/** A stored part with what is left of it on the shelf: `p` is the part's row. */
export const SPEC = `p.spec || jsonb_build_object('stock', greatest(0, p.stock + coalesce((SELECT sum(m.quantity) FROM stock_move m WHERE m.part_id = p.id AND NOT m.struck), 0)))`;

/** Unlisted parts that are ranked at most: the nearest, so that a catalogue of any size is ranked in a moment. */
const MOST = 300;

/** The bounds of a size beyond which core would leave a part out anyway; none where it is not known, or only usual. */
function bounds(w: Wanted, key: SizeKey, value: number | undefined, under: number, over: number): [number | null, number | null] {
  if (value === undefined || w.from?.[key] === 'usual') return [null, null];
  const doubt = w.doubtMm?.[key] ?? 0;
  return [value - under - doubt, value + over + doubt];
}
const thread = (w: Wanted, end: 'upper' | 'lower'): string | null =>
  w.from?.[`${end}.stud-thread`] === 'usual' ? null : (w[end]?.thread ?? null);

/**
 * What may fit: everything listed for the vehicle, whatever its size, so that the reasons can be told; of the rest what
 * core would not leave out for its kind, thread, length or bore, the nearest first.
 */
export async function mayFit(db: Queryable, w: Wanted): Promise<Part[]> {
  const length = bounds(w, 'link-length', w.lengthMm, LENGTH_OUT_MM, LENGTH_OUT_MM);
  // A bore is at most the bar, and as much less as the softest rubber bears.
  const bore = bounds(w, 'bar-diameter', w.barMm, INTERFERENCE_MM.rubber, 0);
  const { rows } = await db.query<{ spec: unknown }>(
    `SELECT ${SPEC} AS spec FROM part p JOIN part_fit f ON f.part_id = p.id WHERE f.type_id = $1 AND ($2::text IS NULL OR f.axle = $2) AND p.kind = ANY($3)
      UNION ALL
     (SELECT ${SPEC} AS spec FROM part p
       WHERE p.kind = ANY($3)
         AND ($4::float8 IS NULL OR p.length_mm BETWEEN $4 AND $5 OR p.length_mm IS NULL)
         AND ($6::float8 IS NULL OR p.bore_mm BETWEEN $6 AND $7 OR p.bore_mm IS NULL)
         AND ($8::text IS NULL OR p.upper_thread = $8 OR p.upper_thread IS NULL)
         AND ($9::text IS NULL OR p.lower_thread = $9 OR p.lower_thread IS NULL)
         AND ($10::text IS NULL OR p.sided IN ('either', $10))
         AND NOT EXISTS (SELECT 1 FROM part_fit f WHERE f.part_id = p.id AND f.type_id = $1 AND ($2::text IS NULL OR f.axle = $2))
       ORDER BY abs(p.length_mm - $11) NULLS LAST, p.stock = 0, p.price_minor, p.id LIMIT ${MOST})`,
    [
      w.typeId ?? null,
      w.axle ?? null,
      w.kinds,
      ...length,
      ...bore,
      thread(w, 'upper'),
      thread(w, 'lower'),
      w.side ?? null,
      w.lengthMm ?? null,
    ],
  );
  return rows.map((r) => readPart(r.spec));
}
