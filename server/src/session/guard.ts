import { parseCookie } from 'cookie';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Role } from '@ash-knot/core';
import type { Db } from '../db/pool';
import { findSession, personRole, seen, type SessionRow } from './queries';
import { forbidden, HttpProblem } from '../http/problem';
import type { Source } from './tries';

export const COOKIE = 'ashknot';

declare module 'express-serve-static-core' {
  interface Locals {
    session?: SessionRow;
  }
}

/** Finds the device's session, if it has one. */
export function withSession(db: Db): RequestHandler {
  return async (req: Request, res: Response, next: NextFunction) => {
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
