import { readStoredTable } from '@ash-knot/core';
import { yardRules, type ShopView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { gauges } from '../gauge/queries';
import { learnedCounts } from '../learning/learned';

export async function shopView(db: Queryable): Promise<ShopView | null> {
  const { rows } = await db.query<{ name: string; notice: string; bays: string[]; rules: unknown; table: unknown }>(
    'SELECT name, notice, bays, rules, suspects_table AS "table" FROM shop',
  );
  const row = rows[0];
  if (!row) return null;
  return {
    name: row.name,
    notice: row.notice,
    bays: row.bays,
    rules: yardRules.parse(row.rules),
    gauges: await gauges(db),
    // One that was put in under an older program is carried over.
    suspectsTable: row.table === null ? null : readStoredTable(row.table),
    learned: await learnedCounts(db),
  };
}
