/** `npm run rebuild`: makes every table that comes from the ledger anew, in the database that `npm start` uses. */
import path from 'node:path';
import { build, dependencies } from './lib/install.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { must, ROOT, say, sayAndExit } from './lib/say.mjs';

async function main() {
  await dependencies();
  await build();
  let databaseUrl = process.env.DATABASE_URL;
  // A database that was down is stopped again after it; one that serves goes on serving.
  let postgres;
  if (!databaseUrl) {
    postgres = await startPostgres('postgres');
    databaseUrl = await postgres.createDatabase('ashknot');
  }
  try {
    const out = await must(process.execPath, [path.join(ROOT, 'server/dist/rebuild.mjs')], {
      env: { DATABASE_URL: databaseUrl },
    });
    say(out.trim());
  } finally {
    if (postgres && !postgres.reused) await postgres.stop();
  }
}

main().catch(sayAndExit);
