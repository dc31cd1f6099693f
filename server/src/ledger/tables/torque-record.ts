import type { Entry } from '@ash-knot/core';
import type { Queryable } from '../../db/pool';
import { rowsOf, table } from './table';

type Recorded = Entry<'torque' | 'clicks' | 'mark'>;

/** What was aimed at and reached, N·m, and how. */
function done(e: Recorded): readonly [number | null, number | null, string] {
  if (e.kind === 'torque') return [e.body.targetNm, e.body.achievedNm, e.body.method];
  if (e.kind === 'clicks') return [e.body.targetNm, null, `${e.body.clicks} of ${e.body.of} clicks`];
  return [null, null, e.body.how];
}

async function write(db: Queryable, all: readonly Recorded[]): Promise<void> {
  const how = all.map(done);
  await db.query(
    `INSERT INTO torque_record (entry_id, job_id, fastener, target_nm, achieved_nm, method)
     SELECT * FROM unnest($1::uuid[], $2::uuid[], $3::text[], $4::float8[], $5::float8[], $6::text[])`,
    [
      all.map((e) => e.id),
      all.map((e) => e.job),
      all.map((e) => e.body.fastener),
      how.map((h) => h[0]),
      how.map((h) => h[1]),
      how.map((h) => h[2]),
    ],
  );
}

/** Every fastener that was recorded, however it was done. */
export const torqueRecord = table({
  ...rowsOf('torque_record'),
  handles: ['torque', 'clicks', 'mark'],
  write: (db, e) => write(db, [e]),
  writeAll: write,
});
