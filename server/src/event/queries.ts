import type { EventsReply, ShopEvent } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { HttpProblem } from '../http/problem';

/** Where a reader is: in which log, behind which transaction, behind which of its events. */
interface Cursor {
  readonly log: string;
  readonly xid: string;
  readonly id: string;
}
const written = (c: Cursor): string => `${c.log}.${c.xid}.${c.id}`;
const read = (cursor: string): Cursor => {
  const [log, xid, id] = cursor.split('.');
  return { log: log!, xid: xid!, id: id! };
};

/** What a reader is told of. */
export interface Told {
  readonly of: readonly ShopEvent['of'][];
  /** Which lines were written is told too. */
  readonly lines: boolean;
}
export interface EventsPage extends EventsReply {
  /** Something was written by a transaction that others began before have not ended: it is told in a moment. */
  readonly pending: boolean;
}

/** Of this database; another one, or one that was set back to a backup, has another name. */
async function logNow(db: Queryable): Promise<{ log: string; cleared: string; xmin: string }> {
  const { rows } = await db.query<{ log: string; cleared: string; xmin: string }>(
    'SELECT id AS log, cleared::text, pg_snapshot_xmin(pg_current_snapshot())::text AS xmin FROM event_log',
  );
  return rows[0]!;
}

/** Where a reader begins that knows nothing yet: what happens from here on is told to it. */
export async function beginning(db: Queryable): Promise<string> {
  const { log, xmin } = await logNow(db);
  return written({ log, xid: xmin, id: '0' });
}

/**
 * What happened after a cursor, in the order in which it is told to everybody: of transactions none of which has an earlier
 * one still running. So a reader that goes on from its last cursor misses nothing.
 * @throws 410 where the cursor is of another database, or so old that what came after it was cleared away
 */
export async function eventsAfter(db: Queryable, after: string, told: Told, most: number): Promise<EventsPage> {
  const at = read(after);
  const now = await logNow(db);
  if (at.log !== now.log || BigInt(at.xid) <= BigInt(now.cleared))
    throw new HttpProblem(
      410,
      'begin-again',
      'This cursor is not known here any more. Read what you need anew, and begin without one.',
    );
  const { rows } = await db.query<ShopEvent & { xid: string; n: string }>(
    `SELECT xid::text, id::text AS n, to_json(at) AS at, of, what, ref AS id, lines FROM event
      WHERE (xid, id) > ($1::xid8, $2::bigint) AND xid < $3::xid8 AND of = ANY($4) ORDER BY xid, id LIMIT $5`,
    [at.xid, at.id, now.xmin, told.of, most + 1],
  );
  const events = rows.slice(0, most).map(({ xid, n, ...e }): ShopEvent => {
    const head = { cursor: written({ log: now.log, xid, id: n }), at: e.at, id: e.id };
    return e.of === 'job'
      ? { ...head, of: e.of, what: e.what, lines: told.lines ? e.lines : [] }
      : { ...head, of: e.of, what: e.what };
  });
  const { rowCount } = await db.query('SELECT 1 FROM event WHERE xid >= $1::xid8 LIMIT 1', [now.xmin]);
  return { events, cursor: events.at(-1)?.cursor ?? after, more: rows.length > most, pending: Boolean(rowCount) };
}
