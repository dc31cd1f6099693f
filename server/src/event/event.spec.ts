import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { makeEntry, NOTHING_TOLD } from '@ash-knot/core';
import { eventsReply, type EventsReply, type Problem, type Scope, type TokenMade, type VehicleView } from '@ash-knot/contract';
import { clearEvents, EVENT_DAYS } from '../live/channel';
import { freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn('marit');
  await t.pin('marit');
});
afterAll(async () => app.stop());

const key = async (scopes: readonly Scope[]): Promise<string> =>
  ((await t.post('/tokens', { name: 'Books', scopes, days: 30 })).body as TokenMade).token;
const events = async (after?: string, token?: string, most = 100): Promise<EventsReply> => {
  const route = `/events?most=${most}${after ? `&after=${after}` : ''}`;
  const r = token ? await app.tablet().ask('GET', route, undefined, { authorization: `Bearer ${token}` }) : await t.get(route);
  expect(r.status).toBe(200);
  expect(eventsReply.parse(r.body)).toEqual(r.body);
  return r.body;
};
/** The same once so many are told: transactions of other databases of the tests' PostgreSQL hold them up, too. */
const told = async (after: string, n: number, token?: string): Promise<EventsReply> => {
  for (const end = Date.now() + 10_000; ; await new Promise((r) => setTimeout(r, 30))) {
    const page = await events(after, token);
    if (page.events.length >= n || Date.now() > end) return page;
  }
};
const write = async (job: string, text: string) => {
  const e = makeEntry({ kind: 'note', body: { text } }, { id: freshId(), job, by: 'marit', at: new Date().toISOString() });
  expect((await t.post(`/jobs/${job}/entries`, { entries: [e] })).status).toBe(201);
  return e.id;
};
const free = async () => ((await t.get('/vehicles')).body as VehicleView[]).find((v) => !v.openJob)!;
const booked = { minutes: 30, kind: 'noise', bay: null, person: null, note: '', vehicleId: null, plate: 'EV 1', who: '' };
const complaint = { ...NOTHING_TOLD, words: 'hums' };

test('who begins hears what happens from then on, once, in order, each with the lines that were written', async () => {
  const { cursor, events: none } = await events();
  expect(none).toEqual([]);
  const vehicle = await free();
  const job = randomUUID();
  await t.post('/jobs', { id: job, vehicleId: vehicle.id, kind: 'noise', bay: 'Bay 1', distanceKm: vehicle.distanceKm });
  await t.ask('PATCH', `/jobs/${job}`, { bay: 'Bay 2' });
  const note = await write(job, 'one');
  const b = await t.post('/bookings', { ...booked, complaint, comesAt: new Date(Date.now() + 9e6).toISOString() });
  await t.post(`/bookings/${(b.body as { id: string }).id}/cancel`, { why: 'not today' });
  const page = await told(cursor, 5);
  expect(page.events.map((e) => [e.of, e.what, e.of === 'job' ? e.lines : ''])).toEqual([
    ['job', 'opened', []],
    ['job', 'moved', []],
    ['job', 'written', [{ id: note, kind: 'note' }]],
    ['booking', 'made', ''],
    ['booking', 'called off', ''],
  ]);
  expect((await events(page.cursor)).events).toEqual([]);
  // In pages of two it is the same.
  const paged = [];
  for (let at = cursor, more = true; more;) {
    const p = await events(at, undefined, 2);
    paged.push(...p.events);
    ({ cursor: at, more } = p);
  }
  expect(paged).toEqual(page.events);
});

test('a key hears as far as it reaches', async () => {
  const { cursor } = await events();
  const job = await t.job('HB 0093');
  await write(job, 'two');
  await t.post('/bookings', { ...booked, complaint, comesAt: new Date(Date.now() + 9e6).toISOString() });
  await told(cursor, 2);
  const to = async (...scopes: Scope[]) =>
    (await events(cursor, await key(scopes))).events.map((e) => (e.of === 'job' ? `job ${e.lines.length}` : 'booking'));
  expect([await to('floor'), await to('jobs'), await to('booking'), await to('jobs', 'booking')]).toEqual([
    ['job 0'],
    ['job 1'],
    ['booking'],
    ['job 1', 'booking'],
  ]);
});

test('what an earlier transaction holds up is told after it, and by no reader passed over', async () => {
  const { cursor } = await events();
  const slow = await app.db.connect();
  try {
    await slow.query('BEGIN');
    await slow.query("INSERT INTO event (of, what, ref) VALUES ('job', 'moved', $1)", [freshId()]);
    // Began later, and is stored already.
    const job = await t.job('HB 0093');
    await write(job, 'three');
    expect((await events(cursor)).events).toEqual([]);
    await slow.query('COMMIT');
  } finally {
    slow.release();
  }
  expect((await told(cursor, 2)).events.map((e) => e.what)).toEqual(['moved', 'written']);
});

