import { startPostgres } from './lib/postgres.mjs';
import { run } from './lib/say.mjs';
const pg = await startPostgres('test');
const r = await run('npx', ['jest', ...process.argv.slice(2)], { env: { TEST_DATABASE_URL: await pg.createDatabase('unitz') } });
console.log((r.out + (r.err ?? '')).slice(-9000));
await pg.stop();
process.exit(0);
