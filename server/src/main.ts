import { existsSync } from 'node:fs';
import path from 'node:path';
import pino from 'pino';
import { failureOf } from './db/failure';
import { migrate } from './db/migrate';
import { makePool, type Db } from './db/pool';
import { loadDemo } from './demo/load';
import { heavy, useThread } from './heavy';
import { catchUpLessons } from './learning/lessons';
import { serve } from './serve';
import { firstRunCode } from './shop/first-run';
import { shipped } from './supplier/simulated';

/** Settings come from the environment; the start command fills them in. docs/operations.md names them all. */
const env = {
  databaseUrl: process.env['DATABASE_URL'],
  readUrl: process.env['READ_DATABASE_URL'],
  port: Number(process.env['PORT'] ?? 0),
  host: process.env['HOST'] ?? '127.0.0.1',
  webRoot: process.env['WEB_ROOT'],
  migrations: process.env['MIGRATIONS'] ?? path.join(import.meta.dirname, 'migrations'),
  demo: process.env['DEMO'] !== '0',
  secure: process.env['SECURE'] === '1',
  proxies: Number(process.env['TRUST_PROXY'] ?? 0),
  metricsToken: process.env['METRICS_TOKEN'],
  requestsPerMinute: process.env['REQUESTS_PER_MINUTE'] ? Number(process.env['REQUESTS_PER_MINUTE']) : undefined,
  practiceSeed: process.env['PRACTICE_SEED'] ? Number(process.env['PRACTICE_SEED']) : undefined,
  /** Whether the simulated suppliers are late or silent now and then. */
  supplierMoods: process.env['SUPPLIER_MOODS'] !== 'off',
};

/** A database that is only just starting is waited for, s. */
const WAIT_FOR_DATABASE_S = 30;

async function whenThere<T>(work: () => Promise<T>): Promise<T> {
  const until = Date.now() + WAIT_FOR_DATABASE_S * 1000;
  for (;;) {
    try {
      return await work();
    } catch (err) {
      if (failureOf(err) !== 'away' || Date.now() > until) throw err;
      await new Promise((r) => setTimeout(r, 500));
    }
  }
}

/** Brings the database to where this program is: its tables, and the demo shop where it is empty and that is needed. */
async function prepare(owner: Db, log: pino.Logger): Promise<string | undefined> {
  const applied = await whenThere(() => migrate(owner, env.migrations));
  if (applied.length) log.info({ applied }, 'migrated');
  if (!env.demo) return firstRunCode(owner);
  const loaded = await loadDemo(owner, new Date());
  if (loaded) log.info(loaded, 'demo shop loaded');
  return undefined;
}

async function main(): Promise<void> {
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
  if (!env.databaseUrl) throw new Error('DATABASE_URL is not set; use npm start.');
  const thread = path.join(import.meta.dirname, 'heavy.mjs');
  if (existsSync(thread)) useThread(thread);
  const lost = (err: Error) => log.warn({ err }, 'idle database connection lost');
  const owner = makePool(env.databaseUrl, { lost, max: 3, patient: true });
  const code = await prepare(owner, log);
  const serving = await serve({ ...env, databaseUrl: env.databaseUrl, log, suppliers: (db) => shipped(db, env.supplierMoods) });
  // The start command waits for this line.
  process.stdout.write(`ready ${serving.address}\n`);
  // The thread for heavy work is there before the first hand-back waits for it.
  void heavy('loop', new Uint8Array()).catch(() => undefined);
  // Printed once, for whoever stands at the server: nobody else may make the first lead.
  if (code) process.stdout.write(`first-run ${code}\n`);

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    void serving
      .stop()
      .catch((err: unknown) => log.error({ err }, 'not stopped cleanly'))
      .then(() => process.exit(0));
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  // A fault nobody foresaw in one request ends that request, not the yard's day; it is said loudly.
  process.on('unhandledRejection', (err) => log.error({ err }, 'unhandled rejection'));

  // What closed jobs teach and is not worked out yet is caught up with beside the serving, a few at a time.
  void catchUpLessons(owner, { stop: () => stopping })
    .then((n) => n && log.info({ lessons: n }, 'lessons of closed jobs worked out'))
    .catch((err: unknown) => log.error({ err }, 'lessons could not be worked out'))
    .finally(() => void owner.end().catch(() => undefined));
}

main().catch((err: unknown) => {
  process.stderr.write(`${err instanceof Error ? (err.stack ?? err.message) : String(err)}\n`);
  process.exit(1);
});
