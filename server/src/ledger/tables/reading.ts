import type { Entry } from '@ash-knot/core';
import type { Queryable } from '../../db/pool';
import { rowsOf, table } from './table';

type Measured = Entry<'reading' | 'loop' | 'film'>;

const playOf = (e: Measured): number =>
  e.kind === 'loop' ? e.body.result.playMm : e.kind === 'film' ? e.body.result.meanMm : e.body.playMm;

async function write(db: Queryable, measured: readonly Measured[]): Promise<void> {
  // A film in which nothing moved has no number.
  const all = measured.filter((e) => e.kind !== 'film' || e.body.result.found === 'play');
  await db.query(
    `INSERT INTO reading (entry_id, job_id, joint, phase, play_mm, gauge_id, by_loop)
     SELECT * FROM unnest($1::uuid[], $2::uuid[], $3::text[], $4::text[], $5::float8[], $6::text[], $7::boolean[])`,
    [
      all.map((e) => e.id),
      all.map((e) => e.job),
      all.map((e) => e.body.joint),
      all.map((e) => e.body.phase),
      all.map(playOf),
      all.map((e) => e.body.gauge),
      all.map((e) => e.kind === 'loop'),
    ],
  );
}

/** Play of a joint, by readings, by loops and by films: charted over distance, compared with the visit before. */
export const reading = table({
  ...rowsOf('reading'),
  handles: ['reading', 'loop', 'film'],
  write: (db, e) => write(db, [e]),
  writeAll: write,
});
