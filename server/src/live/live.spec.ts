import http from 'node:http';
import { makeEntry } from '@ash-knot/core';
import pino from 'pino';
import { serve, type Serving } from '../serve';
import { freshId, startApp, Tablet, type Running } from '../test';

let app: Running;
/** A second server on the same database, behind the same address as it were. */
let second: Serving;
beforeAll(async () => {
  app = await startApp();
  second = await serve({
    databaseUrl: app.databaseUrl,
    host: '127.0.0.1',
    port: 0,
    log: pino({ level: 'silent' }),
    requestsPerMinute: 100_000,
  });
});
afterAll(async () => {
  await second.stop(0);
  await app.stop();
});

const note = (job: string, text: string) =>
  makeEntry({ kind: 'note', body: { text } }, { id: freshId(), job, by: 'ruan', at: new Date().toISOString() });

/** A stream that is read as it comes. */
function listen(address: string, route: string, cookie: string) {
  const heard: string[] = [];
  const agent = new http.Agent({ keepAlive: false });
  const opened = new Promise<http.IncomingMessage>((resolve, reject) => {
    http
      .get(`${address}/api${route}`, { headers: { cookie }, agent }, (res) => {
        res.on('data', (d: Buffer) => heard.push(d.toString()));
        res.on('error', () => undefined);
        resolve(res);
      })
      .on('error', reject);
  });
  return {
    opened,
    text: () => heard.join(''),
    end: async () => (await opened).destroy(),
  };
}
async function until(what: () => boolean, ms = 10_000): Promise<void> {
  for (const end = Date.now() + ms; !what(); await new Promise((r) => setTimeout(r, 20)))
    if (Date.now() > end) throw new Error('it never came');
}

// Long: five hundred streams are opened, one after the other.
test('five hundred streams of one job hear an entry by one question, whichever server it was written to', async () => {
  const tablets: Tablet[] = [];
  for (let i = 0; i < 50; i++) tablets.push(await app.tablet().signIn());
  const job = await tablets[0]!.job('SK 2047');
  const streams = [];
  for (const t of tablets)
    for (let i = 0; i < 10; i++) {
      const s = listen(app.address, `/jobs/${job}/stream?after=999999999`, t.cookie);
      expect((await s.opened).statusCode).toBe(200);
      streams.push(s);
    }
  expect(app.serving.live.streams.count).toBe(500);

  let asked = 0;
  const { db } = app.serving;
  const query = db.query.bind(db);
  jest.spyOn(db, 'query').mockImplementation(((...args: unknown[]) => {
    if (String(args[0]).includes('seq > $2')) asked++;
    return (query as (...a: unknown[]) => unknown)(...args);
  }) as never);
  // They had seen more than there is: from here on everybody stands where the job does.
  const far = await app.db.query<{ seq: number }>('SELECT max(seq) AS seq FROM entry');
  expect(far.rows[0]!.seq).toBeLessThan(999_999_999);
  const here = listen(app.address, `/jobs/${job}/stream?after=${far.rows[0]!.seq}`, tablets[0]!.cookie);
  await here.opened;
  await new Promise((r) => setTimeout(r, 200));
  asked = 0;
  // Written to the other server: this one hears of it through the database.
  const writer = new Tablet(second.address);
  writer.cookie = tablets[0]!.cookie;
  expect((await writer.post(`/jobs/${job}/entries`, { entries: [note(job, 'for all of you')] })).status).toBe(201);
  await until(() => here.text().includes('for all of you'));
  expect(asked).toBe(1);
  jest.restoreAllMocks();
  for (const s of [...streams, here]) await s.end();
}, 60_000);

test('who comes back after a lost line is told what it missed, in order and once, by either server', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('HB 0093');
  const lines = ['one', 'two', 'three'].map((x) => note(job, `missed ${x}`));
  const { rows } = await app.db.query<{ seq: number }>('SELECT max(seq) AS seq FROM entry');
  await t.post(`/jobs/${job}/entries`, { entries: lines });
  for (const address of [app.address, second.address]) {
    const s = listen(address, `/jobs/${job}/stream?after=${rows[0]!.seq}`, t.cookie);
    await until(() => s.text().includes('missed three'));
    const order = ['one', 'two', 'three'].map((x) => s.text().indexOf(`missed ${x}`));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(s.text().split('missed two').length).toBe(2);
    await s.end();
  }
});

test('the line to the news is cut, again and again: one is made again, and what was missed is heard', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('HB 0093');
  const { rows } = await app.db.query<{ seq: number }>('SELECT max(seq) AS seq FROM entry');
  const s = listen(app.address, `/jobs/${job}/stream?after=${rows[0]!.seq}`, t.cookie);
  await s.opened;
  const news = async () =>
    Number(
      (
        await app.db.query(
          "SELECT count(*) AS n FROM pg_stat_activity WHERE application_name = 'ash-knot news' AND datname = current_database()",
        )
      ).rows[0].n,
    );
  for (let i = 0; i < 5; i++) {
    await app.db.query(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'ash-knot news' AND datname = current_database()",
    );
    expect((await t.post(`/jobs/${job}/entries`, { entries: [note(job, `while it was cut ${i}`)] })).status).toBe(201);
    await until(() => s.text().includes(`while it was cut ${i}`));
  }
  await until(() => app.serving.live.news.connected && second.live.news.connected);
  // One a server.
  expect(await news()).toBe(2);
  await s.end();
});

test('too many streams of one device, and of all, are refused with when to come back', async () => {
  const t = await app.tablet().signIn();
  const streams = Array.from({ length: 12 }, () => listen(app.address, '/floor/stream', t.cookie));
  for (const s of streams) expect((await s.opened).statusCode).toBe(200);
  const r = await t.get('/floor/stream');
  expect([r.status, Number(r.headers.get('retry-after'))]).toEqual([429, 5]);
  for (const s of streams) await s.end();
  await until(() => app.serving.live.streams.count === 0);
});

test('stopped in order: what is under way is answered, what comes is told when to come back, streams end', async () => {
  const third = await serve({
    databaseUrl: app.databaseUrl,
    host: '127.0.0.1',
    port: 0,
    log: pino({ level: 'silent' }),
    requestsPerMinute: 100_000,
  });
  const t = await new Tablet(third.address).signIn();
  const job = await t.job('HB 0093');
  const s = listen(third.address, `/jobs/${job}/stream`, t.cookie);
  const res = await s.opened;
  let ended = false;
  res.on('end', () => (ended = true));
  // Held up by a lock until after the stop has begun.
  const lock = await app.db.connect();
  await lock.query('BEGIN');
  await lock.query('SELECT 1 FROM job WHERE id = $1 FOR UPDATE', [job]);
  const underWay = t.post(`/jobs/${job}/entries`, { entries: [note(job, 'under way')] });
  await new Promise((r) => setTimeout(r, 150));
  const began = Date.now();
  const stopped = third.stop();
  await new Promise((r) => setTimeout(r, 300));
  await lock.query('COMMIT');
  lock.release();
  expect((await underWay).status).toBe(201);
  await stopped;
  expect(Date.now() - began).toBeLessThan(5_000);
  await until(() => ended);
  await expect(t.get('/floor')).rejects.toThrow();
  expect((await app.db.query("SELECT 1 FROM entry WHERE body->>'text' = 'under way'")).rowCount).toBe(1);
});
