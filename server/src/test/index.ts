import { copyFile, mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import pg from 'pg';
import pino, { type Logger } from 'pino';
import { DEMO_PIN } from '@ash-knot/demo';
import type { FloorView, VehicleTypeView } from '@ash-knot/contract';
import { AXLES, jointsOf, type JointId } from '@ash-knot/core';
import { loadDemo } from '../demo/load';
import { migrate } from '../db/migrate';
import { makePool, type Db } from '../db/pool';
import { serve, type Serving } from '../serve';
import type { Supplier } from '../supplier/port';

/** The tests' PostgreSQL; `npm test` starts one and sets this. */
function testServer(): string {
  const url = process.env['TEST_DATABASE_URL'];
  if (!url) throw new Error('TEST_DATABASE_URL is not set: run the tests with npm test, which starts PostgreSQL.');
  return url;
}

export interface Answer {
  readonly status: number;
  readonly body: never;
  readonly headers: Headers;
}

/** A tablet: keeps its cookie. */
export class Tablet {
  cookie = '';
  constructor(readonly address: string) {}

  async ask(method: string, route: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const raw = body instanceof Uint8Array;
    const res = await fetch(`${this.address}/api${route}`, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(body !== undefined && !raw ? { 'content-type': 'application/json' } : {}),
        ...headers,
      },
      ...(body !== undefined ? { body: raw ? Buffer.from(body) : typeof body === 'string' ? body : JSON.stringify(body) } : {}),
    });
    const set = res.headers.getSetCookie()[0];
    if (set) this.cookie = set.split(';')[0]!;
    const text = await res.text();
    const json = /json/.test(res.headers.get('content-type') ?? '');
    return {
      status: res.status,
      body: (json && text ? JSON.parse(text) : text) as never,
      headers: res.headers,
    };
  }
  get = (route: string) => this.ask('GET', route);
  post = (route: string, body: unknown) => this.ask('POST', route, body);

  async signIn(person = 'ruan', bay = 'Bay 2'): Promise<this> {
    const r = await this.post('/session', { person, pin: DEMO_PIN, bay });
    if (r.status !== 201) throw new Error(`sign-in failed: ${JSON.stringify(r.body)}`);
    return this;
  }
  async pin(person: string): Promise<void> {
    await this.post('/session/confirm', { person, pin: DEMO_PIN });
  }
  async job(plate: string): Promise<string> {
    const floor = (await this.get('/floor')).body as FloorView;
    return floor.jobs.find((j) => j.vehicle.plate === plate)!.id;
  }
}

export interface Running {
  readonly db: Db;
  readonly address: string;
  readonly databaseUrl: string;
  readonly serving: Serving;
  tablet(): Tablet;
  stop(): Promise<void>;
}

export const MIGRATIONS = path.join(__dirname, '../db/migrations');

/** Brings a database to where an older program left it: its migrations up to and including the numbered one. */
async function migrateUpTo(db: Db, last: string): Promise<void> {
  const folder = await mkdtemp(path.join(tmpdir(), 'migrations-'));
  try {
    for (const file of (await readdir(MIGRATIONS)).filter((f) => f.slice(0, 3) <= last))
      await copyFile(path.join(MIGRATIONS, file), path.join(folder, file));
    await migrate(db, folder);
  } finally {
    await rm(folder, { recursive: true });
  }
}

/** Any number; one worker makes the template while the others wait. */
const TEMPLATE_LOCK = 731_204_119;

const runs = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (e) {
    return (e as NodeJS.ErrnoException).code === 'EPERM';
  }
};

/**
 * The demo shop, loaded once for a run of the tests and copied for each: loading takes seconds, a copy a moment. Named by the
 * process that runs the tests, so that two runs on one PostgreSQL have one each.
 */
