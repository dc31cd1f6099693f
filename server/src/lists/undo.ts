import { readPart, readVehicleType } from '@ash-knot/core';
import { changeType } from '../change/type';
import type { ListUndone } from '@ash-knot/contract';
import { failureOf } from '../db/failure';
import type { Queryable } from '../db/pool';
import { rewritePart } from './parts';
import type { StoredRow, Taking } from './store';

interface Row extends StoredRow {
  readonly n: number;
}

/** How what a list added is taken out again: what anything refers to by now stays. */
const OUT: Readonly<Record<StoredRow['of'], (tx: Queryable, ref: string) => Promise<unknown>>> = {
  person: async (tx, ref) => {
    await tx.query('DELETE FROM pin_try WHERE person_id = $1', [ref]);
    await tx.query('DELETE FROM person WHERE id = $1', [ref]);
  },
  type: async (tx, ref) => {
    await tx.query('DELETE FROM part_fit WHERE type_id = $1', [ref]);
    await tx.query('DELETE FROM vehicle_type WHERE id = $1', [ref]);
  },
  part: async (tx, ref) => {
    await tx.query('DELETE FROM part_fit WHERE part_id = $1', [ref]);
    await tx.query('DELETE FROM part WHERE id = $1', [ref]);
  },
  vehicle: (tx, ref) => tx.query('DELETE FROM vehicle WHERE id = $1', [ref]),
  customer: (tx, ref) =>
    tx.query('DELETE FROM customer WHERE id = $1 AND NOT EXISTS (SELECT 1 FROM vehicle WHERE customer_id = $1)', [ref]),
};

/** Whether something another list did to it since stands. */
const touchedLater = async (tx: Queryable, id: string, { of, ref }: StoredRow): Promise<boolean> => {
  const { rowCount } = await tx.query(
    `SELECT 1 FROM list_row r JOIN list_import i ON i.id = r.import_id
      WHERE r.of = $2 AND r.ref = $3 AND NOT r.back AND i.taken_at > (SELECT taken_at FROM list_import WHERE id = $1)`,
    [id, of, ref],
  );
  return (rowCount ?? 0) > 0;
};

/** The way it was before a list changed it; false where it was changed again since. */
async function restored(tx: Queryable, id: string, row: Row, who: Taking): Promise<boolean> {
  if (await touchedLater(tx, id, row)) return false;
  if (row.of === 'part') {
    await rewritePart(tx, readPart(row.before));
    return true;
  }
  const later = await tx.query(
    'SELECT 1 FROM change WHERE type_id = $1 AND at > (SELECT taken_at FROM list_import WHERE id = $2)',
    [row.ref, id],
  );
  if (later.rowCount) return false;
  await changeType(tx, row.ref, { to: () => readVehicleType(row.before), rules: who.rules }, who);
  return true;
}

/** Parts that were chosen at a job: the sheet has them whole, and asks for them by their number. */
async function chosenParts(tx: Queryable): Promise<ReadonlySet<string>> {
  const { rows } = await tx.query<{ id: string }>(`SELECT DISTINCT body->'part'->>'id' AS id FROM entry WHERE kind = 'choose'`);
  return new Set(rows.map((r) => r.id));
}

async function removed(tx: Queryable, id: string, row: Row, chosen: ReadonlySet<string>): Promise<boolean> {
  if ((row.of === 'part' && chosen.has(row.ref)) || (await touchedLater(tx, id, row))) return false;
  await tx.query('SAVEPOINT one');
  try {
    await OUT[row.of](tx, row.ref);
    await tx.query('RELEASE SAVEPOINT one');
    return true;
  } catch (e) {
    await tx.query('ROLLBACK TO SAVEPOINT one');
    if (failureOf(e) === 'clash') return false;
    throw e;
  }
}

/**
 * Takes a list back: what it added goes, what it changed is as it was; what was used or changed since stays, and is named.
 * The last is taken back first, because the vehicles of a list stand on its customers.
 */
export async function undo(tx: Queryable, id: string, who: Taking): Promise<Omit<ListUndone, 'done'>> {
  const { rows } = await tx.query<Row>(
    'SELECT n, of, ref, name, before FROM list_row WHERE import_id = $1 AND NOT back ORDER BY (of = $2), n DESC',
    [id, 'customer'],
  );
  const chosen = rows.some((r) => r.of === 'part') ? await chosenParts(tx) : new Set<string>();
  let back = 0;
  const stays: string[] = [];
  for (const row of rows) {
    const gone = row.before === null ? await removed(tx, id, row, chosen) : await restored(tx, id, row, who);
    if (!gone) stays.push(row.name);
    else {
      if (row.of !== 'customer') back++;
      await tx.query('UPDATE list_row SET back = true WHERE import_id = $1 AND n = $2', [id, row.n]);
    }
  }
  return { back, stays };
}
