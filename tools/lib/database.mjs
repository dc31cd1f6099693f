import path from 'node:path';
import { build, dependencies } from './install.mjs';
import { startPostgres } from './postgres.mjs';
import { must, ROOT, say, Stop } from './say.mjs';

/** Runs one of the server's own commands against the database that `npm start` uses, or DATABASE_URL; one that was down is stopped again after it. */
export async function withDatabase(database, work) {
  await dependencies();
  await build();
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL);
  const postgres = await startPostgres('postgres');
  try {
    return await work(await postgres.createDatabase(database));
  } finally {
    if (!postgres.reused) await postgres.stop();
  }
}

/** `backup` or `restore`, of the file that was named. */
export async function archive(what) {
  const file = process.argv[2];
  if (!file) throw new Stop(`Say which file: npm run ${what} -- yard.tar`);
  // `npm run` starts at the project; the file is where the person is.
  const at = path.resolve(process.env.INIT_CWD ?? process.cwd(), file);
  await withDatabase('ashknot', async (databaseUrl) => {
    const out = await must(process.execPath, [path.join(ROOT, 'server/dist/archive.mjs'), what, at], {
      env: { DATABASE_URL: databaseUrl },
    });
    say(out.trim());
  });
}
