import pg from 'pg';

// Sequence numbers and counts fit a double long before they matter.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
// A date is a day, not a moment: keep it as written.
pg.types.setTypeParser(pg.types.builtins.DATE, (v) => v);

export type Db = pg.Pool;
export type Queryable = Pick<pg.Pool, 'query'>;

/** How long anything of a request may take in the database, ms. Nobody at a bench waits longer, and a lost one must not hold a lock. */
const LIMITS = {
  statement_timeout: 10_000,
  lock_timeout: 4_000,
  idle_in_transaction_session_timeout: 10_000,
  /** Said by this side too: a database that is gone without a word never answers. */
  query_timeout: 12_000,
} as const;

/** Nobody waits longer for a connection: a full pool says so within a second. */
const WAIT_MS = 900;

export interface PoolOptions {
  /** Hears of idle connections that break (a database that restarts); the pool replaces them by itself. */
  readonly lost?: (err: Error) => void;
  readonly max?: number;
  /** For work that may take long: migrations, rebuilding, restoring. */
  readonly patient?: boolean;
  /** How long to wait for a connection, ms, where it is not as long as usual. */
  readonly waitMs?: number | undefined;
}

export function makePool(
  connectionString: string,
  { lost = () => undefined, max = 10, patient = false, waitMs }: PoolOptions = {},
): Db {
  const pool = new pg.Pool({
    connectionString,
    max,
    idleTimeoutMillis: 30_000,
    connectionTimeoutMillis: waitMs ?? (patient ? 10_000 : WAIT_MS),
    keepAlive: true,
    application_name: 'ash-knot',
    // As alike as a search takes for a typing error: the index narrows by it. And no compiling of questions to machine code:
    // ours are short and many, and a floor's took a second and a half to compile for forty milliseconds of work.
    options: '-c jit=off -c pg_trgm.word_similarity_threshold=0.3 -c pg_trgm.similarity_threshold=0.3',
    ...(patient ? {} : LIMITS),
  });
  pool.on('error', lost);
  return pool;
}

/** A connection lent to `work`; one that breaks meanwhile is heard, or it ends the process, and is not used again. */
export async function withClient<T>(
  db: Db,
  work: (client: pg.PoolClient, broke: (err: Error) => void) => Promise<T>,
): Promise<T> {
  const client = await db.connect();
  let broken: Error | undefined;
  const hear = (e: Error) => void (broken ??= e);
  client.on('error', hear);
  try {
    return await work(client, hear);
  } finally {
    client.off('error', hear);
    client.release(broken);
  }
}

/** Runs `work` in one transaction: all of it is stored or none. @param mode of it, where it is not the usual one */
export function inTransaction<T>(db: Db, work: (tx: pg.PoolClient) => Promise<T>, mode = ''): Promise<T> {
  return withClient(db, async (tx, broke) => {
    try {
      await tx.query(`BEGIN ${mode}`);
      const result = await work(tx);
      await tx.query('COMMIT');
      return result;
    } catch (e) {
      // What cannot be rolled back any more was never committed; the connection is given up with it.
      await tx.query('ROLLBACK').catch(broke);
      throw e;
    }
  });
}
