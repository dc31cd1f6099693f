import { Router } from 'express';
import * as z from 'zod';
import { newEntries } from '@ash-knot/contract';
import { inTransaction, type Db } from '../db/pool';
import { confirmedBy, worker } from '../session/guard';
import { maySpeakFor } from '../session/queries';
import { badInput, conflict, notFound, param, parse } from '../http/problem';
import { jobRow } from '../job/queries';
import { announceJob } from '../live/channel';
import { EVERY_JOB, type LiveNews } from '../live/news';
import { openStream } from '../live/stream';
import { allow } from './allow';
import { append } from './append';
import { entriesOf } from './read';

const uuid = z.uuid();

/** The tape of a job: what is written to it, and the stream that follows it. */
export function ledgerRoutes(db: Db, news: LiveNews): Router {
  const r = Router();

  r.post('/jobs/:id/entries', async (req, res) => {
    const id = param(uuid, req, 'id');
    worker(res);
    const { entries } = parse(newEntries, req.body);
    const stray = entries.findIndex((e) => e.job !== id);
    if (stray >= 0) throw badInput(`entries.${stray}.job`, 'is not this job');
    await inTransaction(db, async (tx) => {
      // The job's row is the lock: two hand-backs, or a hand-back and a late entry, come one after the other.
      const job = await jobRow(tx, id, true);
      if (!job) throw notFound('job');
      let closed = job.closedAt !== null;
      let fresh = false;
      for (const e of entries) {
        const known = await tx.query<{ job_id: string; kind: string }>('SELECT job_id, kind FROM entry WHERE id = $1', [e.id]);
        if (known.rows[0]) {
          if (known.rows[0].job_id !== e.job || known.rows[0].kind !== e.kind)
            throw conflict(`The entry ${e.id} already stands for something else. Nothing was stored.`);
          continue;
        }
        await allow(tx, e, {
          confirm: (person) => confirmedBy(res, person),
          speaksFor: (person) => maySpeakFor(tx, res.locals.session!, person),
          openedAt: job.openedAt,
          closed,
        });
        if (await append(tx, e)) fresh = true;
        if (e.kind === 'hand-back') closed = true;
        if (e.kind === 'strike') closed = (await jobRow(tx, id))!.closedAt !== null;
      }
      if (fresh) await announceJob(tx, id);
    });
    res.status(201).json({ stored: entries.length });
  });

  r.get('/jobs/:id/stream', async (req, res) => {
    const id = param(uuid, req, 'id');
    const { after } = parse(z.object({ after: z.coerce.number().int().min(0).default(0) }), req.query);
    if (!(await jobRow(db, id))) throw notFound('job');
    // A browser that lost the line says what it saw last.
    let seen = Math.max(after, Number(req.headers['last-event-id'] ?? 0) || 0);
    const s = openStream(res);
    let running: Promise<void> = Promise.resolve();
    const push = () => {
      running = running
        .then(async () => {
          const fresh = await entriesOf(db, [id], seen);
          if (fresh.length === 0) return;
          seen = fresh.at(-1)!.seq;
          s.send('entries', fresh, seen);
        })
        .catch(() => undefined);
    };
    s.onClose(news.hear((job) => (job === id || job === EVERY_JOB) && push()));
    // The bay's gauges come over the same line: a browser opens only six to one server.
    s.onClose(news.hearGauges(res.locals.session!.bay, (said) => s.send('said', said)));
    push();
  });
  return r;
}
