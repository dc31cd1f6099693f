import type { Count } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** What the shop has learnt, summed over the jobs that count. */
export async function learnedCounts(db: Queryable): Promise<Count[]> {
  const { rows } = await db.query<Count>(
    `SELECT c.key, sum(c.yes)::float8 AS yes, sum(c.no)::float8 AS no
       FROM lesson l, jsonb_to_recordset(l.counts) AS c(key text, yes float8, no float8)
      WHERE l.undone_at IS NULL GROUP BY c.key ORDER BY c.key`,
  );
  return rows;
}
