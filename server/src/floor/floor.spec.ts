import { SHIPPED } from '@ash-knot/core/suspects-table';
import { briefAsks, contextOf, diagnose, inBrief, learned, makeEntry, readJob, type Line } from '@ash-knot/core';
import type { FloorView, JobView, Problem, SessionView } from '@ash-knot/contract';
import { heavy } from '../heavy';
import { freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn();
});
afterAll(async () => app.stop());

const floor = async (query = '') => (await t.get(`/floor${query}`)).body as FloorView;
const write = (job: string, ...lines: Line[]) =>
  t.post(`/jobs/${job}/entries`, {
    entries: lines.map((l) => makeEntry(l, { id: freshId(), job, by: 'ruan', at: new Date().toISOString() })),
  });
/** The floor with nothing left to be weighed. */
async function weighed(): Promise<FloorView> {
  for (const end = Date.now() + 20_000; ;) {
    const f = await floor();
    if (!f.jobs.some((j) => j.again)) return f;
    if (Date.now() > end) throw new Error('it is weighed still');
    await new Promise((r) => setTimeout(r, 50));
  }
}
/** As of now, and not twenty seconds ago: what changed before it is not told again. */
const now = async () => {
  const { rows } = await app.db.query<{ at: Date }>('SELECT clock_timestamp() AS at');
  return `?since=${rows[0]!.at.toISOString()}`;
};

test('each line is what core says of the tape, with the suspects weighed', async () => {
  const { shop } = (await t.get('/session')).body as SessionView;
  const f = await weighed();
  expect(f.jobs.map((j) => j.id)).toEqual(f.open);
  for (const line of f.jobs) {
    const job = (await t.get(`/jobs/${line.id}`)).body as JobView;
    const { state } = readJob(contextOf(job, shop!), job.entries);
    const asks = briefAsks(state!);
    const d = asks && diagnose(asks, learned(shop!.suspectsTable ?? SHIPPED, shop!.learned));
    const { found, doneAt, ...brief } = inBrief(state!, Date.now(), d);
    const { found: has, doneAt: at, ...rest } = line.brief!;
    expect(rest).toEqual(JSON.parse(JSON.stringify(brief)));
    expect({ ...has, axle: f.axles[has.axle] }).toEqual(JSON.parse(JSON.stringify(found)));
    expect(at === null).toBe(doneAt === null);
    expect(line.seq).toBe(job.entries.at(-1)?.seq ?? 0);
  }
  expect(f.jobs.some((j) => j.brief!.next.station === 'find')).toBe(true);
});

test('an entry moves the line of its job and no other; its tape is read from where it was', async () => {
  const f = await weighed();
  const job = await t.job('SK 2047');
  const from = await now();
  expect((await floor(from)).jobs).toEqual([]);
  const query = jest.spyOn(app.serving.db, 'query');
  await write(job, { kind: 'note', body: { text: 'one line more' } });
  const news = await floor(from);
  const read = query.mock.calls.flatMap(([sql, values]) => (String(sql).includes("'after', w.after") ? [values as unknown] : []));
  query.mockRestore();
  expect(news.jobs.map((j) => j.id)).toEqual([job]);
  expect(news.open).toEqual(f.open);
  const before = f.jobs.find((j) => j.id === job)!;
  expect(news.jobs[0]!.seq).toBeGreaterThan(before.seq);
  expect(read).toEqual([[[job], [before.seq]]]);
});

test('a line whose suspects are weighed is told twice: at once, and when they are', async () => {
  await weighed();
  const job = await t.job('HB 0093');
  const told: string[] = [];
  const stop = app.serving.floor.hear((id) => told.push(id));
  const from = await now();
  await write(job, {
    kind: 'check',
    body: { check: 'grip-link', state: 'on-wheels', results: [{ joint: 'front.left.link-lower', result: 'moves' }] },
  });
  const at = (await floor(from)).jobs.find((j) => j.id === job)!;
  expect(at.again).toBe(true);
  for (const end = Date.now() + 10_000; !told.includes(job) && Date.now() < end;) await new Promise((r) => setTimeout(r, 20));
  stop();
  expect(told).toEqual([job]);
  // Nothing was written since: it is had by asking for it.
  const later = await now();
  expect((await floor(later)).jobs).toEqual([]);
  const line = (await floor(`${later}&again=${job}`)).jobs;
  expect(line.map((j) => [j.id, j.again])).toEqual([[job, false]]);
});

test('a thread that ended knows nothing and is told all of it again', async () => {
  const f = await weighed();
  const { book } = app.serving.floor as unknown as { book: string };
  await heavy('floorEnd', book);
  const again = await weighed();
  expect(again.jobs.map((j) => ({ ...j, brief: { ...j.brief, doneAt: 0 } }))).toEqual(
    f.jobs.map((j) => ({ ...j, brief: { ...j.brief, doneAt: 0 } })),
  );
});

test('a rule, a bay and the unit that comes first are in the lines at once; who is gone is gone', async () => {
  await t.pin('marit');
  const { rows } = await app.db.query<{ rules: object }>('SELECT rules FROM shop');
  const says = async (query = '') => JSON.stringify((await floor(query)).jobs.map((j) => [j.brief!.next, j.brief!.found]));
  const plain = await says();
  await app.db.query('UPDATE shop SET rules = $1', [JSON.stringify({ ...rows[0]!.rules, dialect: 'anti-roll bar' })]);
  const other = await says();
  expect(plain).not.toContain('anti-roll');
  expect(other).not.toBe(plain);
  await app.db.query('UPDATE shop SET rules = $1', [JSON.stringify(rows[0]!.rules)]);
  expect(await says()).toBe(plain);
  expect(await says('?inchFirst=yes')).toContain('lbf·ft');
  expect(plain).not.toContain('lbf·ft');

  const job = await t.job('HB 0093');
  await t.ask('PATCH', `/jobs/${job}`, { bay: null });
  const f = await floor();
  expect(f.jobs.find((j) => j.id === job)!.bay).toBeNull();
  expect(f.open.indexOf(job)).toBeGreaterThan(f.open.indexOf(await t.job('SK 2047')));
});

test('the floor asked for with what is none is refused by name', async () => {
  for (const [query, field] of [
    ['?since=yesterday', 'since'],
    ['?again=x,y', 'again.0'],
    ['?inchFirst=maybe', 'inchFirst'],
  ]) {
    const r = await t.get(`/floor${query}`);
    expect([r.status, (r.body as Problem).fields?.[0]?.field]).toEqual([422, field]);
  }
});
