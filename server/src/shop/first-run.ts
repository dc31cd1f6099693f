import { randomInt, randomUUID } from 'node:crypto';
import { NEW_SHOP_GAUGES, NEW_SHOP_RULES } from '@ash-knot/core';
import type { FirstRun } from '@ash-knot/contract';
import { inTransaction, type Db } from '../db/pool';
import { putGauge } from '../gauge/queries';
import { conflict, forbidden, slowDown } from '../http/problem';
import { hashPin, pinMatches } from '../session/pin';

/** Letters and digits that are not taken for one another when read aloud. */
const SIGNS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const MOST_TRIES = 20;

/**
 * The one-time code that makes an empty shop's lead, anew at every start until it was used; only its hash is kept.
 * @returns nothing where there is a shop already
 */
export async function firstRunCode(db: Db): Promise<string | undefined> {
  if ((await db.query('SELECT 1 FROM shop')).rowCount) return undefined;
  const code = Array.from({ length: 12 }, () => SIGNS[randomInt(SIGNS.length)]).join('');
  await db.query('INSERT INTO first_run (code_hash) VALUES ($1) ON CONFLICT (only_row) DO UPDATE SET code_hash = $1, tries = 0', [
    await hashPin(code),
  ]);
  return `${code.slice(0, 4)}-${code.slice(4, 8)}-${code.slice(8)}`;
}

/** Makes the shop and its lead. @returns the lead's id. @throws HttpProblem when the code is wrong, or there is a shop already */
export async function makeShop(db: Db, f: FirstRun): Promise<string> {
  const { rows } = await db.query<{ hash: string; tries: number }>(
    'UPDATE first_run SET tries = tries + 1 RETURNING code_hash AS hash, tries',
  );
  const kept = rows[0];
  if (!kept) throw conflict('There is a shop here already. Sign this device in.');
  if (kept.tries > MOST_TRIES) throw slowDown('Too many tries. Start the server again: it prints a new code.', 60);
  if (!(await pinMatches(f.code.toUpperCase().replace(/[^A-Z0-9]/g, ''), kept.hash)))
    throw forbidden('That is not the code the server printed when it started.', 'wrong-code');
  const id = randomUUID();
  const pin = await hashPin(f.pin);
  await inTransaction(db, async (tx) => {
    await tx.query('LOCK TABLE shop IN EXCLUSIVE MODE');
    if ((await tx.query('SELECT 1 FROM shop')).rowCount) throw conflict('There is a shop here already. Sign this device in.');
    await tx.query('INSERT INTO shop (name, notice, bays, rules) VALUES ($1, $2, $3, $4)', [
      f.shop,
      '',
      f.bays,
      JSON.stringify({ ...NEW_SHOP_RULES, currency: f.currency }),
    ]);
    await tx.query("INSERT INTO person (id, name, role, pin_hash) VALUES ($1, $2, 'lead', $3)", [id, f.lead, pin]);
    for (const g of NEW_SHOP_GAUGES) await putGauge(tx, g);
    await tx.query('DELETE FROM first_run');
  });
  return id;
}
