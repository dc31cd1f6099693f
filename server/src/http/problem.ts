import type { ErrorRequestHandler, Request, Response } from 'express';
import type { Problem } from '@ash-knot/contract';
import { BadInput, own } from '@ash-knot/core';
import type { Logger } from 'pino';
import * as z from 'zod';
import { failureOf, type Failure } from '../db/failure';

interface More {
  readonly fields?: { field: string; message: string }[];
  /** The server's time, where the device's is what is wrong. */
  readonly now?: string;
  /** When it is worth trying again, s. */
  readonly retryAfterS?: number;
}

/** An error with the answer it deserves. Thrown anywhere below a route. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly kind: string,
    message: string,
    readonly more: More = {},
  ) {
    super(message);
  }
}

export const notFound = (what: string) => new HttpProblem(404, 'not-found', `There is no such ${what}.`);
export const forbidden = (why: string, kind = 'forbidden') => new HttpProblem(403, kind, why);
export const tooLarge = (why = 'What was sent is too large.') =>
  new HttpProblem(413, 'bad-request', `${why} Nothing was stored.`);
/** One field that is wrong: "field: message. Nothing was stored." @param short the message beside the field, where the sentence says more */
export const badInput = (field: string, message: string, short = message) =>
  new HttpProblem(422, 'bad-input', `${field}: ${message.replace(/\.$/, '')}. Nothing was stored.`, {
    fields: [{ field, message: short }],
  });
export const conflict = (why: string) => new HttpProblem(409, 'conflict', why);
export const slowDown = (why: string, retryAfterS: number) => new HttpProblem(429, 'slow-down', why, { retryAfterS });

/** What is wrong with a body, by its field. */
function fieldsOf(error: z.ZodError): { field: string; message: string }[] {
  return error.issues.map((i) => ({ field: i.path.join('.') || 'body', message: i.message }));
}

/** Checks a body, query or file against its schema; a wrong one becomes a problem naming the field. */
export function parse<T>(schema: z.ZodType<T>, value: unknown): T {
  const r = schema.safeParse(value);
  if (r.success) return r.data;
  const fields = fieldsOf(r.error);
  throw new HttpProblem(422, 'bad-input', `${fields[0]!.field}: ${fields[0]!.message}. Nothing was stored.`, { fields });
}

/** A path parameter as one string, checked against its schema; a wrong one is named. */
export const param = <T>(schema: z.ZodType<T>, req: Request, name: string): T =>
  own(parse(z.object({ [name]: schema }), { [name]: own(req.params, name) }) as Record<string, T>, name) as T;

/** What is said of a failure of the database. */
const FAILURES: Readonly<Record<Failure, () => HttpProblem>> = {
  away: () =>
    new HttpProblem(503, 'away', 'The database cannot be reached just now. What you typed is kept; it is tried again.', {
      retryAfterS: 2,
    }),
  busy: () =>
    new HttpProblem(503, 'busy', 'The server is busy just now. Nothing was lost; try again in a moment.', { retryAfterS: 1 }),
  clash: () => conflict('Somebody else has just written the same, or what this refers to is gone. Nothing was stored.'),
  unreadable: () => badInput('body', 'has a text, number or date that cannot be stored'),
};

/** Any error as the answer it deserves; undefined where it is ours to mend. */
function answerTo(err: unknown): HttpProblem | undefined {
  if (err instanceof HttpProblem) return err;
  if (err instanceof BadInput)
    return new HttpProblem(422, 'bad-input', `${err.message} Nothing was stored.`, {
      fields: [{ field: err.field, message: err.bound }],
    });
  const failure = failureOf(err);
  if (failure) return FAILURES[failure]();
  const { status, type } = (err ?? {}) as { status?: unknown; type?: unknown };
  if (typeof status === 'number' && status >= 400 && status < 500) {
    // Express's own: a body too large, JSON that does not parse.
    if (type === 'entity.too.large') return tooLarge();
    return new HttpProblem(status, 'bad-request', 'What was sent could not be read. Nothing was stored.', {
      fields: [{ field: 'body', message: 'could not be read' }],
    });
  }
  return undefined;
}

/** Turns any error into a problem document; what is not ours is logged and says nothing of the inside. */
export function problems(log: Logger): ErrorRequestHandler {
  return (err, req, res: Response, next) => {
    if (res.headersSent) return next(err);
    const known = answerTo(err);
    const said = known ?? new HttpProblem(500, 'internal', 'Something went wrong here. Nothing was changed.');
    const request = res.locals.requestId;
    if (!known) log.error({ err, url: req.path, method: req.method, request }, 'request failed');
    else if (known.status >= 500) log.warn({ err, url: req.path, method: req.method, request }, 'request could not be served');
    if (said.more.retryAfterS !== undefined) res.set('Retry-After', String(said.more.retryAfterS));
    const document: Problem = {
      type: `about:blank#${said.kind}`,
      title: said.kind,
      status: said.status,
      detail: said.message,
      ...(said.more.fields ? { fields: said.more.fields } : {}),
      ...(said.more.now ? { now: said.more.now } : {}),
      ...(request ? { request } : {}),
    };
    res.status(said.status).type('application/problem+json').send(JSON.stringify(document));
  };
}
