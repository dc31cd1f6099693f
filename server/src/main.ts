import type { AddressInfo } from 'node:net';
import path from 'node:path';
import pino from 'pino';
import { makeApp } from './app';
import { loadDemo } from './demo/load';
import { migrate } from './db/migrate';
import { inTransaction, makePool } from './db/pool';
import { catchUpLessons } from './learning/lessons';
import { LiveNews } from './live/news';
import { shipped } from './supplier/simulated';

/** Settings come from the environment; the start command fills them in. */
const env = {
  databaseUrl: process.env['DATABASE_URL'],
  port: Number(process.env['PORT'] ?? 0),
  host: process.env['HOST'] ?? '127.0.0.1',
  webRoot: process.env['WEB_ROOT'],
  migrations: process.env['MIGRATIONS'] ?? path.join(import.meta.dirname, 'migrations'),
  demo: process.env['DEMO'] !== '0',
  secure: process.env['SECURE'] === '1',
  requestsPerMinute: process.env['REQUESTS_PER_MINUTE'] ? Number(process.env['REQUESTS_PER_MINUTE']) : undefined,
  /** Whether the simulated suppliers are late or silent now and then. */
  supplierMoods: process.env['SUPPLIER_MOODS'] !== 'off',
};

async function main(): Promise<void> {
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
  if (!env.databaseUrl) throw new Error('DATABASE_URL is not set; use npm start.');
  const db = makePool(env.databaseUrl, (err) => log.warn({ err }, 'idle database connection lost'));
  const applied = await migrate(db, env.migrations);
  if (applied.length) log.info({ applied }, 'migrated');
  if (env.demo) {
    const loaded = await loadDemo(db, new Date());
    if (loaded) log.info(loaded, 'demo shop loaded');
  }
  const caughtUp = await inTransaction(db, catchUpLessons);
  if (caughtUp) log.info({ caughtUp }, 'lessons of closed jobs worked out');
  const news = new LiveNews(env.databaseUrl, log);
  await news.start();
  const app = makeApp({
    db,
    news,
    log,
    webRoot: env.webRoot,
    secure: env.secure,
    requestsPerMinute: env.requestsPerMinute,
    suppliers: shipped(db, env.supplierMoods),
  });
  const server = app.listen(env.port, env.host, () => {
    const { port } = server.address() as AddressInfo;
    // The start command waits for this line.
    process.stdout.write(`ready http://${env.host}:${port}\n`);
  });
  server.on('error', (err) => {
    log.fatal({ err }, 'cannot listen');
    process.exit(1);
  });
  const stop = () => {
    server.close(() => void Promise.allSettled([news.stop(), db.end()]).then(() => process.exit(0)));
    // Streams stay open until they are cut.
    server.closeAllConnections();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

main().catch((err: unknown) => {
  process.stderr.write(`${err instanceof Error ? (err.stack ?? err.message) : String(err)}\n`);
  process.exit(1);
});
