import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { makeApp, type AppOptions } from './app';
import { makePool, type Db } from './db/pool';
import { readerOf } from './db/read';
import { Floor } from './floor/floor';
import { Lessons } from './learning/lessons';
import { startLive, type Live } from './live/live';

export interface ServeOptions extends Pick<
  AppOptions,
  'log' | 'webRoot' | 'secure' | 'proxies' | 'metricsToken' | 'requestsPerMinute' | 'practiceSeed'
> {
  readonly databaseUrl: string;
  /** A streaming replica for history and search. */
  readonly readUrl?: string | undefined;
  readonly host: string;
  /** 0: any that is free. */
  readonly port: number;
  readonly suppliers?: ((db: Db) => AppOptions['suppliers']) | undefined;
  /** Connections of the pool. */
  readonly connections?: number | undefined;
  /** How long a request waits for one of them, ms. */
  readonly waitMs?: number | undefined;
}

export interface Serving {
  readonly db: Db;
  readonly live: Live;
  readonly lessons: Lessons;
  readonly floor: Floor;
  readonly address: string;
  /** Finishes what is under way, refuses what comes, closes every stream and connection: within `graceMs` whatever happens. */
  stop(graceMs?: number): Promise<void>;
}

const GRACE_MS = 8_000;

function listen(server: Server, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve();
    });
  });
}

/** One server process: its pools, its line to the others, its routes. Migrations and demo are the caller's. */
export async function serve(o: ServeOptions): Promise<Serving> {
  const { log } = o;
  const lost = (err: Error) => log.warn({ err }, 'idle database connection lost');
  const db = makePool(o.databaseUrl, { lost, max: o.connections ?? 10, waitMs: o.waitMs });
  const health = makePool(o.databaseUrl, { lost, max: 1 });
  const replica = o.readUrl ? makePool(o.readUrl, { lost, max: o.connections ?? 10 }) : undefined;
  const pools = [db, health, ...(replica ? [replica] : [])];
  let stopping = false;
  let live: Live;
  try {
    live = await startLive(db, o.databaseUrl, log);
  } catch (err) {
    await Promise.allSettled(pools.map((p) => p.end()));
    throw err;
  }
  const lessons = new Lessons(db, log);
  const floor = new Floor(db, log);
  const app = makeApp({
    ...o,
    db,
    read: readerOf(db, replica, (err) => log.warn({ err }, 'replica away, the primary was asked')),
    health,
    live,
    lessons,
    floor,
    stopping: () => stopping,
    suppliers: o.suppliers?.(db),
  });
  const { createServer } = await import('node:http');
  // A request that is not whole after a while, and a connection nobody uses, are let go.
  const server = createServer({ requestTimeout: 60_000, headersTimeout: 15_000, keepAliveTimeout: 65_000 }, app);
  try {
    await listen(server, o.port, o.host);
  } catch (err) {
    await live.stop();
    await Promise.allSettled(pools.map((p) => p.end()));
    throw err;
  }
  const { port } = server.address() as AddressInfo;
  return {
    db,
    live,
    lessons,
    floor,
    address: `http://${o.host}:${port}`,
    async stop(graceMs = GRACE_MS) {
      stopping = true;
      floor.stop();
      lessons.end();
      const closed = new Promise<void>((r) => server.close(() => r()));
      live.streams.endAll();
      server.closeIdleConnections();
      // A kept connection that is idle now was busy a moment ago.
      const sweep = setInterval(() => server.closeIdleConnections(), 100);
      const cut = setTimeout(() => server.closeAllConnections(), graceMs);
      await closed;
      // What was handed back a moment ago is worked out still, within the same grace.
      await Promise.race([lessons.idle(), new Promise((r) => setTimeout(r, graceMs).unref())]);
      clearInterval(sweep);
      clearTimeout(cut);
      await live.stop();
      await Promise.race([Promise.allSettled(pools.map((p) => p.end())), new Promise((r) => setTimeout(r, 1_500).unref())]);
    },
  };
}
