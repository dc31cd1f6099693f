import type { Db, Queryable } from './pool';
import { failureOf } from './failure';

/**
 * Questions of history and search: to a streaming replica where there is one, which may lag by a moment, and to the
 * primary while it is away.
 */
export function readerOf(primary: Db, replica: Db | undefined, away: (err: unknown) => void = () => undefined): Queryable {
  if (!replica) return primary;
  const query = async (...args: Parameters<Db['query']>) => {
    try {
      return await (replica.query as (...a: unknown[]) => Promise<unknown>)(...args);
    } catch (err) {
      const failure = failureOf(err);
      if (failure !== 'away' && failure !== 'busy') throw err;
      away(err);
      return (primary.query as (...a: unknown[]) => Promise<unknown>)(...args);
    }
  };
  return { query: query as Db['query'] };
}
