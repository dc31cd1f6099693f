// Through: server/src/db, server/src/find, server/src/vehicle
import type { ChildProcess } from 'node:child_process';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import pg from 'pg';

/** History and search read from a streaming replica; while it is away the primary answers. No browser. */

const ROOT = path.resolve(import.meta.dirname, '..');

interface Cluster {
  readonly port: number;
  createDatabase(name: string): Promise<string>;
  dropDatabase(name: string): Promise<unknown>;
  stop(): Promise<unknown>;
}

// Long: a cluster, its copy, and a demo shop.
test('search and files come from the replica, and from the primary while it is away', { tag: '@long' }, async () => {
  const { startPostgres, startReplica } = (await import(path.join(ROOT, 'tools/lib/postgres.mjs'))) as {
    startPostgres(name: string): Promise<Cluster>;
    startReplica(name: string, of: Cluster): Promise<{ url(database: string): string; stop(): Promise<unknown> }>;
  };
  const { startServer } = (await import(path.join(ROOT, 'tools/lib/server.mjs'))) as {
    startServer(o: { databaseUrl: string; env: Record<string, string> }): Promise<{ child: ChildProcess; address: string }>;
  };
  const primary = await startPostgres('storm');
  await primary.dropDatabase('replicated');
  const databaseUrl = await primary.createDatabase('replicated');
  const replica = await startReplica('replica', primary);
  const { child, address } = await startServer({
    databaseUrl,
    env: { READ_DATABASE_URL: replica.url('replicated'), LOG_LEVEL: 'silent', SUPPLIER_MOODS: 'off' },
  });
  child.removeAllListeners('exit');
  try {
    const signed = await fetch(`${address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ person: 'ruan', pin: '2468', bay: 'Bay 2' }),
    });
    const cookie = signed.headers.getSetCookie()[0]!.split(';')[0]!;
    const ask = async (route: string, body?: object) => {
      const r = await fetch(`${address}/api${route}`, {
        headers: { cookie, 'content-type': 'application/json' },
        ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
      });
      return { status: r.status, body: (await r.json()) as never };
    };
    const vehicles = async (q: string) =>
      ((await ask(`/vehicles?q=${q}`)).body as { id: string; plate: string }[]).map((v) => v.plate);
    await expect.poll(() => vehicles('2047')).toEqual(['SK 2047']);
    const there = new pg.Client({ connectionString: replica.url('replicated') });
    await there.connect();
    const { rows } = await there.query(
      "SELECT pg_is_in_recovery() AS copy, count(*)::int AS n FROM pg_stat_activity WHERE application_name = 'ash-knot'",
    );
    await there.end();
    expect(rows[0].copy).toBe(true);
    expect(rows[0].n).toBeGreaterThan(0);

    // What is written comes there by itself.
    const { body: types } = await ask('/types');
    const made = await ask('/vehicles', {
      plate: 'RP 1',
      typeId: (types as { id: string }[])[0]!.id,
      year: 2015,
      distanceKm: 1,
      kmPerDay: 1,
      owner: 'x',
    });
    expect(made.status).toBe(201);
    await expect.poll(() => vehicles('RP1')).toEqual(['RP 1']);

    await replica.stop();
    expect(await vehicles('RP1')).toEqual(['RP 1']);
    expect((await ask('/find?q=nurses')).status).toBe(200);
    expect((await ask(`/vehicles/${(made.body as { id: string }).id}`)).status).toBe(200);
  } finally {
    child.kill('SIGTERM');
    await new Promise((r) => (child.exitCode === null ? child.once('exit', r) : r(null)));
    await replica.stop();
    await primary.stop();
  }
});
