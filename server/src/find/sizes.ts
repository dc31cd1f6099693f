import {
  AXLES,
  attempt,
  fastenerName,
  parseRange,
  parseThread,
  readPart,
  readVehicleType,
  sayBookValue,
  uncapital,
  type BookValue,
  type Dialect,
  type Part,
} from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { SPEC } from '../part/queries';

/** So many of a kind are found. */
const MOST = 6;
/** A torque is the same within this, N·m (a choice): a paper that turns its unit rounds to a whole lbf·ft, which is off by half of 1.36. */
const SAME_NM = 0.7;

/** What is typed as a thread, "M10 x 1,25", as threads are written; nothing where it is none. */
export function threadTyped(q: string): string | undefined {
  const read = attempt(() => parseThread(q));
  return read.ok ? read.value.name : undefined;
}
/** A torque that was typed, N·m: a range, or both ends alike. */
interface Nm {
  readonly min: number;
  readonly max: number;
}
const has =
  ({ min, max }: Nm) =>
  (v: BookValue): boolean =>
    Math.abs(v.minNm - min) < SAME_NM || Math.abs(v.maxNm - max) < SAME_NM;
/** The same of a value in JSON, `x`. */
const HAS = `(abs((x->>'minNm')::float8 - $1) < $3 OR abs((x->>'maxNm')::float8 - $2) < $3)`;
/** "Link, upper nut: 54 N·m (maker’s sheet)". */
const sayWhole = (v: BookValue, dialect: Dialect | undefined): string =>
  `${fastenerName(v.fastener, dialect)}: ${sayBookValue(v)} (${v.source})`;

/** What is typed as a torque with its unit, N·m; nothing where it is none. */
export function torqueTyped(q: string): Nm | undefined {
  if (!/^\d/.test(q) || !/[a-z·]/i.test(q)) return undefined;
  const read = attempt(() => parseRange(q, 'torque', { field: 'torque' }));
  return read.ok ? { min: read.value.min.si, max: read.value.max.si } : undefined;
}

/** Parts with a thread, those on the shelf first. */
export async function partsByThread(db: Queryable, thread: string): Promise<Part[]> {
  const { rows } = await db.query<{ spec: Part }>(
    `SELECT ${SPEC} AS spec FROM part p WHERE p.spec->'upper'->>'thread' = $1 OR p.spec->'lower'->>'thread' = $1 OR p.spec->>'thread' = $1
      ORDER BY p.stock > 0 DESC, p.kind, p.name, p.id LIMIT ${MOST}`,
    [thread],
  );
  return rows.map((r) => readPart(r.spec));
}

/** Parts whose maker's sheet has a torque, or begins or ends with it, as it is written there. */
export async function partsByTorque(
  db: Queryable,
  asked: Nm,
  dialect?: Dialect,
): Promise<(Part & { readonly matched: string })[]> {
  const { rows } = await db.query<{ spec: Part }>(
    `SELECT ${SPEC} AS spec FROM part p WHERE EXISTS (SELECT 1 FROM jsonb_array_elements(p.spec->'torque') x WHERE ${HAS})
      ORDER BY p.stock > 0 DESC, p.kind, p.name, p.id LIMIT ${MOST}`,
    [asked.min, asked.max, SAME_NM],
  );
  return rows.map(({ spec }) => {
    const part = readPart(spec);
    return {
      ...part,
      matched: part.torque
        .filter(has(asked))
        .map((v) => sayWhole(v, dialect))
        .join('; '),
    };
  });
}

export interface TorqueHit {
  readonly id: string;
  readonly name: string;
  readonly vehicles: number;
  /** "front link nut: 54 N·m (book page 12)". */
  readonly matched: string;
}

/** Types whose book has a torque, or begins or ends with it, as it is written there. */
export async function typesByTorque(db: Queryable, asked: Nm, dialect?: Dialect): Promise<TorqueHit[]> {
  const { rows } = await db.query<{ id: string; spec: unknown; vehicles: number }>(
    `SELECT t.id, t.spec, (SELECT count(*)::int FROM vehicle v WHERE v.type_id = t.id AND v.away_at IS NULL) AS vehicles
       FROM vehicle_type t WHERE t.away_at IS NULL AND EXISTS (
         SELECT 1 FROM jsonb_each(t.spec->'torqueBook') b, jsonb_array_elements(b.value) x
          WHERE ${HAS})
      ORDER BY t.name LIMIT ${MOST}`,
    [asked.min, asked.max, SAME_NM],
  );
  return rows.map(({ id, spec, vehicles }) => {
    const type = readVehicleType(spec);
    const met = AXLES.flatMap((axle) =>
      type.torqueBook[axle].filter(has(asked)).map((v) => `${axle} ${uncapital(sayWhole(v, dialect))}`),
    );
    return { id, name: type.name, vehicles, matched: met.join('; ') };
  });
}
