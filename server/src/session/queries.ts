import { createHash, randomBytes } from 'node:crypto';
import type { Role } from '@ash-knot/core';
import type { PersonView } from '@ash-knot/contract';
import type { Db, Queryable } from '../db/pool';
import { HttpProblem } from '../http/problem';
import { pinMatches } from './pin';

export interface SessionRow {
  readonly tokenHash: Buffer;
  readonly bay: string;
  readonly person: string | null;
  readonly confirmedPerson: string | null;
  readonly confirmedUntil: Date | null;
}

const hash = (token: string): Buffer => createHash('sha256').update(token).digest();
export const SESSION_DAYS = 180;
/** How long an entered PIN stands for approvals and releases. */
export const CONFIRM_MINUTES = 3;
const FREE_TRIES = 5;

export async function openSession(db: Queryable, bay: string, person: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await db.query('DELETE FROM session WHERE expires_at < now()');
  await db.query(
    `INSERT INTO session (token_hash, bay, person_id, expires_at) VALUES ($1, $2, $3, now() + make_interval(days => $4))`,
    [hash(token), bay, person, SESSION_DAYS],
  );
  await speaksFor(db, hash(token), person);
  return token;
}

/** A name was tapped on this device: from now on it may speak for that person. */
const speaksFor = (db: Queryable, tokenHash: Buffer, person: string) =>
  db.query('INSERT INTO session_person (token_hash, person_id) VALUES ($1, $2) ON CONFLICT DO NOTHING', [tokenHash, person]);

/** Whether this person's name was ever tapped on this device. */
export async function maySpeakFor(db: Queryable, s: SessionRow, person: string): Promise<boolean> {
  const { rowCount } = await db.query('SELECT 1 FROM session_person WHERE token_hash = $1 AND person_id = $2', [
    s.tokenHash,
    person,
  ]);
  return Boolean(rowCount);
}

export async function findSession(db: Queryable, token: string): Promise<SessionRow | undefined> {
  const { rows } = await db.query<SessionRow>(
    `SELECT token_hash AS "tokenHash", bay, person_id AS person, confirmed_person AS "confirmedPerson", confirmed_until AS "confirmedUntil"
       FROM session WHERE token_hash = $1 AND expires_at > now()`,
    [hash(token)],
  );
  return rows[0];
}

export const closeSession = (db: Queryable, s: SessionRow) =>
  db.query('DELETE FROM session WHERE token_hash = $1', [s.tokenHash]);
export async function setPerson(db: Queryable, s: SessionRow, person: string): Promise<void> {
  await db.query('UPDATE session SET person_id = $2, confirmed_person = NULL, confirmed_until = NULL WHERE token_hash = $1', [
    s.tokenHash,
    person,
  ]);
  await speaksFor(db, s.tokenHash, person);
}
export async function setConfirmed(db: Queryable, s: SessionRow, person: string): Promise<void> {
  await db.query(
    `UPDATE session SET person_id = $2, confirmed_person = $2, confirmed_until = now() + make_interval(mins => $3) WHERE token_hash = $1`,
    [s.tokenHash, person, CONFIRM_MINUTES],
  );
  await speaksFor(db, s.tokenHash, person);
}

export async function people(db: Queryable): Promise<PersonView[]> {
  const { rows } = await db.query<PersonView>('SELECT id, name, role FROM person WHERE active ORDER BY name');
  return rows;
}

export async function personRole(db: Queryable, id: string): Promise<Role | undefined> {
  const { rows } = await db.query<{ role: Role }>('SELECT role FROM person WHERE id = $1 AND active', [id]);
  return rows[0]?.role;
}

/**
 * Checks a PIN. After five wrong ones the person is locked for a minute, doubling up to an hour, on
 * every device: the count stands in the database. A locked person's PIN is not even compared.
 */
export async function checkPin(db: Db, person: string, pin: string): Promise<void> {
  const { rows } = await db.query<{ pin_hash: string; locked: number | null }>(
    `SELECT pin_hash, ceil(extract(epoch FROM locked_until - now()))::int AS locked FROM person WHERE id = $1 AND active`,
    [person],
  );
  const row = rows[0];
  if (row?.locked && row.locked > 0) {
    throw new HttpProblem(429, 'locked', `Too many wrong PINs. Try again in ${row.locked} s.`);
  }
  if (row && (await pinMatches(pin, row.pin_hash))) {
    await db.query('UPDATE person SET failed = 0, locked_until = NULL WHERE id = $1', [person]);
    return;
  }
  if (row) {
    await db.query(
      `UPDATE person SET failed = failed + 1,
         locked_until = CASE WHEN failed + 1 >= $2 THEN now() + make_interval(secs => least(3600, 60 * power(2, failed + 1 - $2))) END
       WHERE id = $1`,
      [person, FREE_TRIES],
    );
  }
  throw new HttpProblem(403, 'wrong-pin', 'That PIN is not right.');
}