test('what is taken back was never told', async () => {
  const { cursor } = await events();
  const job = await t.job('HB 0093');
  const bad = makeEntry(
    { kind: 'note', body: { text: 'x' } },
    { id: freshId(), job, by: 'nobody', at: new Date().toISOString() },
  );
  expect((await t.post(`/jobs/${job}/entries`, { entries: [bad] })).status).toBeGreaterThanOrEqual(400);
  expect((await events(cursor)).events).toEqual([]);
});

test('a cursor of another database, or one that is too old, begins again; what is none is refused by its field', async () => {
  const { cursor } = await events();
  const gone = (r: { status: number; body: never }) => [r.status, (r.body as Problem).detail];
  const other = await t.get(`/events?after=00000000.${cursor.split('.').slice(1).join('.')}`);
  expect(gone(other)).toEqual([410, expect.stringContaining('begin without one')]);
  expect((await t.get(`/events/stream?after=00000000.1.1`)).status).toBe(410);
  for (const wrong of ['x', '1.2', "1'; DROP TABLE event", `${cursor}.1`])
    expect((await t.get(`/events?after=${encodeURIComponent(wrong)}`)).status).toBe(422);
  const job = await t.job('HB 0093');
  await write(job, 'old');
  const { rows } = await app.db.query<{ n: string }>('SELECT count(*) AS n FROM event');
  await app.db.query('UPDATE event SET at = now() - make_interval(days => $1)', [EVENT_DAYS + 1]);
  await write(job, 'new');
  await clearEvents(app.db);
  expect(Number((await app.db.query<{ n: string }>('SELECT count(*) AS n FROM event')).rows[0]!.n)).toBe(1);
  expect(Number(rows[0]!.n)).toBeGreaterThan(1);
  expect(gone(await t.get(`/events?after=${cursor}`))[0]).toBe(410);
  expect((await events((await events()).cursor)).events).toEqual([]);
});

test('as it happens: a stream goes on from where it was, and ends with its key', async () => {
  const token = await key(['jobs']);
  const { cursor } = await events();
  const job = await t.job('HB 0093');
  const first = await write(job, 'while nobody listened');
  const heard: string[] = [];
  const stop = new AbortController();
  const res = await fetch(`${app.address}/api/events/stream`, {
    headers: { authorization: `Bearer ${token}`, 'last-event-id': cursor },
    signal: stop.signal,
  });
  expect(res.status).toBe(200);
  const ended = (async () => {
    for await (const part of res.body!.pipeThrough(new TextDecoderStream())) heard.push(part);
  })();
  const until = async (what: string) => {
    for (const end = Date.now() + 10_000; !heard.join('').includes(what); await new Promise((r) => setTimeout(r, 20)))
      if (Date.now() > end) throw new Error(`${what} never came: ${heard.join('')}`);
  };
  await until(first);
  const second = await write(job, 'now');
  await until(second);
  expect(heard.join('').split(first).length).toBe(2);
  const { rows } = await app.db.query<{ id: string }>(
    "SELECT id FROM token WHERE ended_at IS NULL AND scopes = '{jobs}' ORDER BY made_at DESC LIMIT 1",
  );
  expect((await t.ask('DELETE', `/tokens/${rows[0]!.id}`)).status).toBe(200);
  await ended;
});

// Long: a program of its own is started, twice.
test('the client in docs/examples books, follows what happens, and goes on where it was', async () => {
  const dir = await mkdtemp(path.join(tmpdir(), 'follow-'));
  const file = path.join(dir, 'cursor.txt');
  const env = {
    ...process.env,
    ASH_KNOT: app.address,
    ASH_KNOT_KEY: await key(['floor', 'jobs', 'papers', 'booking']),
    EVERY_MS: '50',
  };
  const run = (...args: string[]) => {
    const child = spawn(process.execPath, [path.join(__dirname, '../../../docs/examples/follow.mjs'), file, ...args], { env });
    let said = '';
    child.stdout.on('data', (d: Buffer) => (said += d.toString()));
    child.stderr.on('data', (d: Buffer) => (said += d.toString()));
    const until = async (what: string) => {
      for (const end = Date.now() + 15_000; !said.includes(what); await new Promise((r) => setTimeout(r, 30)))
        if (Date.now() > end) throw new Error(`“${what}” was not said: ${said}`);
    };
    const end = () => new Promise<string>((r) => (child.once('exit', () => r(said)), child.kill()));
    return { until, end };
  };
  const job = await t.job('HB 0093');
  const one = run('ZZ 77');
  await one.until('booked ZZ 77, by Books');
  await one.until('booking made');
  await write(job, 'for the client');
  await one.until('HB 0093 written: note');
  // What was said is written down a moment later.
  await new Promise((r) => setTimeout(r, 400));
  const said = await one.end();
  expect(said).toMatch(/^\d+ vehicles on the floor\n/);
  await write(job, 'while it was away');
  const two = run();
  await two.until('HB 0093 written: note');
  expect(await two.end()).toBe('HB 0093 written: note\n');
  expect(await readFile(file, 'utf8')).toMatch(/^[0-9a-f]{8}\.\d+\.\d+$/);
  await rm(dir, { recursive: true });
}, 60_000);
