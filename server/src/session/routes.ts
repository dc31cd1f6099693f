import { Router, type CookieOptions, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { confirmPin, signIn, tapName, type SessionView } from '@ash-knot/contract';
import { actorOf, audit } from '../audit/queries';
import type { Db } from '../db/pool';
import { badInput, forbidden, HttpProblem, parse, slowDown } from '../http/problem';
import { door, shopView } from '../shop/queries';
import { COOKIE, signedIn, sourceOf } from './guard';
import { endDevice, openSession, people, personCalled, personRole, SESSION_DAYS, setConfirmed, setPerson } from './queries';
import { checkPin, guesses } from './tries';

/** On top of the locks a person has, an address may not guess through the whole list of people. */
const triesOf = (perMinute: number) =>
  rateLimit({
    windowMs: 60_000,
    limit: perMinute,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    handler: () => {
      throw slowDown('Too many tries. Wait a minute.', 60);
    },
  });

/** A PIN compared, and a wrong one written down. */
async function compare(db: Db, req: Request, res: Response, person: string, pin: string): Promise<void> {
  try {
    await checkPin(db, person, pin, sourceOf(req, res));
  } catch (e) {
    if (e instanceof HttpProblem && (await personRole(db, person)))
      await audit(db, e.status === 429 ? 'locked out' : 'wrong PIN', actorOf(req, res, null), { person });
    const device = res.locals.session?.device;
    if (e instanceof HttpProblem && device && (await guesses(db, device))) {
      await endDevice(db, device, null);
      await audit(db, 'signed out for guessing', actorOf(req, res, null), { person });
      throw new HttpProblem(401, 'guessed', 'Too many wrong PINs on this device. It is signed out: sign it in with yours.');
    }
    throw e;
  }
}

/** @param triesPerMinute PINs an address may have wrong in a minute */
export function sessionRoutes(db: Db, secure: boolean, triesPerMinute: number): Router {
  const r = Router();
  const cookie: CookieOptions = { httpOnly: true, sameSite: 'strict', secure, path: '/' };
  const tries = triesOf(triesPerMinute);

  r.get('/session', async (_req, res) => {
    const s = res.locals.session;
    // A stranger is told which yard this is, and no more.
    if (!s)
      return void res.json({ bay: null, person: null, confirmed: null, shop: null, ...(await door(db)) } satisfies SessionView);
    const confirmed =
      s.confirmedPerson && s.confirmedUntil && s.confirmedUntil.getTime() > Date.now()
        ? { person: s.confirmedPerson, until: s.confirmedUntil.toISOString() }
        : null;
    const shop = await shopView(db);
    res.json({
      bay: s.bay,
      door: shop && { name: shop.name, bays: shop.bays },
      people: await people(db),
      person: s.person,
      confirmed,
      shop,
    } satisfies SessionView);
  });

  r.post('/session', tries, async (req, res) => {
    const body = parse(signIn, req.body);
    const there = (await door(db)).door;
    if (!there) throw new HttpProblem(409, 'first-run', 'There is no shop here yet.');
    if (!there.bays.includes(body.bay)) throw badInput('bay', `is not one of this yard's: ${there.bays.join(', ')}`);
    const person = await personCalled(db, body.person);
    await compare(db, req, res, person?.id ?? '', body.pin);
    if (person!.role === 'learner') throw forbidden('A learner does not sign a device in.');
    // A device that signs in anew is another one from here on.
    if (res.locals.session) await endDevice(db, res.locals.session.device, person!.id);
    const { token, device } = await openSession(db, body.bay, person!.id);
    await audit(db, 'signed in', { ...actorOf(req, res, person!.id), device });
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
    await compare(db, req, res, body.person, body.pin);
    await setConfirmed(db, res.locals.session!, body.person);
    res.json({});
  });

  r.delete('/session', signedIn, async (req, res) => {
    await endDevice(db, res.locals.session!.device, res.locals.session!.person);
    await audit(db, 'signed out', actorOf(req, res));
    // What this browser kept of the yard's answers goes with it.
    res.set('Clear-Site-Data', '"cache"').clearCookie(COOKIE, cookie);
    res.status(204).end();
  });
  return r;
}
