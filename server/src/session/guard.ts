import { parseCookie } from 'cookie';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Role } from '@ash-knot/core';
import type { Db } from '../db/pool';
import { scopesFor } from '@ash-knot/contract';
import { findSession, personRole, seen, type SessionRow } from './queries';
import { findToken, usedToken } from './tokens';
import { forbidden, HttpProblem } from '../http/problem';
import type { Source } from './tries';

export const COOKIE = 'ashknot';

declare module 'express-serve-static-core' {
  interface Locals {
    session?: SessionRow;
  }
}

/** A timer waits no longer than this, ms. */
const LONGEST_WAIT = 2 ** 31 - 1;

/** Another program: its key must be one that stands, and reach what is asked. @throws 401, 403 */
async function byToken(db: Db, given: string, req: Request, res: Response): Promise<void> {
  const session = /^Bearer [\w-]{20,80}$/i.test(given) ? await findToken(db, given.slice(7)) : undefined;
  if (!session) throw new HttpProblem(401, 'sign-in', 'This key is not known, or its time is over.');
  const scopes = scopesFor(req.method, req.path);
  if (!scopes.some((s) => session.token.scopes.includes(s)))
    throw forbidden(
      scopes.length
        ? `This needs a key for: ${scopes.join(' or ')}. “${session.token.name}” is for: ${session.token.scopes.join(', ')}.`
        : 'No key reaches that: it is for the devices of the yard.',
    );
  res.locals.session = session;
  if (session.unseen) void usedToken(db, session.token.id).catch(() => undefined);
  // What is still open when its time is over is ended then.
  const left = session.token.endsAt.getTime() - Date.now();
  if (left > LONGEST_WAIT) return;
  const end = setTimeout(() => res.end(), left);
  end.unref();
  res.on('close', () => clearTimeout(end));
}

/** Finds the device's session, if it has one; or the key of another program, which goes before it. */
export function withSession(db: Db): RequestHandler {
  return async (req: Request, res: Response, next: NextFunction) => {
    const given = req.headers.authorization;
    // Another scheme is of a proxy that stands before us, and none of ours.
    if (given && /^Bearer\b/i.test(given)) {
      await byToken(db, given, req, res);
      return next();
    }
    const token = parseCookie(req.headers.cookie ?? '')[COOKIE];
    if (token) {
      res.locals.session = await findSession(db, token);
      // Never waited for: that it was seen is worth less than an answer.
      if (res.locals.session?.unseen) void seen(db, res.locals.session).catch(() => undefined);
    }
    next();
  };
}

/** Every route below needs a signed-in device. */
export const signedIn: RequestHandler = (_req, res, next) => {
  if (!res.locals.session) throw new HttpProblem(401, 'sign-in', 'This device is not signed in.');
  next();
};

/** Who is working at this device: a name must have been tapped. */
export function worker(res: Response): string {
  const s = res.locals.session;
  if (!s?.person) throw forbidden('Tap your name first.', 'no-name');
  return s.person;
}

/** Where a PIN is tried from. */
export const sourceOf = (req: Request, res: Response): Source =>
  res.locals.session ? { device: res.locals.session.device } : { address: req.ip ?? 'unknown' };

/** A PIN entered lately by `person`, or a problem that makes the interface ask for it. */
export function confirmedBy(res: Response, person: string): void {
  const s = res.locals.session;
  if (!s || s.confirmedPerson !== person || !s.confirmedUntil || s.confirmedUntil.getTime() < Date.now()) {
    throw forbidden('This needs your PIN.', 'pin');
  }
}

/** For the yard rules: a confirmed person of one of these roles. */
export async function confirmedRole(db: Db, res: Response, roles: readonly Role[]): Promise<string> {
  const person = worker(res);
  confirmedBy(res, person);
  const role = await personRole(db, person);
  if (!role || !roles.includes(role)) throw forbidden(`This is for: ${roles.join(', ')}.`);
  return person;
}

/** A browser of another site cannot write here even if a cookie slipped through. A page without an origin ("null") is one. */
export const sameOrigin: RequestHandler = (req, _res, next) => {
  if (req.method === 'GET' || req.method === 'HEAD') return next();
  const { origin } = req.headers;
  if (origin && (!URL.canParse(origin) || new URL(origin).host !== req.headers.host))
    throw forbidden('Requests from another site are not taken.');
  next();
};
