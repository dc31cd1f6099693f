import { randomInt, randomUUID } from 'node:crypto';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import {
  asVariant,
  contextOf,
  learned,
  MOST_SEED,
  otherSide,
  readVehicleType,
  type Mistake,
  type PracticeGrade,
  type Truth,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import type { ShopView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { heavy } from '../heavy';
import { badInput, notFound } from '../http/problem';
import { jobView } from '../job/queries';
import { shopView } from '../shop/queries';

/** By whom an exercise is set, for whom, and with what in mind. */
export interface Setting {
  readonly id?: string | undefined;
  readonly by: string;
  readonly person: string | null;
  readonly silent: boolean;
  readonly diagnosisOnly?: boolean | undefined;
  readonly dueOn?: string | undefined;
}
/** What is drawn: a type of the shop's, a grade, and what somebody gets wrong. */
interface Drawing {
  readonly typeId?: string | undefined;
  readonly grade: PracticeGrade;
  readonly focus?: Mistake | undefined;
  /** Drawn by chance where none is given. */
  readonly seed?: number | undefined;
}
interface Drawn {
  readonly typeId: string;
  readonly variant: string | null;
  readonly type: VehicleTypeSpec;
  readonly truth: Truth;
  readonly grade: PracticeGrade;
  readonly fromJob: boolean;
}

async function shopOf(db: Queryable): Promise<ShopView> {
  const shop = await shopView(db);
  if (!shop) throw notFound('shop');
  return shop;
}
/** The list as this shop's diagnosis has it now, what it has learnt with it. */
const tableOf = (shop: ShopView) => learned(shop.suspectsTable ?? SHIPPED, shop.learned);
const pick = <T>(list: readonly T[]): T => list[randomInt(list.length)]!;

/** Draws a vehicle and keeps it; the same id again is harmless. @returns its id */
export async function drawExercise(db: Queryable, s: Setting, d: Drawing): Promise<string> {
  const shop = await shopOf(db);
  const { rows } = await db.query<{ id: string; spec: unknown }>(
    'SELECT id, spec FROM vehicle_type WHERE away_at IS NULL ORDER BY name',
  );
  const types = rows
    .map((r) => ({ id: r.id, spec: readVehicleType(r.spec) }))
    .filter((t) => (d.typeId ? t.id === d.typeId : (t.spec.axles.front.bar ?? t.spec.axles.rear.bar)));
  if (types.length === 0)
    throw d.typeId ? notFound('type of vehicle') : badInput('typeId', 'is not there: no type in the file has a sway bar yet');
  const type = pick(types);
  const variant = type.spec.variants?.length ? pick(type.spec.variants).name : null;
  const { truth, grade } = await heavy('exercise', {
    type: asVariant(type.spec, variant),
    table: tableOf(shop),
    kerbSide: otherSide(shop.rules.driverSide),
    grade: d.grade,
    focus: d.focus,
    seed: d.seed ?? randomInt(MOST_SEED),
  });
  return keep(db, shop, s, { typeId: type.id, variant, type: type.spec, truth, grade, fromJob: false });
}

/** A closed job as an exercise, its names taken out. @throws HttpProblem where it hides nothing */
export async function exerciseOfJob(db: Queryable, s: Setting, jobId: string): Promise<string> {
  const job = await jobView(db, jobId);
  if (!job) throw notFound('job');
  const shop = await shopOf(db);
  const made = await heavy('exerciseOfJob', {
    context: contextOf(job, shop),
    entries: job.entries,
    table: tableOf(shop),
    kerbSide: otherSide(shop.rules.driverSide),
    seed: randomInt(MOST_SEED),
  });
  if ('bound' in made) throw badInput(made.field, made.bound);
  const { typeId, variant } = job.vehicle;
  return keep(db, shop, s, { typeId, variant, type: job.type, ...made, fromJob: true });
}

async function keep(db: Queryable, shop: ShopView, s: Setting, d: Drawn): Promise<string> {
  const id = s.id ?? randomUUID();
  await db.query(
    `INSERT INTO exercise (id, set_by, for_person, grade, type_id, variant, type, suspects_table, truth, silent, from_job,
                           diagnosis_only, due_on)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13) ON CONFLICT (id) DO NOTHING`,
    [
      id,
      s.by,
      s.person,
      d.grade,
      d.typeId,
      d.variant,
      JSON.stringify(d.type),
      JSON.stringify(tableOf(shop)),
      JSON.stringify(d.truth),
      s.silent,
      d.fromJob,
      s.diagnosisOnly ?? false,
      s.dueOn ?? null,
    ],
  );
  return id;
}
