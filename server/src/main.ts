import { existsSync } from 'node:fs';
import path from 'node:path';
import pino from 'pino';
import { failureOf } from './db/failure';
import { migrate, NotMigrated } from './db/migrate';
import { makePool, type Db } from './db/pool';
import { loadDemo } from './demo/load';
import { heavy, useThreads } from './heavy';
import { serve } from './serve';
import { lookAround, readSettings, WrongSetting, type Settings } from './settings';
import { firstRunCode } from './shop/first-run';
import { shipped } from './supplier/simulated';

/** A database that is only just starting is waited for, s. */
const WAIT_FOR_DATABASE_S = 30;

async function whenThere<T>(work: () => Promise<T>): Promise<T> {
  const until = Date.now() + WAIT_FOR_DATABASE_S * 1000;
  // The start command starts both at once: at first it is looked for often.
  for (let pauseMs = 25; ; pauseMs = Math.min(500, pauseMs * 1.25)) {
    try {
      return await work();
    } catch (err) {
      if (failureOf(err) !== 'away' || Date.now() > until) throw err;
      await new Promise((r) => setTimeout(r, pauseMs));
    }
  }
}

/** Brings the database to where this program is: its tables, and the demo shop where it is empty and that is needed. */
async function prepare(owner: Db, log: pino.Logger, { MIGRATIONS, DEMO }: Settings): Promise<string | undefined> {
  const folder = MIGRATIONS ?? path.join(import.meta.dirname, 'migrations');
  const applied = await whenThere(() => migrate(owner, folder));
  if (applied.length) log.info({ applied }, 'migrated');
  if (!DEMO) return firstRunCode(owner);
  const loaded = await loadDemo(owner, new Date(), 'later');
  if (loaded) log.info(loaded, 'demo shop loaded');
  return undefined;
}

async function main(): Promise<void> {
  const s = readSettings(process.env);
  await lookAround(s);
  const log = pino({ level: s.LOG_LEVEL });
  const thread = path.join(import.meta.dirname, 'heavy.mjs');
  if (existsSync(thread)) useThreads(thread);
  const lost = (err: Error) => log.warn({ err }, 'idle database connection lost');
  const owner = makePool(s.DATABASE_URL, { lost, max: 3, patient: true });
  const code = await prepare(owner, log, s);
  await owner.end();
  if (s.PREPARE_ONLY) return;
  const serving = await serve({
    databaseUrl: s.DATABASE_URL,
    readUrl: s.READ_DATABASE_URL,
    host: s.HOST,
    port: s.PORT ?? 0,
    webRoot: s.WEB_ROOT,
    secure: s.SECURE,
    proxies: s.TRUST_PROXY,
    metricsToken: s.METRICS_TOKEN,
    requestsPerMinute: s.REQUESTS_PER_MINUTE,
    practiceSeed: s.PRACTICE_SEED,
    log,
    suppliers: (db) => shipped(db, s.SUPPLIER_MOODS === 'on'),
  });
  // The start command waits for this line.
  process.stdout.write(`ready ${serving.address}\n`);
  // The thread for heavy work is there before the first hand-back waits for it.
  void heavy('loop', new Uint8Array()).catch(() => undefined);
  // So is the floor before the first tablet asks for it.
  void serving.floor.view({ inchFirst: false }).catch(() => undefined);
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

  serving.lessons.catchUp();
}

/** In a sentence, where it is something a person can put right; with where it happened, where nobody foresaw it. */
function sayWhy(err: unknown): string {
  if (!(err instanceof Error)) return String(err);
  if (err instanceof WrongSetting || err instanceof NotMigrated) return err.message;
  const { code } = err as { code?: string };
  if (code === '28P01' || code === '28000') return 'DATABASE_URL has a name or password that this database does not take.';
  if (code === '3D000') return 'DATABASE_URL names a database that is not there.';
  if (failureOf(err) === 'away') return `The database cannot be reached (${err.message || code}).`;
  return err.stack ?? err.message;
}

main().catch((err: unknown) => {
  process.stderr.write(`${sayWhy(err)}\n`);
  process.exit(1);
});
