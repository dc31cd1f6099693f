import { randomUUID } from 'node:crypto';
import { readVehicleType } from '@ash-knot/core';
import { guessMatch, LISTS, type ListContext, type ListId, type ListMatch } from '@ash-knot/core/lists';
import type { ListLine } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { conflict, notFound } from '../http/problem';
import { shopView } from '../shop/queries';
import type { StoredRow } from './store';

/** Days a list waits to be taken in. */
const KEPT_DAYS = 14;
/** Lists told of, the latest first. */
const MOST = 60;

/** What a list is read against. @throws 404 where there is no shop yet */
export async function listContext(db: Queryable): Promise<ListContext> {
  const shop = await shopView(db);
  if (!shop) throw notFound('shop');
  const { rows } = await db.query<{ id: string; name: string; spec: unknown }>(
    'SELECT id, name, spec FROM vehicle_type WHERE into_id IS NULL ORDER BY name',
  );
  const types = new Map(rows.map((t) => [t.name, { id: t.id, spec: readVehicleType(t.spec) }]));
  const names = new Map(rows.map((t) => [t.id, t.name]));
  return {
    currency: shop.rules.currency,
    unit: shop.rules.distance,
    year: new Date().getFullYear(),
    types,
    typeNames: [...types.keys()],
    typeName: (id) => names.get(id),
  };
}

const LINE = `
  SELECT i.id, i.list, i.name, i.sheet, i.lines, p.name AS by, i.at, i.added, i.changed,
         CASE WHEN i.undone_at IS NOT NULL THEN 'undone' WHEN i.taken_at IS NOT NULL THEN 'taken' WHEN i.left_at IS NOT NULL THEN 'left' ELSE 'open' END AS stands,
         CASE WHEN i.taken_at IS NULL THEN 0 ELSE jsonb_array_length(i.rows) END AS aside,
         (SELECT u.name FROM person u WHERE u.id = i.undone_by) AS "undoneBy"`;
const FROM = 'FROM list_import i JOIN person p ON p.id = i.by_person';

export async function listLines(db: Queryable): Promise<ListLine[]> {
  const { rows } = await db.query<ListLine>(`${LINE} ${FROM} WHERE i.left_at IS NULL ORDER BY i.at DESC, i.id LIMIT ${MOST}`);
  return rows;
}

export interface KeptList extends ListLine {
  readonly heads: string[];
  readonly rows: string[][];
  readonly match: ListMatch;
}

/** @throws 404 */
export async function keptList(db: Queryable, id: string, hold = false): Promise<KeptList> {
  const { rows } = await db.query<KeptList>(
    `${LINE}, i.heads, i.rows, i.match ${FROM} WHERE i.id = $1 ${hold ? 'FOR UPDATE OF i' : ''}`,
    [id],
  );
  if (!rows[0]) throw notFound('list');
  return rows[0];
}

/** One that can still be matched and taken in. @throws 404, 409 */
export async function openList(tx: Queryable, id: string): Promise<KeptList> {
  const list = await keptList(tx, id, true);
  if (list.stands !== 'open')
    throw conflict(list.stands === 'left' ? 'This list was left.' : 'This list was taken in already. Nothing was stored.');
  return list;
}

/** Keeps a list until it is taken in, matched as one with the same head was, else as it is guessed. */
export async function keepList(
  tx: Queryable,
  list: ListId,
  { name, sheet, heads, rows, by }: { name: string; sheet: string; heads: string[]; rows: string[][]; by: string },
): Promise<{ readonly id: string; readonly remembered: boolean }> {
  const found = await tx.query<{ match: ListMatch }>('SELECT match FROM list_match WHERE list = $1 AND heads = $2', [
    list,
    heads,
  ]);
  const match = found.rows[0]?.match ?? guessMatch(LISTS[list].columns, heads);
  // One that nobody went on with is left after a while: there are customers in it.
  await tx.query(
    `UPDATE list_import SET left_at = clock_timestamp(), rows = '[]'
      WHERE taken_at IS NULL AND left_at IS NULL AND at < now() - interval '${KEPT_DAYS} days'`,
  );
  const id = randomUUID();
  await tx.query(
    'INSERT INTO list_import (id, list, name, sheet, heads, rows, lines, match, by_person) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9)',
    [id, list, name, sheet, heads, JSON.stringify(rows), rows.filter((r) => r.length).length, JSON.stringify(match), by],
  );
  return { id, remembered: found.rows.length > 0 };
}

export async function keepMatch(tx: Queryable, { id, list, heads }: KeptList, match: ListMatch): Promise<void> {
  await tx.query('UPDATE list_import SET match = $2 WHERE id = $1', [id, JSON.stringify(match)]);
  await tx.query(
    'INSERT INTO list_match (list, heads, match) VALUES ($1, $2, $3) ON CONFLICT (list, heads) DO UPDATE SET match = excluded.match',
    [list, heads, JSON.stringify(match)],
  );
}

/** @param aside the lines that were wrong: of a list that was taken in only these are kept */
export async function keepTaken(
  tx: Queryable,
  id: string,
  { added, changed, aside, stored }: { added: number; changed: number; aside: string[][]; stored: readonly StoredRow[] },
): Promise<void> {
  await tx.query('UPDATE list_import SET taken_at = clock_timestamp(), added = $2, changed = $3, rows = $4 WHERE id = $1', [
    id,
    added,
    changed,
    JSON.stringify(aside),
  ]);
  await tx.query(
    `INSERT INTO list_row (import_id, n, of, ref, name, before)
     SELECT $1, n, r->>'of', r->>'ref', r->>'name', nullif(r->'before', 'null') FROM jsonb_array_elements($2::jsonb) WITH ORDINALITY AS u(r, n)`,
    [id, JSON.stringify(stored)],
  );
}

/** Nobody takes it in: its lines are kept no longer. */
export const leaveList = (tx: Queryable, id: string) =>
  tx.query(`UPDATE list_import SET left_at = clock_timestamp(), rows = '[]' WHERE id = $1`, [id]);

/** A customer who asked to be deleted stands in no line that is kept either. */
export const forgetInLists = (tx: Queryable, name: string) =>
  tx.query(
    `UPDATE list_import SET rows = (SELECT coalesce(jsonb_agg(r ORDER BY n), '[]') FROM jsonb_array_elements(rows) WITH ORDINALITY AS u(r, n) WHERE NOT r @> jsonb_build_array($1::text))
      WHERE list = 'vehicles' AND rows @> jsonb_build_array(jsonb_build_array($1::text))`,
    [name],
  );
