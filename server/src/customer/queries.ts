import { randomUUID } from 'node:crypto';
import type { CustomerBody, CustomerView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { notFound } from '../http/problem';
import { forgetInBookings } from '../booking/queries';
import { forgetInLists } from '../lists/queries';

const CUSTOMER = `SELECT c.id, c.name, c.telephone, c.email, c.address, c.language, c.tell, c.note, (SELECT count(*)::int FROM vehicle v WHERE v.customer_id = c.id) AS vehicles FROM customer c`;

/** By part of a name or of a telephone number, by their names. */
export async function customers(db: Queryable, q: string): Promise<CustomerView[]> {
  const pattern = `%${q.replace(/[\\%_]/g, '\\$&').toLowerCase()}%`;
  const { rows } = await db.query<CustomerView>(
    `${CUSTOMER} WHERE lower(c.name) LIKE $1 OR replace(c.telephone, ' ', '') LIKE replace($1, ' ', '') ORDER BY lower(c.name), c.id LIMIT 40`,
    [pattern],
  );
  return rows;
}

/** @throws 404 where the vehicle is not there */
export async function customerOf(db: Queryable, vehicle: string): Promise<CustomerView | null> {
  const { rows } = await db.query<{ customer: CustomerView | null }>(
    `SELECT (SELECT to_json(c) FROM (${CUSTOMER} WHERE c.id = v.customer_id) AS c) AS customer FROM vehicle v WHERE v.id = $1`,
    [vehicle],
  );
  if (!rows[0]) throw notFound('vehicle');
  return rows[0].customer;
}

/** Links a vehicle to a customer who is known. */
export async function setCustomer(tx: Queryable, vehicle: string, customer: string): Promise<void> {
  const { rowCount } = await tx.query('SELECT 1 FROM customer WHERE id = $1 FOR SHARE', [customer]);
  if (!rowCount) throw notFound('customer');
  await linked(tx, vehicle, customer);
}

/** Writes down a vehicle's customer: the one it has is put right, else one is made. @returns which */
export async function writeCustomer(tx: Queryable, vehicle: string, c: CustomerBody): Promise<string> {
  const now = await customerOf(tx, vehicle);
  const id = now?.id ?? randomUUID();
  await tx.query(
    `INSERT INTO customer (id, name, telephone, email, address, language, tell, note) VALUES ($1,$2,$3,$4,$5,$6,$7,$8)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, telephone = excluded.telephone, email = excluded.email, address = excluded.address,
       language = excluded.language, tell = excluded.tell, note = excluded.note, changed_at = clock_timestamp()`,
    [id, c.name, c.telephone, c.email, c.address, c.language, c.tell, c.note],
  );
  if (!now) await linked(tx, vehicle, id);
  return id;
}

async function linked(tx: Queryable, vehicle: string, customer: string): Promise<void> {
  const { rowCount } = await tx.query('UPDATE vehicle SET customer_id = $2 WHERE id = $1', [vehicle, customer]);
  if (!rowCount) throw notFound('vehicle');
}

/**
 * Deletes a customer because they asked for it: how they are reached, and their name as the owner of their vehicles, also as
 * it stood before a change. The vehicles stay, and so does what was agreed on their sheets: that is the record of the work.
 * @returns the vehicles that were theirs
 */
export async function forgetCustomer(tx: Queryable, id: string): Promise<string[]> {
  const { rows } = await tx.query<{ name: string }>('SELECT name FROM customer WHERE id = $1 FOR UPDATE', [id]);
  if (!rows[0]) throw notFound('customer');
  const { rows: theirs } = await tx.query<{ id: string }>(
    "UPDATE vehicle SET customer_id = NULL, owner = '' WHERE customer_id = $1 RETURNING id",
    [id],
  );
  const vehicles = theirs.map((v) => v.id);
  await tx.query(
    `UPDATE change SET before = jsonb_set(before, '{owner}', '""'),
            says = (SELECT array_agg(CASE WHEN s LIKE 'Owner: %' THEN 'Owner: changed.' ELSE s END ORDER BY n) FROM unnest(says) WITH ORDINALITY AS u(s, n))
      WHERE vehicle_id = ANY($1)`,
    [vehicles],
  );
  await forgetInBookings(tx, vehicles, rows[0].name);
  await forgetInLists(tx, rows[0].name);
  await tx.query('DELETE FROM customer WHERE id = $1', [id]);
  return vehicles;
}
