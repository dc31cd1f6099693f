import { readPart, written, type AxleEnd, type JointId, type Part } from '@ash-knot/core';
import type { VehicleView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { SHELF_FILTER, SPEC } from '../part/queries';
import { plateKey, VEHICLE } from '../vehicle/queries';

/** A word that is at least so like one of the text's is taken for it: "bushng", "likn". */
const LIKE = 0.3;
/** Shorter than that a word has too few trigrams to be forgiven anything. */
const FORGIVEN = 4;
const MOST_WORDS = 8;

/** The words looked for, in the dialect that names are written in, whichever they were typed in. */
export const wordsOf = (q: string): string[] =>
  written(q.toLowerCase())
    .split(/[\s,;]+/)
    .filter(Boolean)
    .slice(0, MOST_WORDS);

/** How well the worst of the words is met by a text, 0 to 1: contained, or alike. `text` is SQL, `words` a parameter. */
const met = (text: string, words: string): string =>
  `(SELECT min(CASE WHEN strpos(${text}, w) > 0 THEN 1 WHEN length(w) < ${FORGIVEN} THEN 0 ELSE word_similarity(w, ${text}) END) FROM unnest(${words}::text[]) w)`;

export interface PartFilter {
  q?: string | undefined;
  kind?: string | undefined;
  typeId?: string | undefined;
  axle?: AxleEnd | undefined;
  shelf?: keyof typeof SHELF_FILTER;
  limit: number;
}

/** What a part answers to: its name, number, supplier and kind, and what its kind is called besides. */
const PART_TEXT = `lower(p.name || ' ' || p.id || ' ' || p.supplier || ' ' || p.kind || CASE WHEN p.kind LIKE '%link' THEN ' end link' ELSE '' END || ' sway bar')`;

/** SQL narrows; core ranks what comes back. `scores` say how well each is met. */
export async function findParts(db: Queryable, f: PartFilter): Promise<{ parts: Part[]; total: number; scores: number[] }> {
  const words = wordsOf(f.q ?? '');
  const { rows } = await db.query<{ spec: Part; total: number; score: number }>(
    `SELECT ${SPEC} AS spec, m.score::float8 AS score, count(*) OVER () AS total
       FROM part p, LATERAL (SELECT CASE WHEN cardinality($1::text[]) = 0 THEN 1 ELSE ${met(PART_TEXT, '$1')} END AS score) m
      WHERE m.score >= $6
        AND ($2::text IS NULL OR p.kind = $2)
        AND ${SHELF_FILTER[f.shelf ?? 'any']}
        AND ($3::uuid IS NULL OR EXISTS (SELECT 1 FROM part_fit f WHERE f.part_id = p.id AND f.type_id = $3 AND ($4::text IS NULL OR f.axle = $4)))
      ORDER BY m.score DESC, p.kind, p.name, p.id LIMIT $5`,
    [words, f.kind || null, f.typeId || null, f.axle ?? null, f.limit, LIKE],
  );
  return { parts: rows.map((r) => readPart(r.spec)), total: rows[0]?.total ?? 0, scores: rows.map((r) => r.score) };
}

/** By part of a plate, a VIN, an owner or a type, typing errors forgiven; the nearest first, then the most recently worked on. */
export async function searchVehicles(db: Queryable, q: string, limit = 40): Promise<(VehicleView & { score: number })[]> {
  const key = plateKey(q);
  const { rows } = await db.query<VehicleView & { score: number }>(
    `SELECT f.*, m.score::float8 AS score FROM (${VEHICLE}) f JOIN vehicle v ON v.id = f.id, LATERAL (SELECT
         CASE WHEN $2 <> '' AND v.plate_key = $2 THEN 4
              WHEN $2 <> '' AND v.plate_key LIKE $2 || '%' THEN 3
              WHEN $2 <> '' AND (strpos(v.plate_key, $2) > 0 OR strpos(upper(coalesce(v.vin, '')), $2) > 0) THEN 2
              ELSE greatest(${met(`lower(f.owner || ' ' || f."typeName")`, '$1')}, CASE WHEN length($2) < ${FORGIVEN} THEN 0 ELSE similarity(v.plate_key, $2) END)
         END AS score) m
      WHERE cardinality($1::text[]) = 0 OR m.score >= $4
      ORDER BY m.score DESC, (SELECT max(opened_at) FROM job j WHERE j.vehicle_id = v.id) DESC NULLS LAST, v.plate LIMIT $3`,
    [wordsOf(q), key, limit, LIKE],
  );
  return rows;
}

/** Types by their name. */
export async function searchTypes(
  db: Queryable,
  q: string,
): Promise<{ id: string; name: string; vehicles: number; score: number }[]> {
  const { rows } = await db.query<{ id: string; name: string; vehicles: number; score: number }>(
    `SELECT t.id, t.name, m.score::float8 AS score, (SELECT count(*)::int FROM vehicle v WHERE v.type_id = t.id) AS vehicles
       FROM vehicle_type t, LATERAL (SELECT ${met('lower(t.name)', '$1')} AS score) m
      WHERE m.score >= $2 ORDER BY m.score DESC, t.name LIMIT 4`,
    [wordsOf(q), LIKE],
  );
  return rows;
}

/** Joints of a sheet by their names in either dialect. @param named each with every name it goes by */
export async function searchJoints(
  db: Queryable,
  q: string,
  named: readonly { id: JointId; names: string }[],
): Promise<{ id: JointId; score: number }[]> {
  const { rows } = await db.query<{ id: JointId; score: number }>(
    `SELECT n.id, m.score::float8 AS score FROM unnest($2::text[], $3::text[]) WITH ORDINALITY AS n(id, names, place), LATERAL (SELECT ${met('n.names', '$1')} AS score) m
      WHERE m.score >= $4 ORDER BY m.score DESC, n.place LIMIT 6`,
    [wordsOf(q), named.map((n) => n.id), named.map((n) => written(n.names.toLowerCase())), LIKE],
  );
  return rows;
}
