import type { Queryable } from '../db/pool';

/** What is made from the ledger and can be made anew: tables, and the columns that come from it. */
const MADE: Readonly<Record<string, string>> = {
  said: '*',
  reading: '*',
  point: '*',
  variant: '*',
  stock_move: '*',
  tip: '*',
  torque_record: '*',
  recheck: '*',
  'job, where it stands': 'id, distance_km, closed_at FROM job',
  'vehicle, its distance': 'id, distance_km FROM vehicle',
  'lesson, what was in the hand': 'job_id, faults, renewed FROM lesson',
  step_time: '*',
  task_time: '*',
};

/** A sum of each table that comes from the ledger, whatever order its rows lie in. */
export async function digests(db: Queryable): Promise<Record<string, string>> {
  const out: Record<string, string> = {};
  for (const [name, what] of Object.entries(MADE)) {
    const from = what === '*' ? `* FROM ${name}` : what;
    const { rows } = await db.query<{ sum: string | null }>(
      `SELECT md5(string_agg(line, '' ORDER BY line)) AS sum FROM (SELECT md5(x::text) AS line FROM (SELECT ${from}) AS x) AS l`,
    );
    out[name] = rows[0]!.sum ?? '';
  }
  return out;
}
