import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { inTransaction, withClient, type Db } from './pool';

/** Any number that all copies of this program agree on. */
const LOCK = 731_204_118;

interface Migration {
  readonly name: string;
  readonly sql: string;
  readonly checksum: string;
}

async function read(folder: string): Promise<Migration[]> {
  const files = (await readdir(folder)).filter((f) => /^\d{3}_.*\.sql$/.test(f)).sort();
  return Promise.all(
    files.map(async (name) => {
      const sql = await readFile(path.join(folder, name), 'utf8');
      return { name, sql, checksum: createHash('sha256').update(sql).digest('hex') };
    }),
  );
}

/** Why a database is not this program's, in a sentence; nothing of it was changed. */
export class NotMigrated extends Error {}

/**
 * Applies numbered .sql files not yet recorded, each in its own transaction, under an advisory lock so
 * that two servers starting at once do not both migrate.
 * @param only those and no others: to where an older program left a database
 * @throws Error when the database is of a newer program, or a migration it had is another text here
 */
export async function migrate(db: Db, folder: string, only?: readonly string[]): Promise<string[]> {
  const all = await read(folder);
  const unknown = only?.find((name) => !all.some((f) => f.name === name));
  if (unknown) throw new NotMigrated(`This was made by a newer program (${unknown}). Nothing was changed: use that program.`);
  const files = only ? all.filter((f) => only.includes(f.name)) : all;
  return withClient(db, async (lock) => {
    await lock.query('SELECT pg_advisory_lock($1)', [LOCK]);
    try {
      await lock.query(
        'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
      );
      // Migrations of before sums were kept are taken as they stand in this program.
      await lock.query('ALTER TABLE migration ADD COLUMN IF NOT EXISTS checksum text');
      const { rows } = await lock.query<{ name: string; checksum: string | null }>('SELECT name, checksum FROM migration');
      const done = new Map(rows.map((r) => [r.name, r.checksum]));
      const known = new Map(files.map((f) => [f.name, f]));
      const newer = rows.map((r) => r.name).filter((n) => !known.has(n));
      if (newer.length)
        throw new NotMigrated(
          `This database was made by a newer program (${newer.sort().join(', ')}). Nothing was changed: start that program, or restore a backup made before it.`,
        );
      const applied: string[] = [];
      for (const f of files) {
        const before = done.get(f.name);
        if (before && before !== f.checksum)
          throw new NotMigrated(
            `The migration ${f.name} is not the text this database was made with. Nothing was changed: put the file back as it was.`,
          );
        if (before) continue;
        if (before === null) {
          await lock.query('UPDATE migration SET checksum = $2 WHERE name = $1', [f.name, f.checksum]);
          continue;
        }
        await inTransaction(db, async (tx) => {
          await tx.query(f.sql);
          await tx.query('INSERT INTO migration (name, checksum) VALUES ($1, $2)', [f.name, f.checksum]);
        });
        applied.push(f.name);
      }
      return applied;
    } finally {
      await lock.query('SELECT pg_advisory_unlock($1)', [LOCK]).catch(() => undefined);
    }
  });
}
