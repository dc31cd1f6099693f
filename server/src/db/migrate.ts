import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { inTransaction, type Db } from './pool';

/** Any number that all copies of this program agree on. */
const LOCK = 731_204_118;

/**
 * Applies numbered .sql files not yet recorded, each in its own transaction, under an advisory lock so
 * that two servers starting at once do not both migrate.
 */
export async function migrate(db: Db, folder: string): Promise<string[]> {
  const lock = await db.connect();
  try {
    await lock.query('SELECT pg_advisory_lock($1)', [LOCK]);
    await lock.query(
      'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    const { rows } = await lock.query<{ name: string }>('SELECT name FROM migration');
    const done = new Set(rows.map((r) => r.name));
    const files = (await readdir(folder)).filter((f) => /^\d{3}_.*\.sql$/.test(f)).sort();
    const applied: string[] = [];
    for (const file of files.filter((f) => !done.has(f))) {
      const sql = await readFile(path.join(folder, file), 'utf8');
      await inTransaction(db, async (tx) => {
        await tx.query(sql);
        await tx.query('INSERT INTO migration (name) VALUES ($1)', [file]);
      });
      applied.push(file);
    }
    return applied;
  } finally {
    await lock.query('SELECT pg_advisory_unlock($1)', [LOCK]);
    lock.release();
  }
}
