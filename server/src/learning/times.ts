import type { StepTime } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** So many closings back a task is looked for: older ones say nothing of how it is done today. */
export const LATEST = 100;

/** A task with or without rust: what times are summed by. */
export interface Timed {
  readonly task: string;
  readonly rusty: boolean | null;
}

/** Keeps how long the steps of a closed job took, in the place of what was kept of it before. @returns the tasks that are to be summed anew */
export async function keepTimes(
  db: Queryable,
  job: { readonly id: string; readonly typeId: string },
  at: string,
  times: readonly StepTime[],
): Promise<Timed[]> {
  const gone = await dropTimes(db, job.id);
  await db.query(
    `INSERT INTO step_time (job_id, type_id, task, rusty, minutes, at)
     SELECT $1, $2, t.task, t.rusty, t.minutes, $3 FROM jsonb_to_recordset($4) AS t(task text, rusty boolean, minutes float8)`,
    [job.id, job.typeId, at, JSON.stringify(times)],
  );
  return [...gone, ...times.map((t) => ({ task: t.task, rusty: t.rusty ?? null }))];
}

/** Forgets the times of a job. @returns the tasks that are to be summed anew */
export async function dropTimes(db: Queryable, job: string): Promise<Timed[]> {
  const { rows } = await db.query<Timed>(
    'WITH gone AS (DELETE FROM step_time WHERE job_id = $1 RETURNING task, rusty) SELECT DISTINCT task, rusty FROM gone',
    [job],
  );
  return rows;
}

/**
 * What the times of tasks come to, of one type and of every type: the median and the eightieth percentile of the latest
 * closings of each. Reads those off the index, however many lie before them.
 */
export async function sumTimes(db: Queryable, typeId: string, tasks: readonly Timed[]): Promise<void> {
  if (tasks.length === 0) return;
  const asked = JSON.stringify([...new Map(tasks.map((t) => [`${t.task} ${t.rusty}`, t])).values()]);
  // One row is written by one hand-back at a time, in one order: two that touch the same tasks do not wait for each other in a ring.
  const sum = (type: string, of: string) => `
    INSERT INTO task_time (type_id, task, rusty, jobs, median, p80)
    SELECT ${type}, a.task, a.rusty, s.jobs, s.median, s.p80
      FROM jsonb_to_recordset($1) AS a(task text, rusty boolean),
           LATERAL (SELECT min(at) AS since FROM (SELECT DISTINCT at FROM step_time t WHERE t.task = a.task AND t.rusty IS NOT DISTINCT FROM a.rusty ${of}
                     ORDER BY at DESC LIMIT ${LATEST}) AS l) AS latest,
           LATERAL (SELECT count(DISTINCT job_id) AS jobs, percentile_cont(0.5) WITHIN GROUP (ORDER BY minutes) AS median,
                           percentile_cont(0.8) WITHIN GROUP (ORDER BY minutes) AS p80
                      FROM step_time t WHERE t.task = a.task AND t.rusty IS NOT DISTINCT FROM a.rusty AND t.at >= latest.since ${of}) AS s
     WHERE s.jobs > 0 ORDER BY a.task, a.rusty
    ON CONFLICT (type_id, task, rusty) DO UPDATE SET jobs = excluded.jobs, median = excluded.median, p80 = excluded.p80`;
  await db.query(
    `DELETE FROM task_time x USING jsonb_to_recordset($1) AS a(task text, rusty boolean)
      WHERE x.task = a.task AND x.rusty IS NOT DISTINCT FROM a.rusty
        AND ((x.type_id = $2 AND NOT EXISTS (SELECT 1 FROM step_time t WHERE t.type_id = $2 AND t.task = a.task AND t.rusty IS NOT DISTINCT FROM a.rusty))
          OR (x.type_id IS NULL AND NOT EXISTS (SELECT 1 FROM step_time t WHERE t.task = a.task AND t.rusty IS NOT DISTINCT FROM a.rusty)))`,
    [asked, typeId],
  );
  await db.query(sum('$2::uuid', 'AND t.type_id = $2'), [asked, typeId]);
  await db.query(sum('NULL::uuid', ''), [asked]);
}

/** Everything summed anew: after a rebuild, or with a demo shop. */
export async function sumAllTimes(db: Queryable): Promise<void> {
  await db.query('DELETE FROM task_time');
  const { rows } = await db.query<{ typeId: string; tasks: Timed[] }>(
    `SELECT type_id AS "typeId", json_agg(json_build_object('task', task, 'rusty', rusty)) AS tasks
       FROM (SELECT DISTINCT type_id, task, rusty FROM step_time) AS t GROUP BY type_id ORDER BY type_id`,
  );
  for (const r of rows) await sumTimes(db, r.typeId, r.tasks);
}
