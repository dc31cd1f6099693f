import { exampleOf, type FloorView, type JobView, type Problem } from '@ash-knot/contract';
import { makeEntry, type Entry, type EntryBodies, type EntryKind } from '@ash-knot/core';
import { freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
let job: string;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn('marit');
  job = await t.job('HB 0093');
});
afterAll(async () => app.stop());

const line = <K extends EntryKind>(kind: K, body: EntryBodies[K]): Entry =>
  makeEntry({ kind, body }, { id: freshId(), job, by: 'marit', at: new Date().toISOString() });
const write = (e: Entry) => t.ask('POST', `/jobs/${e.job}/entries`, { entries: [e] });
const floor = async () => (await t.get('/floor')).body as FloorView;

test('a word that every object answers to is no ladder', async () => {
  const r = await write(
    line('rung', { step: 'link-off-left', ladder: 'valueOf' as never, rung: 'x', title: 'x', worked: false }),
  );
  expect([r.status, (r.body as Problem).fields![0]!.field]).toEqual([422, 'entries.0.body.ladder']);
});

test('one bad line in the store takes its own job down and nothing else; it is struck from its sheet', async () => {
  const before = (await floor()).open.length;
  // As a newer program, or a hand in the database, would leave it.
  const bad = freshId();
  await app.db.query(
    `INSERT INTO entry (id, job_id, kind, version, body, by_person, at, device, bay)
     SELECT $1, $2, 'toString', 1, '{}', 'tobin', now(), device, bay FROM entry WHERE job_id = $2 LIMIT 1`,
    [bad, job],
  );
  await app.db.query('UPDATE job SET touched_at = now() WHERE id = $1', [job]);

  const now = await floor();
  expect(now.open).toHaveLength(before);
  const here = now.jobs.find((j) => j.id === job)!;
  expect([here.brief, here.unreadable]).toEqual([null, expect.stringMatching(/^This job cannot be read: line \d+\.$/)]);
  expect(now.jobs.filter((j) => j.brief)).toHaveLength(before - 1);
  expect((await t.get(`/find?q=HB`)).status).toBe(200);
  const sheet = await t.get(`/jobs/${job}`);
  expect(sheet.status).toBe(200);
  expect((sheet.body as JobView).entries.at(-1)!.id).toBe(bad);
  expect((await t.get(`/vehicles/${(sheet.body as JobView).vehicle.id}`)).status).toBe(200);

  // What nobody can judge is not let through, and says which line.
  await t.pin('marit');
  const back = await write(line('hand-back', exampleOf('hand-back')));
  expect(back.status).toBe(409);
  expect((back.body as Problem).type).toMatch(/unreadable/);
  expect((back.body as Problem).detail ?? (back.body as Problem).title).toMatch(
    /^This job cannot be read: line \d+\. Strike that line first\./,
  );
  const kept = await t.post(`/jobs/${job}/keep`, { entry: bad, for: 'vehicle' });
  expect([kept.status, (kept.body as Problem).type]).toEqual([409, expect.stringMatching(/unreadable/)]);
  // Words are taken meanwhile, and so is the strike; then everything is as it was.
  expect((await write(line('note', { text: 'asked the office' }))).status).toBe(201);
  expect((await write(line('strike', { entry: bad, why: 'cannot be read' }))).status).toBe(201);
  const after = await write(line('hand-back', exampleOf('hand-back')));
  expect((after.body as Problem).type).toMatch(/blocked/);
});

test('a type that cannot be read takes its own vehicles down, and the floor shows the others', async () => {
  const { rows: was } = await app.db.query<{ id: string; spec: unknown }>('SELECT id, spec FROM vehicle_type');
  const { rows } = await app.db.query<{ id: string }>(
    `UPDATE vehicle_type SET spec = jsonb_set(spec, '{version}', '99') WHERE id = (SELECT v.type_id FROM job j JOIN vehicle v ON v.id = j.vehicle_id WHERE j.id = $1) RETURNING id`,
    [job],
  );
  const now = await floor();
  const down = now.jobs.filter((j) => !j.brief);
  expect(down.map((j) => j.vehicle.typeId)).toEqual(down.map(() => rows[0]!.id));
  expect(down.map((j) => j.id)).toContain(job);
  expect(down.map((j) => j.unreadable)).toContain('This job cannot be read: its vehicle’s type is not understood.');
  expect(now.jobs.length).toBeGreaterThan(down.length);
  await app.db.query('UPDATE vehicle_type SET spec = $2 WHERE id = $1', [
    rows[0]!.id,
    JSON.stringify(was.find((x) => x.id === rows[0]!.id)!.spec),
  ]);
  expect((await floor()).jobs.filter((j) => !j.brief)).toEqual([]);
});
