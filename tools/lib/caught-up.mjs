import { sleep } from './say.mjs';

const BEHIND =
  'SELECT 1 FROM job WHERE closed_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM lesson l WHERE l.job_id = job.id) LIMIT 1';

/** When what the closed jobs of a shop teach is worked out: its server does it behind its serving. */
export async function caughtUp(databaseUrl) {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  try {
    while ((await db.query(BEHIND)).rowCount) await sleep(200);
  } finally {
    await db.end();
  }
}
