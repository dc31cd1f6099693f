import { createHash, randomBytes } from 'node:crypto';
import type { Role } from '@ash-knot/core';
import type { DeviceView, PersonView, Scope } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { announce } from '../live/channel';

export interface SessionRow {
  readonly tokenHash: Buffer;
  /** The device, as the ledger names it. */
  readonly device: string;
  readonly bay: string;
  readonly person: string | null;
  readonly confirmedPerson: string | null;
  readonly confirmedUntil: Date | null;
  /** It was last written down some while ago that it was seen. */
  readonly unseen: boolean;
  /** It is no device: another program, by its key. It is in no bay, and speaks for nobody but who made the key. */
  readonly token?: Token;
}

/** The key a program has shown. */
export interface Token {
  readonly id: string;
  readonly name: string;
  readonly scopes: readonly Scope[];
  readonly endsAt: Date;
}

export const hashed = (token: string): Buffer => createHash('sha256').update(token).digest();
export const SESSION_DAYS = 180;
/** How long an entered PIN stands for approvals and releases. */
export const CONFIRM_MINUTES = 3;
/** Whoever tapped their name in a bay so lately is there, min. */
const PRESENT_MIN = 16 * 60;

export async function openSession(db: Queryable, bay: string, person: string): Promise<{ token: string; device: string }> {
  const token = randomBytes(32).toString('base64url');
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO session (token_hash, bay, person_id, opened_by, expires_at) VALUES ($1, $2, $3, $3, now() + make_interval(days => $4)) RETURNING id`,
    [hashed(token), bay, person, SESSION_DAYS],
  );
  await speaksFor(db, hashed(token), person);
  return { token, device: rows[0]!.id };
}

/** A name was tapped on this device: from now on it may speak for that person. */
const speaksFor = (db: Queryable, tokenHash: Buffer, person: string) =>
  db.query(
    'INSERT INTO session_person (token_hash, person_id) VALUES ($1, $2) ON CONFLICT (token_hash, person_id) DO UPDATE SET tapped_at = now()',
    [tokenHash, person],
  );

/** Whether this person's name was tapped on this device, or lately on another one of its bay: who is there writes there. */
export async function maySpeakFor(db: Queryable, s: SessionRow, person: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `SELECT 1 FROM session_person p JOIN session s ON s.token_hash = p.token_hash
      WHERE p.person_id = $2 AND (p.token_hash = $1
         OR (s.bay = $3 AND s.ended_at IS NULL AND p.tapped_at > now() - make_interval(mins => $4))) LIMIT 1`,
    [s.tokenHash, person, s.bay, PRESENT_MIN],
  );
  return Boolean(rowCount);
}

export async function findSession(db: Queryable, token: string): Promise<SessionRow | undefined> {
  const { rows } = await db.query<SessionRow>(
    `SELECT token_hash AS "tokenHash", id AS device, bay, person_id AS person, confirmed_person AS "confirmedPerson", confirmed_until AS "confirmedUntil",
            last_seen_at < now() - interval '5 min' AS unseen
       FROM session WHERE token_hash = $1 AND expires_at > now() AND ended_at IS NULL`,
    [hashed(token)],
  );
  return rows[0];
}

/** Written down once in a while, not with every request. */
export const seen = (db: Queryable, s: SessionRow) =>
  db.query('UPDATE session SET last_seen_at = now() WHERE token_hash = $1', [s.tokenHash]);

/** Ends a device's session and its streams, on every server. False when there is no such device, or it is signed out. */
export async function endDevice(db: Queryable, device: string, by: string | null): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE session SET ended_at = now(), ended_by = $2, confirmed_person = NULL, confirmed_until = NULL WHERE id = $1 AND ended_at IS NULL',
    [device, by],
  );
  if (!rowCount) return false;
  await announce(db, { about: 'device', device });
  return true;
}

/** Devices that are signed in, and those that were lately. */
export async function devices(db: Queryable): Promise<Omit<DeviceView, 'here'>[]> {
  const { rows } = await db.query<Omit<DeviceView, 'here'>>(
    `SELECT s.id, s.bay, p.name AS person, o.name AS "openedBy", to_json(s.created_at) AS "openedAt", to_json(s.last_seen_at) AS "seenAt",
            to_json(coalesce(s.ended_at, CASE WHEN s.expires_at <= now() THEN s.expires_at END)) AS "endedAt", e.name AS "endedBy"
       FROM session s LEFT JOIN person p ON p.id = s.person_id LEFT JOIN person o ON o.id = s.opened_by LEFT JOIN person e ON e.id = s.ended_by
      ORDER BY (s.ended_at IS NULL AND s.expires_at > now()) DESC, s.last_seen_at DESC LIMIT 100`,
  );
  return rows;
}

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
/** What this person's PIN stood for stands no more: it was changed, or they work here no longer. */
export async function dropConfirmations(db: Queryable, person: string): Promise<void> {
  await db.query('UPDATE session SET confirmed_person = NULL, confirmed_until = NULL WHERE confirmed_person = $1', [person]);
}
/** Nobody's name is tapped where theirs was, and no device speaks for them any more. */
export async function dropTaps(db: Queryable, person: string): Promise<void> {
  await db.query('UPDATE session SET person_id = NULL WHERE person_id = $1', [person]);
  await db.query('DELETE FROM session_person WHERE person_id = $1', [person]);
}

export async function people(db: Queryable): Promise<PersonView[]> {
  const { rows } = await db.query<PersonView>('SELECT id, name, role FROM person WHERE active ORDER BY name');
  return rows;
}

/** Somebody who works here, by id or by name as it was typed. */
export async function personCalled(db: Queryable, called: string): Promise<PersonView | undefined> {
  const { rows } = await db.query<PersonView>(
    `SELECT id, name, role FROM person WHERE active AND (id = $1 OR lower(name) = lower($1) OR lower(split_part(name, ' ', 1)) = lower($1)) ORDER BY (id = $1) DESC, (lower(name) = lower($1)) DESC`,
    [called],
  );
  // A first name that two people have is nobody's: the whole of it is to be typed.
  return rows[0] && (rows.length === 1 || rows[0].id === called || rows[0].name.toLowerCase() === called.toLowerCase())
    ? rows[0]
    : undefined;
}

export async function personRole(db: Queryable, id: string): Promise<Role | undefined> {
  const { rows } = await db.query<{ role: Role }>('SELECT role FROM person WHERE id = $1 AND active', [id]);
  return rows[0]?.role;
}
