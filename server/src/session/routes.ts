import { Router, type CookieOptions } from 'express';
import { rateLimit } from 'express-rate-limit';
import { confirmPin, signIn, tapName, type SessionView } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { COOKIE, signedIn } from './guard';
import { forbidden, HttpProblem, parse } from '../http/problem';
import { shopView } from '../shop/queries';
import { checkPin, closeSession, openSession, people, personRole, SESSION_DAYS, setConfirmed, setPerson } from './queries';

export function sessionRoutes(db: Db, secure: boolean): Router {
  const r = Router();
  const cookie: CookieOptions = { httpOnly: true, sameSite: 'strict', secure, path: '/' };
  // On top of the lockout a person has, a device may not guess through the whole list of people.
  const tries = rateLimit({
    windowMs: 60_000,
    limit: 20,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    handler: () => {
      throw new HttpProblem(429, 'slow-down', 'Too many tries. Wait a minute.');
    },
  });

  r.get('/session', async (_req, res) => {
    const s = res.locals.session;
    const confirmed =
      s?.confirmedPerson && s.confirmedUntil && s.confirmedUntil.getTime() > Date.now()
        ? { person: s.confirmedPerson, until: s.confirmedUntil.toISOString() }
        : null;
    const view: SessionView = {
      bay: s?.bay ?? null,
      people: await people(db),
      person: s?.person ?? null,
      confirmed,
      shop: await shopView(db),
    };
    res.json(view);
  });

  r.post('/session', tries, async (req, res) => {
    const body = parse(signIn, req.body);
    await checkPin(db, body.person, body.pin);
    const role = await personRole(db, body.person);
    if (role === 'learner') throw forbidden('A learner does not sign a device in.');
    const token = await openSession(db, body.bay, body.person);
    res.cookie(COOKIE, token, { ...cookie, maxAge: SESSION_DAYS * 86_400_000 });
    res.status(201).json({});
  });

  r.post('/session/person', signedIn, async (req, res) => {
    const { person } = parse(tapName, req.body);
    if (!(await personRole(db, person))) throw forbidden('Nobody of that name works here.');
    await setPerson(db, res.locals.session!, person);
    res.json({});
  });

  r.post('/session/confirm', signedIn, tries, async (req, res) => {
    const body = parse(confirmPin, req.body);
    await checkPin(db, body.person, body.pin);
    await setConfirmed(db, res.locals.session!, body.person);
    res.json({});
  });

  r.delete('/session', signedIn, async (_req, res) => {
    await closeSession(db, res.locals.session!);
    res.clearCookie(COOKIE, cookie);
    res.status(204).end();
  });
  return r;
}
