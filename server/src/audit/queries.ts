import type { Request, Response } from 'express';
import type { AuditLine, AuditPage } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

/** What is written down beside the ledger. */
export type Audited =
  | 'signed in'
  | 'signed out'
  | 'device ended'
  | 'wrong PIN'
  | 'locked out'
  | 'signed out for guessing'
  | 'rules'
  | 'person added'
  | 'person changed'
  | 'PIN changed'
  | 'gauge'
  | 'gauge retired'
  | 'gauge study'
  | 'card sheet'
  | 'card sheet measured'
  | 'card sheet put away'
  | 'suspects table'
  | 'lesson'
  | 'held today'
  | 'list'
  | 'list taken back'
  | 'vehicle'
  | 'customer'
  | 'customer deleted'
  | 'type'
  | 'key made'
  | 'key ended'
  | 'shop made'
  | 'exported';

/** Who did it, from where. */
export interface Actor {
  readonly by: string | null;
  readonly device: string | null;
  readonly address: string;
}

export const actorOf = (req: Request, res: Response, by: string | null = res.locals.session?.person ?? null): Actor => ({
  by,
  // A key is no device.
  device: res.locals.session?.token ? null : (res.locals.session?.device ?? null),
  address: req.ip ?? '',
});

export async function audit(db: Queryable, what: Audited, actor: Actor, about: object = {}): Promise<void> {
  await db.query('INSERT INTO audit (what, by_person, device, address, about) VALUES ($1,$2,$3,$4,$5)', [
    what,
    actor.by,
    actor.device,
    actor.address.slice(0, 60),
    JSON.stringify(about),
  ]);
}

const PAGE = 60;

/** The latest first. @param before a line's number, for what lies further back */
export async function auditPage(db: Queryable, before: number | undefined): Promise<AuditPage> {
  const { rows } = await db.query<AuditLine>(
    `SELECT a.id, to_json(a.at) AS at, a.what, p.name AS by, s.bay, a.address, a.about FROM audit a LEFT JOIN person p ON p.id = a.by_person LEFT JOIN session s ON s.id = a.device
      WHERE $1::bigint IS NULL OR a.id < $1 ORDER BY a.id DESC LIMIT $2`,
    [before ?? null, PAGE + 1],
  );
  const lines = rows.slice(0, PAGE);
  return { lines, before: rows.length > PAGE ? lines.at(-1)!.id : null };
}
