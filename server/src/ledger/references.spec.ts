import { exampleOf, type JobView, type Problem } from '@ash-knot/contract';
import { makeEntry, type Entry, type EntryBodies, type EntryKind } from '@ash-knot/core';
import { freeVehicle, freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
let job: string;
let other: JobView;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn('marit');
  await t.pin('marit');
  job = await t.job('SK 2047');
  other = (await t.get(`/jobs/${await t.job('SCH 11')}`)).body as JobView;
});
afterAll(async () => app.stop());

const line = <K extends EntryKind>(kind: K, body: EntryBodies[K], id = freshId()): Entry =>
  makeEntry({ kind, body }, { id, job, by: 'marit', at: new Date().toISOString() });
const write = (...entries: Entry[]) => t.ask('POST', `/jobs/${job}/entries`, { entries });
const field = (r: { status: number; body: unknown }) => [r.status, (r.body as Problem).fields?.[0]?.field];

test('a step, a piece, a choice or an order that this job does not have is refused by name', async () => {
  const choice = other.entries.find((e) => e.kind === 'choose')!.id;
  const refused: [Entry, string][] = [
    [line('step', { ...exampleOf('step'), step: 'constructor' as never }), 'entries.0.body.step'],
    [line('step', { ...exampleOf('step'), step: 'fit-other-rear.left.spring' as never }), 'entries.0.body.step'],
    [line('trouble', { step: 'rear:link-off-left', what: 'stud spins' }), 'body.step'],
    [line('caution', { step: 'rear:link-off-left' }), 'body.step'],
    [line('piece', { ...exampleOf('piece'), piece: 'valueOf' as never }), 'body.piece'],
    [line('goods', { ...exampleOf('goods'), choice }), 'body.choice'],
    [line('promise', { ...exampleOf('promise'), order: choice }), 'body.order'],
    [line('answer', { ...exampleOf('answer'), parts: [choice] }), 'body.choice'],
  ];
  for (const [e, at] of refused) expect([e.kind, ...field(await write(e))]).toEqual([e.kind, 422, at]);
});

test('one id twice in what is sent: alike it is one line, otherwise it is none', async () => {
  const e = line('note', { text: 'once' });
  expect((await write(e, e)).status).toBe(201);
  expect(field(await write(line('note', { text: 'a' }, e.id), line('note', { text: 'b' }, e.id)))).toEqual([422, 'entries.1.id']);
});

test('a loop of nothing is no loop', async () => {
  const body = exampleOf('loop');
  const r = await write(line('loop', { ...body, result: { ...body.result, points: 1, used: 1 } }));
  expect(field(r)).toEqual([422, 'entries.0.body.result.points']);
});

test('a sheet stands for one vehicle, in a bay there is, at a distance that was read; handed back it stands in none', async () => {
  const one = await freeVehicle(app, t);
  const { rows: others } = await app.db.query<{ id: string; distanceKm: number }>(
    'SELECT id, distance_km AS "distanceKm" FROM vehicle v WHERE id <> $1 AND NOT EXISTS (SELECT 1 FROM job j WHERE j.vehicle_id = v.id AND j.closed_at IS NULL) LIMIT 1',
    [one.id],
  );
  const two = others[0]!;
  const id = freshId();
  const open = (more: object) =>
    t.ask('POST', '/jobs', { id, vehicleId: one.id, kind: 'noise', bay: 'Bay 1', distanceKm: one.distanceKm + 5, ...more });
  expect(field(await open({ bay: 'Bay 99' }))).toEqual([422, 'bay']);
  const far = await open({ distanceKm: Math.min(2_900_000, one.distanceKm + 400_000) });
  expect([far.status, JSON.stringify(far.body)]).toEqual([409, expect.stringContaining('Is it read rightly?')]);
  expect((await open({})).status).toBe(201);
  expect((await open({})).status).toBe(201);
  expect((await open({ vehicleId: two.id, distanceKm: two.distanceKm + 5 })).status).toBe(409);
  expect(field(await t.ask('PATCH', `/jobs/${id}`, { bay: 'constructor' }))).toEqual([422, 'bay']);
  expect((await t.ask('PATCH', `/jobs/${id}`, { bay: null })).status).toBe(200);
  const { rows } = await app.db.query<{ id: string }>('SELECT id FROM job WHERE closed_at IS NOT NULL LIMIT 1');
  expect((await t.ask('PATCH', `/jobs/${rows[0]!.id}`, { bay: 'Bay 1' })).status).toBe(409);
});
