import type { GaugeSaid } from '@ash-knot/contract';
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

export const announceJob = (db: Queryable, job: string): Promise<void> => announce(db, { about: 'job', job });
