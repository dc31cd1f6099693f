import type { ShelfState } from '@ash-knot/contract';
import type { Part } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** Parts written at a time. */
const AT_A_TIME = 500;

/** @param by who wrote them down or took their list in; @returns those that were new: a number that is taken stays whose it is */
export async function insertParts(db: Queryable, parts: readonly Part[], by: string | null = null): Promise<ReadonlySet<string>> {
  const fresh = new Set<string>();
  for (let i = 0; i < parts.length; i += AT_A_TIME) {
    const some = parts.slice(i, i + AT_A_TIME);
    const { rows } = await db.query<{ id: string }>(
      `INSERT INTO part (id, kind, name, grade, supplier, price_minor, currency, stock, delivery_hours, spec, added_by, added_at)
       SELECT s->>'id', s->>'kind', s->>'name', s->>'grade', s->>'supplier', (s->>'priceMinor')::int, s->>'currency', (s->>'stock')::int, (s->>'deliveryHours')::float8, s, $2, now()
         FROM jsonb_array_elements($1::jsonb) AS s ON CONFLICT (id) DO NOTHING RETURNING id`,
      [JSON.stringify(some), by],
    );
    const ids = new Set(rows.map((r) => r.id));
    const fits = some.flatMap((p) => (ids.has(p.id) ? p.fits.map((f) => ({ part: p.id, type: f.typeId, axle: f.axle })) : []));
    await db.query(
      `INSERT INTO part_fit (part_id, type_id, axle) SELECT part, type, axle FROM jsonb_to_recordset($1::jsonb) AS f(part text, type uuid, axle text)`,
      [JSON.stringify(fits)],
    );
    for (const id of ids) fresh.add(id);
  }
  return fresh;
}

/** What is on the shelf of a part of row `p`: as it was counted last, or as its list had it, and what left it since. */
const ON_SHELF = `(SELECT greatest(0, coalesce(c.counted, p.stock) + coalesce((SELECT sum(m.quantity) FROM stock_move m
    WHERE m.part_id = p.id AND NOT m.struck AND (c.at IS NULL OR m.at > c.at)), 0))
   FROM (SELECT 1) one LEFT JOIN LATERAL (SELECT counted, at FROM shelf_count s WHERE s.part_id = p.id ORDER BY s.at DESC, s.id DESC LIMIT 1) c ON true)`;

/** A stored part with what is left of it on the shelf: `p` is the part's row. */
export const SPEC = `p.spec || jsonb_build_object('stock', ${ON_SHELF})`;

/** Parts read at a time: a few milliseconds' work of whoever takes them. */
const SLICE = 300;

/**
 * All parts with what is left of them, as JSON texts, a slice at a time, in a transaction. What is on the shelf is summed once
 * for all of them, not once a part.
 */
export async function* partsInSlices(tx: Queryable): AsyncGenerator<readonly string[]> {
  await tx.query(`DECLARE all_parts NO SCROLL CURSOR FOR
    WITH c AS (SELECT DISTINCT ON (part_id) part_id, counted, at FROM shelf_count ORDER BY part_id, at DESC, id DESC),
         m AS (SELECT m.part_id, sum(m.quantity) AS moved FROM stock_move m LEFT JOIN c ON c.part_id = m.part_id
                WHERE NOT m.struck AND (c.at IS NULL OR m.at > c.at) GROUP BY m.part_id)
    SELECT (p.spec || jsonb_build_object('stock', greatest(0, coalesce(c.counted, p.stock) + coalesce(m.moved, 0))))::text AS spec
      FROM part p LEFT JOIN c ON c.part_id = p.id LEFT JOIN m ON m.part_id = p.id ORDER BY p.kind, p.name, p.id`);
  for (;;) {
    const { rows } = await tx.query<{ spec: string }>(`FETCH ${SLICE} FROM all_parts`);
    if (rows.length === 0) break;
    yield rows.map((r) => r.spec);
  }
  await tx.query('CLOSE all_parts');
}

/** What a shelf is asked for besides: only what is there, or what is at its reorder point or below. */
export const SHELF_FILTER = {
  any: 'true',
  // Only what its list or somebody's count says is there can be: the rest of a large catalogue is not reckoned.
  stocked: `(p.stock > 0 OR EXISTS (SELECT 1 FROM shelf_count s WHERE s.part_id = p.id)) AND ${ON_SHELF} > 0`,
  low: `p.reorder_at IS NOT NULL AND ${ON_SHELF} <= p.reorder_at`,
} as const;

/** Reorder points, who counted what last and who wrote it down, of these parts: those that have none are left out. */
export async function shelfOf(db: Queryable, ids: readonly string[]): Promise<Record<string, ShelfState>> {
  const { rows } = await db.query<ShelfState & { id: string }>(
    `SELECT p.id, p.reorder_at AS "reorderAt",
            CASE WHEN p.added_by IS NULL THEN NULL ELSE jsonb_build_object('by', p.added_by, 'at', p.added_at) END AS added,
            CASE WHEN c.id IS NULL THEN NULL ELSE jsonb_build_object('quantity', c.counted, 'thought', c.thought, 'by', c.by_person, 'at', c.at) END AS counted
       FROM part p LEFT JOIN LATERAL (SELECT * FROM shelf_count s WHERE s.part_id = p.id ORDER BY s.at DESC, s.id DESC LIMIT 1) c ON true
      WHERE p.id = ANY($1) AND (p.reorder_at IS NOT NULL OR c.id IS NOT NULL OR p.added_by IS NOT NULL)`,
    [ids],
  );
  return Object.fromEntries(rows.map(({ id, ...state }) => [id, state]));
}

/** The names of the types that parts are listed for. */
export async function typeNames(db: Queryable, ids: readonly string[]): Promise<Record<string, string>> {
  const { rows } = await db.query<{ id: string; name: string }>('SELECT id, name FROM vehicle_type WHERE id::text = ANY($1)', [
    ids,
  ]);
  return Object.fromEntries(rows.map((t) => [t.id, t.name]));
}

/** How many are on the shelf; null where there is no such part. */
export async function onShelf(db: Queryable, id: string): Promise<number | null> {
  const { rows } = await db.query<{ n: number }>(`SELECT ${ON_SHELF}::int AS n FROM part p WHERE p.id = $1`, [id]);
  return rows[0]?.n ?? null;
}
