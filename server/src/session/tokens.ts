import { randomBytes, randomUUID } from 'node:crypto';
import type { Scope, TokenMade, TokenView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { announce } from '../live/channel';
import { hashed, type SessionRow, type Token } from './queries';

/** What a key begins with, so that one that lies about is known for what it is. */
const HEAD = 'aks_';
/** Keys that ended are shown for so many. */
const MOST = 100;

/** A new key, told this once. @param days until it ends by itself */
export async function makeToken(
  db: Queryable,
  { name, scopes, days }: { readonly name: string; readonly scopes: readonly Scope[]; readonly days: number },
  by: string,
): Promise<TokenMade> {
  const token = HEAD + randomBytes(32).toString('base64url');
  const id = randomUUID();
  await db.query(
    'INSERT INTO token (id, token_hash, name, scopes, made_by, ends_at) VALUES ($1, $2, $3, $4, $5, now() + make_interval(days => $6))',
    [id, hashed(token), name, scopes, by, days],
  );
  return { id, token };
}

/** A key that stands, as a session of its own: it ends with its time, by a lead, and when whoever made it works here no longer. */
export async function findToken(db: Queryable, given: string): Promise<(SessionRow & { readonly token: Token }) | undefined> {
  const { rows } = await db.query<Token & { tokenHash: Buffer; person: string; unseen: boolean }>(
    `SELECT t.id, t.name, t.scopes, t.ends_at AS "endsAt", t.token_hash AS "tokenHash", t.made_by AS person,
            coalesce(t.used_at < now() - interval '5 min', true) AS unseen
       FROM token t JOIN person p ON p.id = t.made_by AND p.active
      WHERE t.token_hash = $1 AND t.ends_at > now() AND t.ended_at IS NULL`,
    [hashed(given)],
  );
  const row = rows[0];
  if (!row) return undefined;
  const { tokenHash, person, unseen, ...token } = row;
  return { tokenHash, device: token.id, bay: '', person, confirmedPerson: null, confirmedUntil: null, unseen, token };
}

export const usedToken = (db: Queryable, id: string) => db.query('UPDATE token SET used_at = now() WHERE id = $1', [id]);

/** Ends a key, and what it follows, on every server. @returns its name; undefined when there is none that stands */
export async function endToken(db: Queryable, id: string, by: string): Promise<string | undefined> {
  const { rows } = await db.query<{ name: string }>(
    'UPDATE token SET ended_at = clock_timestamp(), ended_by = $2 WHERE id = $1 AND ended_at IS NULL AND ends_at > now() RETURNING name',
    [id, by],
  );
  if (!rows[0]) return undefined;
  await announce(db, { about: 'device', device: id });
  return rows[0].name;
}

/** Those that stand first, then the latest that ended. */
export async function tokens(db: Queryable): Promise<TokenView[]> {
  const { rows } = await db.query<TokenView>(
    `SELECT t.id, t.name, t.scopes, m.name AS "madeBy", to_json(t.made_at) AS "madeAt", to_json(t.ends_at) AS "endsAt", to_json(t.used_at) AS "usedAt",
            to_json(t.ended_at) AS "endedAt", e.name AS "endedBy"
       FROM token t JOIN person m ON m.id = t.made_by LEFT JOIN person e ON e.id = t.ended_by
      ORDER BY (t.ended_at IS NULL AND t.ends_at > now()) DESC, t.made_at DESC LIMIT ${MOST}`,
  );
  return rows;
}
