/** `npm run rebuild`: makes every table that comes from the ledger anew, in the database that `npm start` uses. */
import path from 'node:path';
import { withDatabase } from './lib/database.mjs';
import { must, ROOT, say, sayAndExit } from './lib/say.mjs';

withDatabase('ashknot', async (databaseUrl) => {
  say(
    (await must(process.execPath, [path.join(ROOT, 'server/dist/rebuild.mjs')], { env: { DATABASE_URL: databaseUrl } })).trim(),
  );
}).catch(sayAndExit);