async function demoTemplate(admin: pg.Client, urlOf: (database: string) => URL): Promise<string> {
  const name = `demo_${process.ppid}`;
  await admin.query('SELECT pg_advisory_lock($1)', [TEMPLATE_LOCK]);
  try {
    const { rows } = await admin.query<{ datname: string }>("SELECT datname FROM pg_database WHERE datname LIKE 'demo\\_%'");
    if (rows.some((r) => r.datname === name)) return name;
    // Those of runs that have ended, and what one of them left half made: another day's, and perhaps another program's.
    for (const { datname } of rows)
      if (!runs(Number(/\d+$/.exec(datname)?.[0] ?? 0))) await admin.query(`DROP DATABASE IF EXISTS ${datname} WITH (FORCE)`);
    const making = `demo_making_${process.ppid}`;
    await admin.query(`CREATE DATABASE ${making}`);
    const db = makePool(urlOf(making).href, { patient: true });
    await migrate(db, MIGRATIONS);
    await loadDemo(db, new Date());
    await db.end();
    await admin.query(`ALTER DATABASE ${making} RENAME TO ${name}`);
    return name;
  } finally {
    await admin.query('SELECT pg_advisory_unlock($1)', [TEMPLATE_LOCK]);
  }
}

/**
 * A server of its own on a database of its own, with the demo shop, or with what an older program left:
 * `older.fill` runs after the migration numbered `older.last`, before the rest.
 */
export async function startApp(
  options: {
    demo?: boolean;
    suppliers?: (db: Db) => readonly Supplier[];
    requestsPerMinute?: number;
    /** How long a request waits for a connection, ms: long, because a busy machine is no failure, where it is not what is tested. */
    waitMs?: number;
    readUrl?: string;
    log?: Logger;
    older?: { last: string; fill: (db: Db) => Promise<unknown> };
  } = {},
): Promise<Running> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client({ connectionString: testServer() });
  await admin.connect();
  const urlOf = (database: string) => {
    const url = new URL(testServer());
    url.pathname = `/${database}`;
    return url;
  };
  const demo = options.demo !== false && !options.older;
  await admin.query(`CREATE DATABASE ${name}${demo ? ` TEMPLATE ${await demoTemplate(admin, urlOf)}` : ''}`);
  const url = urlOf(name);
  const db = makePool(url.href, { patient: true });
  if (options.older) {
    await migrateUpTo(db, options.older.last);
    await options.older.fill(db);
  }
  await migrate(db, MIGRATIONS);
  const serving = await serve({
    databaseUrl: url.href,
    host: '127.0.0.1',
    port: 0,
    log: options.log ?? pino({ level: process.env['TEST_LOG'] ?? 'silent' }),
    suppliers: options.suppliers,
    requestsPerMinute: options.requestsPerMinute ?? 100_000,
    waitMs: options.waitMs ?? 30_000,
    ...(options.readUrl ? { readUrl: options.readUrl } : {}),
  });
  return {
    db,
    serving,
    address: serving.address,
    databaseUrl: url.href,
    tablet: () => new Tablet(serving.address),
    async stop() {
      await serving.stop(0);
      await db.end();
      await admin.query(`DROP DATABASE ${name} WITH (FORCE)`);
      await admin.end();
    },
  };
}

let n = 0;
/** A fresh UUIDv7-shaped id. */
export const freshId = (): string => `0193b000-${String(++n).padStart(4, '0')}-7000-8000-${randomBytes(6).toString('hex')}`;

/** A vehicle of the demo that has these joints, on which no sheet is open. */
export async function freeVehicle(
  app: Running,
  tablet: Tablet,
  ...joints: readonly JointId[]
): Promise<{ id: string; distanceKm: number }> {
  const { rows } = await app.db.query<{ id: string; distanceKm: number; type: string }>(
    `SELECT v.id, v.distance_km AS "distanceKm", v.type_id AS type FROM vehicle v
      WHERE NOT EXISTS (SELECT 1 FROM job j WHERE j.vehicle_id = v.id AND j.closed_at IS NULL) ORDER BY v.id`,
  );
  const types = (await tablet.get('/types')).body as readonly VehicleTypeView[];
  const free = rows.find((v) => {
    const { axles } = types.find((y) => y.id === v.type)!.spec;
    return joints.every((id) => AXLES.some((end) => jointsOf(end, axles[end]).includes(id)));
  });
  if (!free) throw new Error(`no vehicle of the demo with ${joints.join(', ')} is free`);
  return free;
}
