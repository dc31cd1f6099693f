import { plateKey, readPart, written, type AxleEnd, type JointId, type Part } from '@ash-knot/core';
import { MOST_COUNTED, type VehicleView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { SHELF_FILTER, SPEC } from '../part/queries';
import { VEHICLE } from '../vehicle/queries';

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

/** A word as a pattern that contains it, whatever signs it has. */
export const containing = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

/** Of a text with trigrams: it contains every one of so many patterns, the parameters from `first` on. One by one: of a list of them no index is used. */
const containsAll = (text: string, first: number, patterns: readonly string[]): string =>
  patterns.length ? `(${patterns.map((_, i) => `${text} LIKE $${first + i}`).join(' AND ')})` : 'true';
/** Of a text with trigrams: one of the words that may be forgiven is like one of its own, which narrows by the index. */
const alike = (text: string, words: string): string =>
  `${text} %> ANY (ARRAY(SELECT w FROM unnest(${words}::text[]) w WHERE length(w) >= ${FORGIVEN}))`;

/** So many that are alike at all are weighed: enough to find a slip of the finger, whatever a catalogue holds. */
const MOST_WEIGHED = 2500;

export interface PartFilter {
  q?: string | undefined;
  kind?: string | undefined;
  typeId?: string | undefined;
  axle?: AxleEnd | undefined;
  shelf?: keyof typeof SHELF_FILTER;
  limit: number;
  offset?: number;
  /** Whether a typing error is forgiven where nothing is met as it was typed; it is, unless said otherwise. */
  forgive?: boolean;
}

/** SQL narrows; core ranks what comes back. `scores` say how well each is met. Forgives a typing error only where nothing is met as it was typed. */
export async function findParts(db: Queryable, f: PartFilter): Promise<{ parts: Part[]; total: number; scores: number[] }> {
  const words = wordsOf(f.q ?? '');
  const narrowed = `($1::text IS NULL OR p.kind = $1) AND ${SHELF_FILTER[f.shelf ?? 'any']}
        AND ($2::uuid IS NULL OR EXISTS (SELECT 1 FROM part_fit f WHERE f.part_id = p.id AND f.type_id = $2 AND ($3::text IS NULL OR f.axle = $3)))`;
  const given = [f.kind || null, f.typeId || null, f.axle ?? null, f.limit];
  type Row = { spec: Part; score: number };
  const patterns = words.map(containing);
  const contained = `FROM part p WHERE ${narrowed} AND ${containsAll('p.search', 5, patterns)}`;
  const { rows } = await db.query<Row>(
    `SELECT ${SPEC} AS spec, 1::float8 AS score ${contained} ORDER BY p.kind, p.name, p.id LIMIT $4 OFFSET $${5 + patterns.length}`,
    [...given, ...patterns, f.offset ?? 0],
  );
  if (rows.length > 0 || f.offset || f.forgive === false || words.every((w) => w.length < FORGIVEN)) {
    const total =
      rows.length < f.limit && rows.length > 0
        ? (f.offset ?? 0) + rows.length
        : (
            await db.query<{ n: number }>(`SELECT count(*)::int AS n FROM (SELECT 1 ${contained} LIMIT $4) x`, [
              ...given.slice(0, 3),
              MOST_COUNTED,
              ...patterns,
            ])
          ).rows[0]!.n;
    return { parts: rows.map((r) => readPart(r.spec)), total, scores: rows.map((r) => r.score) };
  }
  const near = await db.query<Row & { total: number }>(
    `SELECT ${SPEC} AS spec, m.score::float8 AS score, count(*) OVER ()::int AS total
       FROM (SELECT * FROM part p WHERE ${narrowed} AND ${alike('p.search', '$5')} LIMIT ${MOST_WEIGHED}) p, LATERAL (SELECT ${met('p.search', '$5')} AS score) m
      WHERE m.score >= $6
      ORDER BY m.score DESC, p.kind, p.name, p.id LIMIT $4`,
    [...given, words, LIKE],
  );
  return {
    parts: near.rows.map((r) => readPart(r.spec)),
    total: near.rows[0]?.total ?? 0,
    scores: near.rows.map((r) => r.score),
  };
}

type Found = VehicleView & { score: number };

/** Vehicles by a condition with its score, the best first, then the most recently worked on: only those shown are filled in. */
const vehiclesBy = (score: string, where: string, least = '0'): string =>
  `SELECT f.*, x.score::float8 AS score FROM (SELECT v.id, v.plate, v.last_opened, m.score FROM vehicle v, LATERAL (SELECT ${score} AS score) m
      WHERE v.away_at IS NULL AND ${where} AND m.score >= ${least}
      ORDER BY m.score DESC, v.last_opened DESC NULLS LAST, v.plate LIMIT $1) x
     JOIN LATERAL (${VEHICLE} WHERE v.id = x.id) f ON true
    ORDER BY x.score DESC, x.last_opened DESC NULLS LAST, x.plate`;

/**
 * By part of a plate, a VIN, an owner or a type; the nearest first, then the most recently worked on. A typing error is
 * forgiven where nothing is met as it was typed.
 */
export async function searchVehicles(db: Queryable, q: string, limit = 40, forgive = true): Promise<Found[]> {
  const key = plateKey(q);
  const words = wordsOf(q);
  if (words.length === 0) return (await db.query<Found>(vehiclesBy('1', 'true'), [limit])).rows;
  const patterns = words.map(containing);
  const plate = `(v.plate_key LIKE '%' || $3 || '%' OR upper(v.vin) LIKE '%' || $3 || '%')`;
  const { rows } = await db.query<Found>(
    vehiclesBy(
      `CASE WHEN $2 <> '' AND v.plate_key = $2 THEN 4 WHEN $2 <> '' AND v.plate_key LIKE $3 || '%' THEN 3 WHEN $2 <> '' AND ${plate} THEN 2 ELSE 1 END`,
      key ? `(${plate} OR ${containsAll('v.search', 4, patterns)})` : containsAll('v.search', 4, patterns),
    ),
    [limit, key, key.replace(/[\\%_]/g, '\\$&'), ...patterns],
  );
  if (rows.length > 0 || !forgive) return rows;
  const near = await db.query<Found>(
    vehiclesBy(
      `greatest(${met('v.search', '$3')}, CASE WHEN length($2) < ${FORGIVEN} THEN 0 ELSE similarity(v.plate_key, $2) END)`,
      `(${alike('v.search', '$3')} OR (length($2) >= ${FORGIVEN} AND v.plate_key % $2))`,
      '$4',
    ),
    [limit, key, words, LIKE],
  );
  return near.rows;
}

/** Types by their name. */
export async function searchTypes(
  db: Queryable,
  q: string,
): Promise<{ id: string; name: string; vehicles: number; score: number }[]> {
  const { rows } = await db.query<{ id: string; name: string; vehicles: number; score: number }>(
    `SELECT t.id, t.name, m.score::float8 AS score, (SELECT count(*)::int FROM vehicle v WHERE v.type_id = t.id AND v.away_at IS NULL) AS vehicles
       FROM vehicle_type t, LATERAL (SELECT ${met('lower(t.name)', '$1')} AS score) m
      WHERE t.away_at IS NULL AND m.score >= $2 ORDER BY m.score DESC, t.name LIMIT 4`,
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
