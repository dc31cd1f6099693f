import type { GaugeSaid, ShopEvent } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

/** The one channel of PostgreSQL on which servers tell each other what happened. */
export const CHANNEL = 'ashknot';

/** Something every server must hear. */
export type News =
  | { readonly about: 'job'; readonly job: string }
  | { readonly about: 'practice'; readonly practice: string }
  | { readonly about: 'plan' }
  | { readonly about: 'device'; readonly device: string }
  | { readonly about: 'gauge'; readonly bay: string | null; readonly said: GaugeSaid };

/** Told to every server process when the transaction commits. What a gauge says is stored nowhere: the sheet decides. */
export async function announce(db: Queryable, news: News): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(news)]);
}

/** What other programs are told of: kept for as long as a reader may stay away. */
export type Happened =
  | {
      readonly of: 'job';
      readonly id: string;
      readonly what: JobEvent['what'];
      readonly lines?: readonly JobEvent['lines'][number][];
    }
  | { readonly of: 'booking'; readonly id: string; readonly what: BookingEvent['what'] };
type JobEvent = Extract<ShopEvent, { of: 'job' }>;
type BookingEvent = Extract<ShopEvent, { of: 'booking' }>;

/** A reader may stay away so long, days; after that it reads the floor anew. */
export const EVENT_DAYS = 30;
/** Old ones are cleared away with each of so many. */
const CLEARED_EVERY = 500;

/**
 * Something happened in this transaction: kept for other programs, and told to every server process when it commits.
 * @param tx the transaction that did it, so that neither is without the other
 */
export async function happened(tx: Queryable, h: Happened): Promise<void> {
  const news: News = h.of === 'job' ? { about: 'job', job: h.id } : { about: 'plan' };
  const { rows } = await tx.query<{ id: string }>(
    `WITH e AS (INSERT INTO event (of, what, ref, lines) VALUES ($3, $4, $5, $6) RETURNING id) SELECT id, pg_notify($1, $2) FROM e`,
    [CHANNEL, JSON.stringify(news), h.of, h.what, h.id, JSON.stringify(h.of === 'job' ? (h.lines ?? []) : [])],
  );
  if (Number(rows[0]!.id) % CLEARED_EVERY === 0) await clearEvents(tx);
}

/** Takes away what nobody may ask for any more, and says up to where. */
export const clearEvents = (tx: Queryable) =>
  tx.query(
    `WITH gone AS (DELETE FROM event WHERE at < now() - make_interval(days => $1) RETURNING xid)
     UPDATE event_log SET cleared = greatest(cleared, (SELECT xid FROM gone ORDER BY xid DESC LIMIT 1)) WHERE EXISTS (SELECT 1 FROM gone)`,
    [EVENT_DAYS],
  );
