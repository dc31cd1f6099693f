import { readStoredTable } from '@ash-knot/core/suspects-table';
import { yardRules, type DoorView, type PersonView, type ShopView } from '@ash-knot/contract';
import { badInput } from '../http/problem';
import type { Queryable } from '../db/pool';
import { gauges } from '../gauge/queries';
import { cardSheets } from '../card/queries';
import { learnedCounts } from '../learning/learned';

/** What a device is told before it is signed in, in one question: which yard this is, its bays, and first names where the rule allows. */
export async function door(db: Queryable): Promise<{ door: DoorView | null; people: PersonView[] }> {
  const { rows } = await db.query<DoorView & { people: PersonView[] }>(
    `SELECT s.name, s.bays, CASE WHEN coalesce((s.rules->>'namesAtDoor')::boolean, true)
        THEN (SELECT coalesce(json_agg(json_build_object('id', p.id, 'name', split_part(p.name, ' ', 1), 'role', p.role) ORDER BY p.name), '[]') FROM person p WHERE p.active AND p.role <> 'learner')
        ELSE '[]' END AS people FROM shop s`,
  );
  const row = rows[0];
  return row ? { door: { name: row.name, bays: row.bays }, people: row.people } : { door: null, people: [] };
}

export async function shopView(db: Queryable): Promise<ShopView | null> {
  const { rows } = await db.query<{
    name: string;
    notice: string;
    bays: string[];
    rules: unknown;
    table: unknown;
    logo: string | null;
  }>(
    'SELECT name, notice, bays, rules, suspects_table AS "table", (SELECT extract(epoch FROM at)::text FROM logo) AS logo FROM shop',
  );
  const row = rows[0];
  if (!row) return null;
  return {
    name: row.name,
    notice: row.notice,
    bays: row.bays,
    logo: row.logo,
    rules: yardRules.parse(row.rules),
    gauges: await gauges(db),
    sheets: await cardSheets(db),
    // One that was put in under an older program is carried over.
    suspectsTable: row.table === null ? null : readStoredTable(row.table),
    learned: await learnedCounts(db),
  };
}

/** @throws 422 naming the bays there are, where this is none of them; outside is no bay */
export async function knownBay(db: Queryable, bay: string | null): Promise<void> {
  if (bay === null) return;
  const { rows } = await db.query<{ bays: string[] }>('SELECT bays FROM shop');
  const bays = rows[0]?.bays ?? [];
  if (!bays.includes(bay)) throw badInput('bay', `is not one of this yard's: ${bays.join(', ')}`);
}
