import type { RequestHandler } from 'express';
import { badInput } from './problem';

/** Nothing this program takes is nested deeper. */
const DEEPEST = 24;

/** Half of a character: whole ones are not matched where a pattern reads characters. */
const HALF = /\p{Surrogate}/u;

/** What is wrong with a text that no database stores: a character that is none, or half of one. */
const unreadable = (t: string): string | undefined =>
  t.includes('\u0000')
    ? 'must not have the character NUL in it'
    : HALF.test(t)
      ? 'must not have half a character in it (a lone surrogate)'
      : undefined;

function check(value: unknown, field: string, depth: number): void {
  if (typeof value === 'string') {
    const wrong = unreadable(value);
    if (wrong) throw badInput(field || 'body', wrong);
  } else if (value !== null && typeof value === 'object') {
    if (depth > DEEPEST) throw badInput(field || 'body', `must not be nested deeper than ${DEEPEST} levels`);
    for (const [k, v] of Object.entries(value)) {
      const wrong = unreadable(k);
      if (wrong) throw badInput(field || 'body', wrong);
      check(v, field ? `${field}.${k}` : k, depth + 1);
    }
  }
}

/** Every text of a request's address and body can be stored; one that cannot is refused by its field. */
export const readableAddress: RequestHandler = (req, _res, next) => {
  let path: string;
  try {
    path = decodeURIComponent(req.path);
  } catch {
    throw badInput('address', 'is not written as an address is');
  }
  check(path, 'address', 0);
  check(req.query, '', 0);
  next();
};
export const readableBody: RequestHandler = (req, _res, next) => {
  if (!Buffer.isBuffer(req.body)) check(req.body, '', 0);
  next();
};
