import pg from 'pg';

// Sequence numbers and counts fit a double long before they matter.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
// A date is a day, not a moment: keep it as written.
pg.types.setTypeParser(pg.types.builtins.DATE, (v) => v);

export type Db = pg.Pool;
export type Queryable = Pick<pg.Pool, 'query'>;

/** `lost` hears of idle connections that break (a database that restarts); the pool replaces them by itself. */
export function makePool(connectionString: string, lost: (err: Error) => void = () => undefined): Db {
  const pool = new pg.Pool({
    connectionString,
    max: 10,
    idleTimeoutMillis: 30_000,
    connectionTimeoutMillis: 5_000,
    application_name: 'ash-knot',
  });
  pool.on('error', lost);
  return pool;
}

/** Runs `work` in one transaction: all of it is stored or none. */
export async function inTransaction<T>(db: Db, work: (tx: pg.PoolClient) => Promise<T>): Promise<T> {
  const tx = await db.connect();
  // A connection that breaks while it is checked out says so here and nowhere else: unheard it ends the process.
  let broken: Error | undefined;
  const hear = (e: Error) => void (broken = e);
  tx.on('error', hear);
  try {
    await tx.query('BEGIN');
    const result = await work(tx);
    await tx.query('COMMIT');
    return result;
  } catch (e) {
    // What cannot be rolled back any more was never committed; the connection is given up with it.
    await tx.query('ROLLBACK').catch((lost: Error) => (broken ??= lost));
    throw e;
  } finally {
    tx.off('error', hear);
    tx.release(broken);
  }
}
