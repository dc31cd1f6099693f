import type { StepTime } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** So many closings back a task is looked for: older ones say nothing of how it is done today. */
export const LATEST = 100;

/** Keeps how long the steps of a closed job took, in the place of what was kept of it before. */
export async function keepTimes(
  db: Queryable,
  job: { readonly id: string; readonly typeId: string },
  at: string,
  times: readonly StepTime[],
): Promise<void> {
  await db.query('DELETE FROM step_time WHERE job_id = $1', [job.id]);
  await db.query(
    `INSERT INTO step_time (job_id, type_id, task, rusty, minutes, at)
     SELECT $1, $2, t.task, t.rusty, t.minutes, $3 FROM jsonb_to_recordset($4) AS t(task text, rusty boolean, minutes float8)`,
    [job.id, job.typeId, at, JSON.stringify(times)],
  );
}

/** What the times of one type, or of every type, come to: the median and the eightieth percentile of the latest of each task. */
export async function sumTimes(db: Queryable, typeId?: string): Promise<void> {
  await db.query('DELETE FROM task_time WHERE $1::uuid IS NULL OR type_id = $1 OR type_id IS NULL', [typeId ?? null]);
  const sum = (by: string, where: string) => `
    INSERT INTO task_time (type_id, task, rusty, jobs, median, p80)
    SELECT ${by}, task, rusty, count(DISTINCT job_id), percentile_cont(0.5) WITHIN GROUP (ORDER BY minutes), percentile_cont(0.8) WITHIN GROUP (ORDER BY minutes)
      FROM (SELECT *, dense_rank() OVER (PARTITION BY task, rusty, ${by} ORDER BY at DESC) AS n FROM step_time WHERE ${where}) AS latest
     WHERE n <= ${LATEST} GROUP BY task, rusty, ${by}`;
  await db.query(sum('type_id', '$1::uuid IS NULL OR type_id = $1'), [typeId ?? null]);
  await db.query(sum('NULL::uuid', 'true'));
}
