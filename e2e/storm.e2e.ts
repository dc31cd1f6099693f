// Through: server/src/db, server/src/ledger, server/src/live, tools/lib
import { spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import pg from 'pg';

/**
 * A storm: people write while server and database are killed in turn, connections are cut and the disk is full. Everything
 * that was acknowledged is there exactly once, what comes from the ledger is what a rebuild makes, and the server never ends
 * by itself. On a database cluster of its own; no browser.
 */

const ROOT = path.resolve(import.meta.dirname, '..');
const STORM_S = 75;
const WRITERS = 6;
const sleep = (ms: number) => new Promise((r) => setTimeout(r, ms));

interface Cluster {
  readonly data: string;
  readonly port: number;
  createDatabase(name: string): Promise<string>;
  dropDatabase(name: string): Promise<unknown>;
  stop(): Promise<unknown>;
}
interface Started {
  readonly child: ChildProcess;
  readonly address: string;
}
const tools = async () => ({
  ...((await import(path.join(ROOT, 'tools/lib/postgres.mjs'))) as {
    startPostgres(name: string, o?: { port?: number }): Promise<Cluster>;
    freePort(): Promise<number>;
  }),
  ...((await import(path.join(ROOT, 'tools/lib/server.mjs'))) as {
    startServer(o: { databaseUrl: string; port: number; env: Record<string, string> }): Promise<Started>;
  }),
  ...((await import(path.join(ROOT, 'tools/lib/caught-up.mjs'))) as { caughtUp(databaseUrl: string): Promise<void> }),
});

/** What is made from the ledger, to be held against a rebuild. */
const PROJECTED = [
  'SELECT * FROM said ORDER BY entry_id',
  'SELECT * FROM reading ORDER BY entry_id',
  'SELECT * FROM torque_record ORDER BY entry_id',
  'SELECT * FROM recheck ORDER BY entry_id',
  'SELECT * FROM stock_move ORDER BY entry_id',
  'SELECT * FROM tip ORDER BY entry_id',
  'SELECT * FROM point ORDER BY entry_id',
  'SELECT id, distance_km, closed_at FROM job ORDER BY id',
  'SELECT id, distance_km FROM vehicle ORDER BY id',
  'SELECT job_id, faults, renewed, counts FROM lesson ORDER BY job_id',
  'SELECT * FROM task_time ORDER BY type_id, task, rusty',
  'SELECT key, yes, no FROM learned WHERE lessons > 0 ORDER BY key',
  'SELECT * FROM type_found WHERE n <> 0 ORDER BY type_id, kind',
  'SELECT * FROM said_bin WHERE n <> 0 ORDER BY layer, stage, bin',
];

let end: () => Promise<unknown> = () => Promise.resolve();
test.afterAll(() => end());

// Long: more than a minute of storm, on a cluster of its own.
test('what was acknowledged is there exactly once, whatever ends in between', { tag: '@long' }, async () => {
  test.setTimeout(300_000);
  const { startPostgres, startServer, freePort, caughtUp } = await tools();
  let cluster = await startPostgres('storm');
  await cluster.dropDatabase('storm');
  const databaseUrl = await cluster.createDatabase('storm');
  const port = await freePort();
  const ended: string[] = [];
  const serve = async () => {
    const s = await startServer({ databaseUrl, port, env: { REQUESTS_PER_MINUTE: '1000000', LOG_LEVEL: 'silent' } });
    s.child.removeAllListeners('exit');
    s.child.on('exit', (code, signal) => ended.push(signal ?? String(code)));
    return s;
  };
  let server = await serve();
  // Also where the test fails: a server left over would write into the next try.
  end = async () => {
    server.child.kill('SIGTERM');
    await new Promise((done) => (server.child.exitCode === null ? server.child.once('exit', done) : done(null)));
    await cluster.stop();
  };
  const { address } = server;
  const ask = (method: string, route: string, cookie: string, body?: unknown) =>
    fetch(`${address}/api${route}`, {
      method,
      headers: { cookie, 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(15_000),
    });

  const signed = await ask('POST', '/session', '', { person: 'ruan', pin: '2468', bay: 'Bay 2' });
  const cookie = signed.headers.getSetCookie()[0]!.split(';')[0]!;
  const floor = (await (await ask('GET', '/floor', cookie)).json()) as { open: string[] };

  /** Written by each writer, in the order in which it was acknowledged. */
  const acknowledged: { id: string; job: string; text: string }[] = [];
  const answers = new Map<string, number>();
  const count = (what: string) => answers.set(what, (answers.get(what) ?? 0) + 1);
  const wrong: string[] = [];
  let storming = true;
  const writer = async (n: number) => {
    const job = floor.open[n % floor.open.length]!;
    for (let i = 0; storming; i++) {
      const id = `0193d${String(n).padStart(3, '0')}-${String(i % 10_000).padStart(4, '0')}-7${randomUUID().slice(15)}`;
      const text = `writer ${n}, line ${i}`;
      const e = { id, job, kind: 'note', version: 1, body: { text }, by: 'ruan', at: new Date().toISOString() };
      // As a tablet does: the same entry again until it is taken.
      for (;;) {
        try {
          const r = await ask('POST', `/jobs/${job}/entries`, cookie, { entries: [e] });
          await r.text();
          count(String(r.status));
          if (r.status === 201) {
            acknowledged.push({ id, job, text });
            break;
          }
          // Told to come back within a moment.
          if (r.status !== 503 || !(Number(r.headers.get('retry-after')) > 0))
            wrong.push(`${r.status} ${r.headers.get('retry-after')}`);
        } catch {
          count('no answer');
        }
        await sleep(60 + Math.random() * 120);
      }
      await sleep(10);
    }
  };

  const db = async <T extends pg.QueryResultRow>(sql: string, values: unknown[] = []): Promise<T[]> => {
    const c = new pg.Client({ connectionString: databaseUrl });
    c.on('error', () => undefined);
    await c.connect();
    try {
      return (await c.query<T>(sql, values)).rows;
    } finally {
      await c.end().catch(() => undefined);
    }
  };
  const postmaster = () =>
    Number(/^\d+/.exec(spawnSync('cat', [path.join(cluster.data, 'postmaster.pid')]).stdout.toString())?.[0]);

  const blows: [string, () => Promise<void>][] = [
    [
      'connections cut',
      async () => {
        await db("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name LIKE 'ash-knot%'");
      },
    ],
    [
      'database killed',
      async () => {
        const before = ended.length;
        process.kill(postmaster(), 'SIGKILL');
        await sleep(700);
        cluster = await startPostgres('storm', { port: cluster.port });
        // The server outlives it.
        expect(ended.length).toBe(before);
      },
    ],
    [
      'server killed',
      async () => {
        server.child.kill('SIGKILL');
        await sleep(300);
        server = await serve();
      },
    ],
    [
      'server stopped in order',
      async () => {
        const t = Date.now();
        server.child.kill('SIGTERM');
        await new Promise((r) => (server.child.exitCode === null ? server.child.once('exit', r) : r(null)));
        expect(Date.now() - t).toBeLessThan(10_000);
        server = await serve();
      },
    ],
    [
      'disk full',
      async () => {
        // The very error PostgreSQL gives when it cannot extend a file.
        await db(
          `CREATE FUNCTION full_disk() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = '53100'; END $$`,
        );
        await db('CREATE TRIGGER full_disk BEFORE INSERT ON entry EXECUTE FUNCTION full_disk()');
        await sleep(1500);
        await db('DROP TRIGGER full_disk ON entry');
        await db('DROP FUNCTION full_disk');
      },
    ],
  ];

  const writers = Promise.all(Array.from({ length: WRITERS }, (_, n) => writer(n)));
  const until = Date.now() + STORM_S * 1000;
  const struck: string[] = [];
  try {
    for (let i = 0; Date.now() < until || i < blows.length; i++) {
      const [name, strike] = blows[i % blows.length]!;
      await sleep(1200);
      const before = acknowledged.length;
      await strike();
      struck.push(name);
      // After each it goes on: somebody's line is taken within a few seconds.
      await expect.poll(() => acknowledged.length, { message: `after: ${name}`, timeout: 20_000 }).toBeGreaterThan(before);
    }
  } finally {
    storming = false;
  }
  await writers;

  // While it could not write it said so, with when to come back, and nothing else.
  expect(wrong).toEqual([]);
  // Only what we did ended it: killed, or stopped in order with 0.
  expect(ended.filter((e) => e !== 'SIGKILL' && e !== '0')).toEqual([]);
  expect(ended.length).toBe(struck.filter((s) => s.startsWith('server')).length);
  expect(struck.length).toBeGreaterThanOrEqual(10);

  const rows = await db<{ id: string; text: string; n: number }>(
    "SELECT id, body->>'text' AS text, count(*) OVER (PARTITION BY body->>'text')::int AS n FROM entry WHERE kind = 'note' AND body->>'text' LIKE 'writer %'",
  );
  const stored = new Map(rows.map((r) => [r.id, r]));
  expect(acknowledged.filter((a) => stored.get(a.id)?.text !== a.text)).toEqual([]);
  expect(rows.filter((r) => r.n !== 1)).toEqual([]);
  expect(acknowledged.length).toBeGreaterThan(300);

  // One line for the news, however often it was cut.
  await expect
    .poll(
      async () =>
        (await db<{ n: number }>("SELECT count(*)::int AS n FROM pg_stat_activity WHERE application_name = 'ash-knot news'"))[0]!
          .n,
    )
    .toBe(1);

  // What the closed jobs of the demo shop teach is worked out beside the serving, and goes on after each blow.
  await caughtUp(databaseUrl);
  const projections = async () => Promise.all(PROJECTED.map(async (sql) => [sql, await db(sql)]));
  const before = await projections();
  const r = spawnSync(process.execPath, [path.join(ROOT, 'server/dist/rebuild.mjs')], {
    env: { ...process.env, DATABASE_URL: databaseUrl },
  });
  expect([r.status, r.stderr.toString()]).toEqual([0, '']);
  expect(await projections()).toEqual(before);

  test.info().annotations.push({
    type: 'storm',
    description: `${struck.length} blows, ${acknowledged.length} lines, ${JSON.stringify([...answers])}`,
  });
});
