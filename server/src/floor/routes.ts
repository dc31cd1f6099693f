import { Router } from 'express';
import { floorQuery } from '@ash-knot/contract';
import { parse } from '../http/problem';
import type { Live } from '../live/live';
import type { Floor } from './floor';

export function floorRoutes(floor: Floor, live: Live): Router {
  const r = Router();

  r.get('/floor', async (req, res) => {
    const { since, again, inchFirst } = parse(floorQuery, req.query);
    const view = await floor.view({ since, again, inchFirst: inchFirst === 'yes' });
    // Whose PIN is being guessed is told to who works here.
    res.json(res.locals.session!.token ? { ...view, guessed: [] } : view);
  });

  r.get('/floor/stream', (_req, res) => {
    const s = live.streams.start(res, res.locals.session!.device);
    s.onClose(
      live.news.hear({
        job: (job) => s.send('floor', { job }),
        missed: () => s.send('floor', {}),
        plan: () => s.send('floor', {}),
        device: () => undefined,
      }),
    );
    s.onClose(floor.hear((job) => s.send('floor', { job })));
  });
  return r;
}
