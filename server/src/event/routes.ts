import { Router, type Request, type Response } from 'express';
import { eventQuery, type EventsReply } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { parse } from '../http/problem';
import type { Live } from '../live/live';
import type { Stream } from '../live/streams';
import { beginning, eventsAfter, type Told } from './queries';

/** What an earlier transaction holds up is looked for again after so long, ms; and after a question that failed. */
const LOOK_AGAIN_MS = 300;
const RETRY_MS = 2_000;
/** Events that are told at once. */
const AT_ONCE = 200;

/** As far as a key reaches; a device of the yard hears all of it. */
function toldTo(res: Response): Told {
  const scopes = res.locals.session!.token?.scopes;
  if (!scopes) return { of: ['job', 'booking'], lines: true };
  const has = (s: (typeof scopes)[number]) => scopes.includes(s);
  return {
    of: [...(has('floor') || has('jobs') ? (['job'] as const) : []), ...(has('booking') ? (['booking'] as const) : [])],
    lines: has('jobs'),
  };
}

/** Tells a stream what happens, from a cursor on, until it is closed. */
function follow(db: Db, live: Live, s: Stream, from: string, told: Told): void {
  let at = from;
  let [busy, again, closed] = [false, false, false];
  let timer: NodeJS.Timeout | undefined;
  const look = async () => {
    again = true;
    if (busy) return;
    busy = true;
    clearTimeout(timer);
    try {
      while (again && !closed) {
        again = false;
        const page = await eventsAfter(db, at, told, AT_ONCE);
        for (const e of page.events) s.write(`id: ${e.cursor}\nevent: happened\ndata: ${JSON.stringify(e)}\n\n`);
        at = page.cursor;
        if (page.more) again = true;
        else if (page.pending) timer = setTimeout(() => void look(), LOOK_AGAIN_MS).unref();
      }
    } catch {
      // The database is away, or the log was cleared: the next question says so, or ends it.
      timer = setTimeout(() => void look(), RETRY_MS).unref();
    } finally {
      busy = false;
    }
  };
  const heard = () => void look();
  s.onClose(live.news.hear({ job: heard, plan: heard, missed: heard, device: () => undefined }));
  s.onClose(() => {
    closed = true;
    clearTimeout(timer);
  });
  heard();
}

/** What happened, by a cursor: in pages, or as it happens. */
export function eventRoutes(db: Db, live: Live): Router {
  const r = Router();
  const asked = (req: Request) => parse(eventQuery, req.query);

  r.get('/events', async (req, res) => {
    const { after, most } = asked(req);
    if (!after) return void res.json({ events: [], cursor: await beginning(db), more: false } satisfies EventsReply);
    const { pending: _, ...page } = await eventsAfter(db, after, toldTo(res), most);
    res.json(page satisfies EventsReply);
  });

  r.get('/events/stream', async (req, res) => {
    // A reader that lost the line says what it heard last.
    const last = req.headers['last-event-id'];
    const { after } = last ? parse(eventQuery, { after: last }) : asked(req);
    const told = toldTo(res);
    // What cannot be gone on from is refused before the stream begins.
    const from = after ? (await eventsAfter(db, after, told, 1), after) : await beginning(db);
    const s = live.streams.start(res, res.locals.session!.device);
    if (!after) s.write(`id: ${from}\nevent: begin\ndata: {}\n\n`);
    follow(db, live, s, from, told);
  });
  return r;
}
