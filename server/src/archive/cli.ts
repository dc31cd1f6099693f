import path from 'node:path';
import { makePool } from '../db/pool';
import { checkArchive, restoreWhole } from './read';
import { writeArchive } from './write';

/** `npm run backup`, `npm run restore`: the tools behind them say where the database is. */
async function main(): Promise<void> {
  const [what, file] = process.argv.slice(2);
  const url = process.env['DATABASE_URL'];
  if (!url || !file) throw new Error('DATABASE_URL and the name of a file are needed; use npm run backup or npm run restore.');
  const say = (text: string) => process.stdout.write(`${text}\n`);
  const rows = (tables: Readonly<Record<string, number>>) => Object.values(tables).reduce((a, b) => a + b, 0);
  const db = makePool(url, { patient: true, max: 4 });
  try {
    if (what === 'backup') {
      await writeArchive(db, file);
      // Read back from the disk, sum by sum: a backup nobody has read is none.
      const m = await checkArchive(file);
      say(
        `${rows(m.tables)} rows and ${Object.keys(m.members).filter((n) => n.startsWith('files/')).length} files are in ${file}, read back and whole`,
      );
    } else {
      const migrations = process.env['MIGRATIONS'] ?? path.join(import.meta.dirname, 'migrations');
      const { manifest: m, entries, unreadable } = await restoreWhole(db, file, migrations);
      say(`${rows(m.tables)} rows restored, counted and whole`);
      if (unreadable)
        say(`${unreadable} closed jobs cannot be read: each has a line on its sheet to be struck; what they taught stands`);
      say(`${entries} entries read: every table made from them is what the backup held`);
    }
  } finally {
    await db.end();
  }
}

main().catch((err: unknown) => {
  process.stderr.write(`${err instanceof Error ? err.message : String(err)}\n`);
  process.exit(1);
});
