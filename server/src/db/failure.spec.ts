import pino from 'pino';
import type { Problem } from '@ash-knot/contract';
import { startApp, type Running, type Tablet } from '../test';
import { failureOf } from './failure';

test('what a failure of the database means', () => {
  const of = (code: string) => failureOf(Object.assign(new Error('x'), { code }));
  expect(['57P01', '08006', 'ECONNRESET', '53100', '53300'].map(of)).toEqual(['away', 'away', 'away', 'away', 'away']);
  expect(['55P03', '57014', '40P01'].map(of)).toEqual(['busy', 'busy', 'busy']);
  expect(['23505', '23503'].map(of)).toEqual(['clash', 'clash']);
  expect(['22021', '22P05', '22P02'].map(of)).toEqual(['unreadable', 'unreadable', 'unreadable']);
  expect(failureOf(new Error('timeout exceeded when trying to connect'))).toBe('busy');
  expect(failureOf(new Error('Connection terminated unexpectedly'))).toBe('away');
  expect(failureOf(Object.assign(new Error('x'), { code: '42703' }))).toBeUndefined();
  expect(failureOf('x')).toBeUndefined();
});

/** Until somebody waits for a lock. */
async function untilLocked({ db }: Running): Promise<void> {
  const waiting = () =>
    db.query("SELECT 1 FROM pg_stat_activity WHERE datname = current_database() AND wait_event_type = 'Lock' LIMIT 1");
  while (!(await waiting()).rowCount);
}

describe('a server whose database fails it', () => {
  let app: Running;
  let t: Tablet;
  beforeAll(async () => {
    app = await startApp({ waitMs: 900 });
    t = await app.tablet().signIn();
  });
  afterAll(async () => app.stop());

  test('a full pool says so within a second, with when to come back; health answers meanwhile', async () => {
    const { db } = app.serving;
    const held = await Promise.all(Array.from({ length: 10 }, () => db.connect()));
    const began = Date.now();
    const [r, health] = await Promise.all([t.get('/floor'), t.get('/health')]);
    expect(Date.now() - began).toBeLessThan(1500);
    expect([r.status, r.headers.get('retry-after'), (r.body as Problem).title]).toEqual([503, '1', 'busy']);
    expect(health.status).toBe(200);
    held.forEach((c) => c.release());
    expect((await t.get('/floor')).status).toBe(200);
  });

  test('connections cut under transactions end none of it: each is answered, and the next ones work', async () => {
    const job = await t.job('HB 0093');
    for (let i = 0; i < 10; i++) {
      // Held up by a lock, and cut while they wait.
      const lock = await app.db.connect();
      await lock.query('BEGIN');
      await lock.query('SELECT 1 FROM job WHERE id = $1 FOR UPDATE', [job]);
      const waiting = t.ask('PATCH', `/jobs/${job}`, { bay: 'Bay 2' });
      await untilLocked(app);
      await app.db.query(
        "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name LIKE 'ash-knot%' AND datname = current_database() AND pid <> pg_backend_pid() AND wait_event_type = 'Lock'",
      );
      const r = await waiting;
      expect([r.status, (r.body as Problem).title]).toEqual([503, 'away']);
      await lock.query('ROLLBACK');
      lock.release();
    }
    expect((await t.get('/floor')).status).toBe(200);
  });

  test('a lock that is held is not waited for without end', async () => {
    const job = await t.job('HB 0093');
    const lock = await app.db.connect();
    await lock.query('BEGIN');
    await lock.query('SELECT 1 FROM job WHERE id = $1 FOR UPDATE', [job]);
    const began = Date.now();
    const r = await t.ask('PATCH', `/jobs/${job}`, { bay: 'Bay 2' });
    expect([r.status, (r.body as Problem).title]).toEqual([503, 'busy']);
    expect(Date.now() - began).toBeLessThan(8_000);
    await lock.query('ROLLBACK');
    lock.release();
  });

  test('a full disk: refused with when to come back, and nothing half-written', async () => {
    const job = await t.job('HB 0093');
    await app.db.query(
      `CREATE FUNCTION full_disk() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'could not extend file' USING ERRCODE = '53100'; END $$`,
    );
    await app.db.query('CREATE TRIGGER full_disk BEFORE INSERT ON reading FOR EACH ROW EXECUTE FUNCTION full_disk()');
    const before = (await app.db.query('SELECT count(*) AS n FROM entry')).rows[0].n;
    const { exampleOf } = await import('@ash-knot/contract');
    const { makeEntry } = await import('@ash-knot/core');
    const { freshId } = await import('../test');
    const e = makeEntry(
      { kind: 'reading', body: { ...exampleOf('reading'), gauge: 'dial-1' } },
      { id: freshId(), job, by: 'ruan', at: new Date().toISOString() },
    );
    const r = await t.post(`/jobs/${job}/entries`, { entries: [e] });
    expect([r.status, r.headers.get('retry-after')]).toEqual([503, '2']);
    expect((await app.db.query('SELECT count(*) AS n FROM entry')).rows[0].n).toBe(before);
    await app.db.query('DROP TRIGGER full_disk ON reading');
    expect((await t.post(`/jobs/${job}/entries`, { entries: [e] })).status).toBe(201);
  });

  test('metrics tell requests by route, to the very machine alone; a request’s id is in its answer', async () => {
    const r = await fetch(`${app.address}/metrics`);
    const text = await r.text();
    expect(r.headers.get('content-type')).toContain('text/plain');
    expect(text).toMatch(/ashknot_request_seconds_count\{method="GET",route="\/floor",status="200"\} \d+/);
    expect(text).toContain('ashknot_news_connected 1');
    expect((await fetch(`${app.address}/metrics`, { headers: { 'x-forwarded-for': '10.0.0.1' } })).status).toBe(404);
  });
});

test('the log has a line a request, with the id that the answer repeats, and nothing that was said in it', async () => {
  const lines: string[] = [];
  const log = pino({ level: 'info' }, { write: (l: string) => void lines.push(l) });
  const app = await startApp({ log });
  const t = await app.tablet().signIn();
  const r = await t.get('/find?q=secretplate');
  await t.post('/session/confirm', { person: 'ruan', pin: '97531' });
  await app.stop();
  const requests = lines
    .map((l) => JSON.parse(l) as { msg: string; req?: { path: string; method: string }; request?: string })
    .filter((l) => l.msg === 'request');
  expect(requests.length).toBe(3);
  expect(lines.some((l) => l.includes(r.headers.get('x-request-id')!) && l.includes('/api/find'))).toBe(true);
  expect(lines.join('')).not.toMatch(/secretplate|97531|2468|ashknot=|cookie/i);
});
