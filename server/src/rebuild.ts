import { makePool } from './db/pool';
import { rebuild } from './ledger/rebuild';

/** `npm run rebuild`: makes every table that comes from the ledger anew. The server may run meanwhile; writing waits. */
async function main(): Promise<void> {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; use npm run rebuild.');
  const db = makePool(url);
  try {
    process.stdout.write(`${await rebuild(db)} entries read, every table made anew\n`);
  } finally {
    await db.end();
  }
}

main().catch((err: unknown) => {
  process.stderr.write(`${err instanceof Error ? (err.stack ?? err.message) : String(err)}\n`);
  process.exit(1);
});
