import { isDeepStrictEqual } from 'node:util';
import { Router, type Request } from 'express';
import * as z from 'zod';
import { newEntries, type StoredEntry } from '@ash-knot/contract';
import type { Entry } from '@ash-knot/core';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { confirmedBy, worker } from '../session/guard';
import { maySpeakFor } from '../session/queries';
import { badInput, conflict, notFound, param, parse } from '../http/problem';
import { jobRow } from '../job/queries';
import { announceJob } from '../live/channel';
import type { Lessons } from '../learning/lessons';
import type { Live } from '../live/live';
import { allow } from './allow';
import { append } from './append';
import { ENTRY, readEntries } from './read';

const uuid = z.uuid();

/** How far a device's clock may run ahead of the server's at all, ms; and what a request may take to get here. */
const MOST_DRIFT_MS = 10 * 60_000;
const ON_THE_WAY_MS = 60_000;

/** How far ahead this device's times may lie: as far as its clock was just seen to, ms. */
function aheadOf(req: Request): number {
  const said = Date.parse(String(req.headers['ashknot-time'] ?? ''));
  const drift = Number.isNaN(said) ? 0 : said - Date.now();
  return ON_THE_WAY_MS + Math.min(MOST_DRIFT_MS, Math.max(0, drift));
}

/** What is there already under the ids of a batch. */
async function knownOf(tx: Queryable, entries: readonly Entry[]): Promise<Map<string, StoredEntry>> {
  const { rows } = await tx.query<StoredEntry>(`${ENTRY} WHERE id = ANY($1)`, [entries.map((e) => e.id)]);
  return new Map(readEntries(rows).map((r) => [r.id, r]));
}

/** The same entry sent again, and not another one under its id. */
const same = (a: StoredEntry, b: Entry): boolean =>
  a.job === b.job &&
  a.kind === b.kind &&
  a.by === b.by &&
  Date.parse(a.at) === Date.parse(b.at) &&
  isDeepStrictEqual(a.body, JSON.parse(JSON.stringify(b.body)));

/** The tape of a job: what is written to it, and the stream that follows it. */
export function ledgerRoutes(db: Db, live: Live, lessons: Lessons): Router {
  const r = Router();

  r.post('/jobs/:id/entries', async (req, res) => {
    const id = param(uuid, req, 'id');
    worker(res);
    const { entries } = parse(newEntries, req.body);
    const stray = entries.findIndex((e) => e.job !== id);
    if (stray >= 0) throw badInput(`entries.${stray}.job`, 'is not this job');
    const session = res.locals.session!;
    const aheadMs = aheadOf(req);
    await inTransaction(db, async (tx) => {
      // The job's row is the lock: two hand-backs, or a hand-back and a late entry, come one after the other.
      const job = await jobRow(tx, id, true);
      if (!job) throw notFound('job');
      let closed = job.closedAt !== null;
      let fresh = false;
      const known = await knownOf(tx, entries);
      for (const e of entries) {
        const there = known.get(e.id);
        if (there) {
          if (!same(there, e)) throw conflict(`The entry ${e.id} already stands for something else. Nothing was stored.`);
          continue;
        }
        await allow(tx, e, {
          confirm: (person) => confirmedBy(res, person),
          speaksFor: (person) => maySpeakFor(tx, session, person),
          device: session.device,
          openedAt: job.openedAt,
          aheadMs,
          closed,
        });
        if (await append(tx, e, session)) fresh = true;
        if (e.kind === 'hand-back') closed = true;
        if (e.kind === 'strike') closed = (await jobRow(tx, id))!.closedAt !== null;
      }
      if (fresh) await announceJob(tx, id);
    });
    if (entries.some((e) => e.kind === 'hand-back')) lessons.add(id);
    res.status(201).json({ stored: entries.length });
  });

  r.get('/jobs/:id/stream', async (req, res) => {
    const id = param(uuid, req, 'id');
    const { after } = parse(z.object({ after: z.coerce.number().int().min(0).default(0) }), req.query);
    if (!(await jobRow(db, id))) throw notFound('job');
    // A browser that lost the line says what it saw last.
    const seen = Math.max(after, Number(req.headers['last-event-id'] ?? 0) || 0);
    const { device, bay } = res.locals.session!;
    const s = live.streams.start(res, device);
    s.onClose(live.feeds.follow(id, seen, (event) => s.write(event)));
    // The bay's gauges come over the same line: a browser opens only six to one server.
    s.onClose(live.news.hearGauges(bay, (said) => s.send('said', said)));
  });
  return r;
}
