import { readStoredTable } from '@ash-knot/core/suspects-table';
import {
  contextOf,
  courseOf,
  foldJob,
  readVehicleType,
  sayOpening,
  type Asked,
  type Course,
  type JobContext,
  type PracticeAnswer,
  type PracticeContext,
  type PracticeGrade,
  type PracticeReview,
  type SuspectsTable,
  type Truth,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import type { AskedView, ExerciseLine, PracticeLine, PracticeView, StoredEntry } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { entriesOf, iso } from '../ledger/read';
import { shopView } from '../shop/queries';

/** A practice vehicle whole, as the server alone knows it. */
export interface PracticeRow {
  readonly id: string;
  readonly person: string;
  readonly grade: PracticeGrade;
  readonly silent: boolean;
  readonly diagnosisOnly: boolean;
  readonly fromJob: boolean;
  readonly typeId: string;
  readonly typeName: string;
  readonly variant: string | null;
  readonly type: VehicleTypeSpec;
  readonly table: SuspectsTable;
  readonly truth: Truth;
  readonly openedAt: Date;
  readonly closedAt: Date | null;
  readonly review: PracticeReview | null;
}

/** @param lock its row, until the transaction ends */
export async function practiceRow(db: Queryable, id: string, lock = false): Promise<PracticeRow | undefined> {
  const { rows } = await db.query<PracticeRow & { type: unknown; table: unknown }>(
    `SELECT p.id, p.person_id AS person, e.grade, p.silent, e.diagnosis_only AS "diagnosisOnly", e.from_job AS "fromJob", e.type_id AS "typeId", t.name AS "typeName", e.variant,
            e.type, e.suspects_table AS "table", e.truth, p.opened_at AS "openedAt", p.closed_at AS "closedAt", p.review
       FROM practice p JOIN exercise e ON e.id = p.exercise_id JOIN vehicle_type t ON t.id = e.type_id
      WHERE p.id = $1 ${lock ? 'FOR UPDATE OF p' : ''}`,
    [id],
  );
  const row = rows[0];
  return row && { ...row, type: readVehicleType(row.type), table: readStoredTable(row.table) };
}

type AskRow = Omit<Asked, 'answer'> & { readonly id: string; readonly answer: PracticeAnswer; readonly at: string };

export async function askedOf(db: Queryable, id: string): Promise<AskRow[]> {
  const { rows } = await db.query<AskRow>(
    `SELECT id, ask, answer, led, ${iso('at')} AS at FROM practice_ask WHERE practice_id = $1 ORDER BY seq`,
    [id],
  );
  return rows;
}
/** What the learner is told of an answer: what it showed stays here until it is reviewed. */
export const askedView = ({ id, ask, answer, at }: AskRow): AskedView => ({
  id,
  ask,
  says: answer.says,
  minutes: answer.minutes,
  ...(answer.readings ? { readings: answer.readings } : {}),
  at,
});

/** The first registration of a vehicle that was never registered: by its distance, so many km a year (invented). */
const KM_A_YEAR = 15_000;

/** A practice vehicle in the shape of a job. */
export function viewOf(p: PracticeRow, entries: readonly StoredEntry[], asked: readonly AskRow[]): PracticeView {
  const openedAt = p.openedAt.toISOString();
  return {
    id: p.id,
    kind: 'noise',
    bay: null,
    distanceKm: p.truth.distanceKm,
    openedAt,
    vehicle: {
      id: p.id,
      plate: 'PRACTICE',
      vin: null,
      typeId: p.typeId,
      typeName: p.typeName,
      variant: p.variant,
      year: p.openedAt.getUTCFullYear() - Math.round(p.truth.distanceKm / KM_A_YEAR),
      distanceKm: p.truth.distanceKm,
      saidOn: null,
      kmPerDay: KM_A_YEAR / 365,
      owner: 'the practice customer',
      known: [],
      openJob: p.closedAt ? null : p.id,
    },
    type: p.type,
    entries,
    // It was never here before, and what sisters had is no help: it is drawn from the list alone.
    file: {
      renewed: [],
      sisters: { jobs: 0, found: {} },
      points: [],
      fitted: [],
      kept: [],
      plays: [],
      tips: [],
      times: [],
      left: null,
      since: [],
    },
    lastPlay: [],
    practice: {
      person: p.person,
      grade: p.grade,
      silent: p.silent,
      fromJob: p.fromJob,
      diagnosisOnly: p.diagnosisOnly,
      opening: sayOpening(p.truth.said),
      asked: asked.map(askedView),
      closed: p.closedAt !== null,
    },
  };
}

export const practiceView = async (db: Queryable, p: PracticeRow): Promise<PracticeView> =>
  viewOf(p, await entriesOf(db, [p.id], { table: 'practice_entry' }), await askedOf(db, p.id));

/** By what it is judged: the context of its job, its lines and what was asked. */
export interface PracticeBench {
  readonly context: JobContext;
  readonly entries: readonly StoredEntry[];
  readonly on: Omit<PracticeContext, 'state'>;
}
export async function benchOf(db: Queryable, p: PracticeRow): Promise<PracticeBench | undefined> {
  const shop = await shopView(db);
  if (!shop) return undefined;
  const [entries, asked] = [await entriesOf(db, [p.id], { table: 'practice_entry' }), await askedOf(db, p.id)];
  return {
    context: { ...contextOf(viewOf(p, entries, asked), shop), practice: p.diagnosisOnly ? 'diagnosis' : 'whole' },
    entries,
    on: { truth: p.truth, grade: p.grade, table: p.table, asked: asked.map(({ ask, answer, led }) => ({ ask, answer, led })) },
  };
}
export const contextOfBench = (b: PracticeBench): PracticeContext => ({ ...b.on, state: foldJob(b.context, b.entries) });

const LINE = `SELECT p.id, p.person_id AS person, e.grade, t.name AS "typeName", ${iso('p.opened_at')} AS "openedAt", ${iso('p.closed_at')} AS "closedAt", p.given_up AS "givenUp", e.diagnosis_only AS "diagnosisOnly",
       CASE WHEN p.comment <> '' THEN json_build_object('text', p.comment, 'by', p.comment_by, 'at', ${iso('p.comment_at')}) END AS comment,
       CASE WHEN p.review IS NOT NULL THEN json_build_object('found', p.review->'found', 'minutes', CASE WHEN p.review->'found' = 'true' THEN p.review->'minutesToFind' ELSE p.review->'minutes' END,
         'mistakes', (SELECT coalesce(json_agg(DISTINCT m->>'mistake'), '[]') FROM jsonb_array_elements(p.review->'mistakes') AS m)) END AS result, p.review->'strengths' AS strengths
  FROM practice p JOIN exercise e ON e.id = p.exercise_id JOIN vehicle_type t ON t.id = e.type_id`;
/** So many of somebody's practice vehicles are listed. */
const MOST_LINES = 50;

type Line = PracticeLine & { readonly strengths: PracticeReview['strengths'] | null };

/** Somebody's practice vehicles, newest first. */
export async function linesOf(db: Queryable, person: string): Promise<Line[]> {
  const { rows } = await db.query<Line>(`${LINE} WHERE p.person_id = $1 ORDER BY p.opened_at DESC LIMIT ${MOST_LINES}`, [person]);
  return rows;
}
export const plainLine = ({ strengths: _, ...line }: Line): PracticeLine => line;

/** What returns in somebody's reviews, and what comes next. */
export const courseOfLines = (lines: readonly Line[]): Course =>
  courseOf(
    lines.flatMap((l) =>
      l.result ? [{ grade: l.grade, found: l.result.found, mistakes: l.result.mistakes, strengths: l.strengths ?? [] }] : [],
    ),
  );

const EXERCISE = `SELECT e.id, e.set_by AS "setBy", ${iso('e.set_at')} AS "setAt", e.for_person AS "forPerson", e.grade, t.name AS "typeName", e.silent, e.diagnosis_only AS "diagnosisOnly", e.due_on::text AS "dueOn", e.from_job AS "fromJob",
       (SELECT count(*)::int FROM practice p WHERE p.exercise_id = e.id) AS begun,
       (SELECT count(*)::int FROM practice p WHERE p.exercise_id = e.id AND p.closed_at IS NOT NULL) AS done
  FROM exercise e JOIN vehicle_type t ON t.id = e.type_id`;

/** What was set for somebody, or for everybody, and they have not begun; a real job's by whoever knows it is not offered to them. */
export async function offeredTo(db: Queryable, person: string): Promise<ExerciseLine[]> {
  const { rows } = await db.query<ExerciseLine>(
    `${EXERCISE} WHERE e.withdrawn_at IS NULL AND (e.for_person IS NULL OR e.for_person = $1) AND NOT (e.from_job AND e.set_by = $1)
        AND NOT EXISTS (SELECT 1 FROM practice p WHERE p.exercise_id = e.id AND p.person_id = $1) ORDER BY e.set_at DESC LIMIT ${MOST_LINES}`,
    [person],
  );
  return rows;
}
/** Everything that was set by one for others. */
export async function exercisesSet(db: Queryable): Promise<ExerciseLine[]> {
  const { rows } = await db.query<ExerciseLine>(
    `${EXERCISE} WHERE e.withdrawn_at IS NULL AND e.for_person IS DISTINCT FROM e.set_by ORDER BY e.set_at DESC LIMIT ${MOST_LINES}`,
  );
  return rows;
}
/** Who has practised. */
export async function practisers(db: Queryable): Promise<string[]> {
  const { rows } = await db.query<{ person: string }>(
    'SELECT p.person_id AS person FROM practice p JOIN person ON person.id = p.person_id WHERE person.active GROUP BY 1 ORDER BY 1',
  );
  return rows.map((r) => r.person);
}
