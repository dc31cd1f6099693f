import {
  INTERFERENCE_MM,
  LENGTH_OUT_MM,
  loosened,
  matchPart,
  readPart,
  type Part,
  type SizeKey,
  type Wanted,
  type Without,
} from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { SPEC } from './queries';

/** Unlisted parts that are ranked at most: the nearest, so that a catalogue of any size is ranked in a moment. */
const MOST = 200;

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
  const values: unknown[] = [];
  const $ = (value: unknown): string => `$${values.push(value)}`;
  const listed =
    w.typeId === undefined
      ? undefined
      : `f.part_id = p.id AND f.type_id = ${$(w.typeId)}${w.axle ? ` AND f.axle = ${$(w.axle)}` : ''}`;
  const kinds = $(w.kinds);
  // Only what is known is asked, so that each question finds its index.
  const within = (column: string, [from, to]: readonly [number | null, number | null]): string[] =>
    from === null || to === null ? [] : [`(p.${column} BETWEEN ${$(from)} AND ${$(to)} OR p.${column} IS NULL)`];
  const same = (column: string, value: string | null): string[] =>
    value === null ? [] : [`(p.${column} = ${$(value)} OR p.${column} IS NULL)`];
  const narrowed = [
    'p.kind = k',
    ...within('length_mm', length),
    ...within('bore_mm', bore),
    ...same('upper_thread', thread(w, 'upper')),
    ...same('lower_thread', thread(w, 'lower')),
    ...(w.side ? [`p.sided IN ('either', ${$(w.side)})`] : []),
    ...(listed ? [`NOT EXISTS (SELECT 1 FROM part_fit f WHERE ${listed})`] : []),
  ];
  const nearest = length[0] === null ? [] : [`abs(p.length_mm - ${$(w.lengthMm)}) NULLS LAST`];
  const order = [...nearest, '(p.stock = 0)', 'p.price_minor', 'p.id'].join(', ');
  const { rows } = await db.query<{ spec: unknown }>(
    [
      ...(listed
        ? [
            `SELECT ${SPEC} AS spec FROM part p WHERE p.kind = ANY(${kinds}) AND EXISTS (SELECT 1 FROM part_fit f WHERE ${listed})`,
          ]
        : []),
      // Kind by kind, so that an index gives them in their order.
      `(SELECT ${SPEC} AS spec FROM unnest(${kinds}::text[]) k CROSS JOIN LATERAL
         (SELECT * FROM part p WHERE ${narrowed.join(' AND ')} ORDER BY ${order} LIMIT ${MOST}) p
         ORDER BY ${order} LIMIT ${MOST})`,
    ].join(' UNION ALL '),
    values,
  );
  return rows.map((r) => readPart(r.spec));
}

/** How many would fit without each size that is known: one question each, and only asked where nothing fits. */
export async function withoutEach(db: Queryable, w: Wanted): Promise<Without[]> {
  const out: Without[] = [];
  for (const { key, wanted } of loosened(w)) {
    const parts = await mayFit(db, wanted);
    out.push({ key, fit: parts.filter((p) => matchPart(p, wanted).excluded.length === 0).length });
  }
  return out;
}
