import { isDeepStrictEqual } from 'node:util';
import { Router, type Request, type Response } from 'express';
import * as z from 'zod';
import { newEntries, type StoredEntry } from '@ash-knot/contract';
import type { Entry } from '@ash-knot/core';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { confirmedBy, worker } from '../session/guard';
import { maySpeakFor } from '../session/queries';
import { badInput, conflict, notFound, param, parse } from '../http/problem';
import { JobStates, jobRow } from '../job/queries';
import { happened } from '../live/channel';
import type { Lessons } from '../learning/lessons';
import type { JobFeeds } from '../live/feeds';
import type { Live } from '../live/live';
import { allow } from './allow';
import { append } from './append';
import { entryOf, readEntries } from './read';
import type { Tape } from './tape';
import { tellReopened } from '../change/queries';

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
async function knownOf(tx: Queryable, { table }: Tape, entries: readonly Entry[]): Promise<Map<string, StoredEntry>> {
  const { rows } = await tx.query<StoredEntry>(`${entryOf(table)} WHERE id = ANY($1)`, [entries.map((e) => e.id)]);
  return new Map(readEntries(rows).map((r) => [r.id, r]));
}

/** The same entry sent again, and not another one under its id. */
const same = (a: StoredEntry, b: Entry): boolean =>
  a.job === b.job &&
  a.kind === b.kind &&
  a.by === b.by &&
  Date.parse(a.at) === Date.parse(b.at) &&
  isDeepStrictEqual(a.body, JSON.parse(JSON.stringify(b.body)));

/** What a job says before an entry of it is looked at; asked again where one may have opened it. */
export interface Standing {
  readonly openedAt: Date;
  readonly closed: boolean;
}

/** The entries of a request, all of this job. */
export function entriesOfRequest(req: Request, id: string): Entry[] {
  const { entries } = parse(newEntries, req.body);
  const stray = entries.findIndex((e) => e.job !== id);
  if (stray >= 0) throw badInput(`entries.${stray}.job`, 'is not this job');
  // One id is one line: said twice alike it is taken once, said otherwise it is neither.
  const first = new Map<string, Entry>();
  for (const [i, e] of entries.entries()) {
    const there = first.get(e.id);
    if (there && !isDeepStrictEqual(there, e))
      throw badInput(`entries.${i}.id`, 'stands twice in what was sent, for two different lines');
    first.set(e.id, e);
  }
  return [...first.values()];
}

/**
 * Takes entries into a ledger, one after the other, in the transaction that holds its job. The same sent again are passed over.
 * @param now how its job stands; @param standing the same, asked again after a strike
 * @returns whether any was new
 */
export async function takeEntries(
  tx: Queryable,
  tape: Tape,
  { req, res, entries }: { readonly req: Request; readonly res: Response; readonly entries: readonly Entry[] },
  now: Standing,
  standing: () => Promise<Standing>,
): Promise<boolean> {
  const session = res.locals.session!;
  let fresh = false;
  const { openedAt } = now;
  let { closed } = now;
  const known = await knownOf(tx, tape, entries);
  for (const e of entries) {
    const there = known.get(e.id);
    if (there) {
      if (!same(there, e)) throw conflict(`The entry ${e.id} already stands for something else. Nothing was stored.`);
      continue;
    }
    await allow(tx, e, {
      tape,
      confirm: (person) => confirmedBy(res, person),
      speaksFor: (person) => maySpeakFor(tx, session, person),
      device: session.device,
      openedAt,
      aheadMs: aheadOf(req),
      closed,
    });
    if (await tape.append(tx, e, session)) fresh = true;
    if (e.kind === 'hand-back') closed = true;
    if (e.kind === 'strike') closed = (await standing()).closed;
  }
  return fresh;
}

/** Follows a ledger: what is written to it from now on, and what the bay's gauges say. */
export function followTape(req: Request, res: Response, live: Live, feeds: JobFeeds, id: string): void {
  const { after } = parse(z.object({ after: z.coerce.number().int().min(0).default(0) }), req.query);
  // A browser that lost the line says what it saw last.
  const seen = Math.max(after, Number(req.headers['last-event-id'] ?? 0) || 0);
  const { device, bay } = res.locals.session!;
  const s = live.streams.start(res, device);
  s.onClose(feeds.follow(id, seen, (event) => s.write(event)));
  // The bay's gauges come over the same line: a browser opens only six to one server.
  s.onClose(live.news.hearGauges(bay, (said) => s.send('said', said)));
}

/** The tape of a job: what is written to it, and the stream that follows it. */
export function ledgerRoutes(db: Db, live: Live, lessons: Lessons, states: JobStates): Router {
  const r = Router();
  /** The shop's own ledger. */
  const shop: Tape = { table: 'entry', state: (tx, job) => states.of(tx, job), append, alone: false };

  r.post('/jobs/:id/entries', async (req, res) => {
    const id = param(uuid, req, 'id');
    worker(res);
    const entries = entriesOfRequest(req, id);
    await inTransaction(db, async (tx) => {
      // The job's row is the lock: two hand-backs, or a hand-back and a late entry, come one after the other.
      const standing = async (lock = false) => {
        const job = await jobRow(tx, id, lock);
        if (!job) throw notFound('job');
        return { openedAt: job.openedAt, closed: job.closedAt !== null, closedAt: job.closedAt };
      };
      const now = await standing(true);
      if (!(await takeEntries(tx, shop, { req, res, entries }, now, standing))) return;
      const { closed } = await standing();
      const what = closed === now.closed ? 'written' : closed ? 'handed back' : 'opened again';
      await happened(tx, { of: 'job', id, what, lines: entries.map(({ id, kind }) => ({ id, kind })) });
      if (now.closedAt && !closed) await tellReopened(tx, id, now.closedAt, res.locals.session!);
    });
    if (entries.some((e) => e.kind === 'hand-back')) lessons.add(id);
    res.status(201).json({ stored: entries.length });
  });

  r.get('/jobs/:id/stream', async (req, res) => {
    const id = param(uuid, req, 'id');
    if (!(await jobRow(db, id))) throw notFound('job');
    followTape(req, res, live, live.feeds, id);
  });
  return r;
}
