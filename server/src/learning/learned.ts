import type { Count } from '@ash-knot/core';
import type { Queryable } from '../db/pool';

/** What the shop has learnt: summed as lessons come and go. */
export async function learnedCounts(db: Queryable): Promise<Count[]> {
  const { rows } = await db.query<Count>(
    'SELECT key, yes::float8 AS yes, no::float8 AS no FROM learned WHERE lessons > 0 ORDER BY key',
  );
  return rows;
}
