import type { ErrorRequestHandler, Request, Response } from 'express';
import type { Problem } from '@ash-knot/contract';
import { BadInput } from '@ash-knot/core';
import type { Logger } from 'pino';
import * as z from 'zod';

/** An error with the answer it deserves. Thrown anywhere below a route. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly kind: string,
    message: string,
    readonly fields?: { field: string; message: string }[],
  ) {
    super(message);
  }
}

export const notFound = (what: string) => new HttpProblem(404, 'not-found', `There is no such ${what}.`);
export const forbidden = (why: string, kind = 'forbidden') => new HttpProblem(403, kind, why);
export const tooLarge = () => new HttpProblem(413, 'bad-request', 'What was sent is too large. Nothing was stored.');
/** One field that is wrong: "field: message. Nothing was stored." @param short the message beside the field, where the sentence says more */
export const badInput = (field: string, message: string, short = message) =>
  new HttpProblem(422, 'bad-input', `${field}: ${message.replace(/\.$/, '')}. Nothing was stored.`, [{ field, message: short }]);
export const conflict = (why: string) => new HttpProblem(409, 'conflict', why);

function send(res: Response, p: Problem): void {
  res.status(p.status).type('application/problem+json').send(JSON.stringify(p));
}

/** What is wrong with a body, by its field. */
function fieldsOf(error: z.ZodError): { field: string; message: string }[] {
  return error.issues.map((i) => ({ field: i.path.join('.') || 'body', message: i.message }));
}

/** Checks a body, query or file against its schema; a wrong one becomes a problem naming the field. */
export function parse<T>(schema: z.ZodType<T>, value: unknown): T {
  const r = schema.safeParse(value);
  if (r.success) return r.data;
  const fields = fieldsOf(r.error);
  throw new HttpProblem(422, 'bad-input', `${fields[0]!.field}: ${fields[0]!.message}. Nothing was stored.`, fields);
}

/** A path parameter as one string, checked against its schema. */
export const param = <T>(schema: z.ZodType<T>, req: Request, name: string): T => parse(schema, req.params[name]);

/** Turns any error into a problem document; what is not ours is logged and says nothing of the inside. */
export function problems(log: Logger): ErrorRequestHandler {
  return (err, req, res, next) => {
    if (res.headersSent) return next(err);
    if (err instanceof HttpProblem) {
      send(res, {
        type: `about:blank#${err.kind}`,
        title: err.kind,
        status: err.status,
        detail: err.message,
        ...(err.fields ? { fields: err.fields } : {}),
      });
    } else if (err instanceof BadInput) {
      send(res, {
        type: 'about:blank#bad-input',
        title: 'bad-input',
        status: 422,
        detail: `${err.message} Nothing was stored.`,
        fields: [{ field: err.field, message: err.bound }],
      });
    } else if (typeof err?.status === 'number' && err.status >= 400 && err.status < 500) {
      // Express's own: a body too large, JSON that does not parse.
      const detail =
        err.type === 'entity.too.large'
          ? 'What was sent is too large. Nothing was stored.'
          : 'What was sent could not be read. Nothing was stored.';
      send(res, { type: 'about:blank#bad-request', title: 'bad-request', status: err.status, detail });
    } else {
      log.error({ err, url: req.originalUrl, method: req.method }, 'request failed');
      send(res, {
        type: 'about:blank#internal',
        title: 'internal',
        status: 500,
        detail: 'Something went wrong here. Nothing was changed.',
      });
    }
  };
}
