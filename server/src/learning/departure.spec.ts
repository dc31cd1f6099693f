import type { FileView, FloorView, JobView, Problem, SessionView } from '@ash-knot/contract';
import {
  checkFor,
  contextOf,
  foldJob,
  jointsOf,
  makeEntry,
  partsOf,
  stateCounts,
  VEHICLE_STATES,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type JointId,
  type Part,
} from '@ash-knot/core';
import { freeVehicle, freshId, startApp, type Running, type Tablet } from '../test';
import { catchUpLessons, rebuildLessons } from './lessons';

let app: Running;
let t: Tablet;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn();
  await t.pin('ruan');
});
afterAll(async () => app.stop());

const BALL: JointId = 'front.left.ball-joint';
const line = <K extends EntryKind>(job: string, kind: K, body: EntryBodies[K]): Entry =>
  makeEntry({ kind, body }, { id: freshId(), job, by: 'ruan', at: new Date().toISOString() });
const post = (job: string, ...lines: Entry[]) => t.post(`/jobs/${job}/entries`, { entries: lines });
async function opened(vehicleId: string, distanceKm: number): Promise<string> {
  const id = freshId();
  const made = await t.post('/jobs', { id, vehicleId, kind: 'age replacement', bay: null, distanceKm });
  expect(made.status).toBe(201);
  expect((await post(id, line(id, 'purpose', { what: 'ten years old', rule: '' }))).status).toBe(201);
  return id;
}
/** Handed back as an older program let it go: past the rules of today. */
async function handedBack(e: Entry): Promise<void> {
  await app.db.query(`INSERT INTO entry (id, job_id, kind, version, body, by_person, at) VALUES ($1,$2,$3,$4,$5,$6,$7)`, [
    e.id,
    e.job,
    e.kind,
    e.version,
    JSON.stringify(e.body),
    e.by,
    e.at,
  ]);
  await app.db.query('UPDATE job SET closed_at = now() WHERE id = $1', [e.job]);
}
/** Waits until the lesson of a job is there: it is worked out behind the hand-back. */
async function taught(job: string): Promise<void> {
  const there = async () =>
    (await app.db.query('SELECT 1 FROM lesson WHERE job_id = $1 AND left_with IS NOT NULL', [job])).rowCount;
  while (!(await there())) await new Promise((r) => setTimeout(r, 50));
}
/** Tight, by the check that goes to it, in a state that shows it. */
function tight({ type }: JobView, joint: JointId): EntryBodies['check'] {
  const { axle, kind } = partsOf(joint);
  const check = checkFor(type.axles[axle], kind)!;
  const state = VEHICLE_STATES.find((x) => stateCounts(type.axles[axle], check, kind, x).counts)!;
  return { check: check.id, state, results: [{ joint, result: 'tight' }] };
}
test('left not for the road: in the file, and first at the next visit, until somebody has looked', async () => {
  const v = await freeVehicle(app, t, BALL);
  const job = await opened(v.id, v.distanceKm + 10);
  const moves = line(job, 'check', {
    check: 'lever-ball-joint',
    state: 'both-hanging',
    results: [{ joint: BALL, result: 'moves' }],
  });
  const told = line(job, 'told', { what: 'it', joints: [BALL], who: 'the owner', how: 'in person' });
  expect((await post(job, moves, told)).status).toBe(201);
  const view = (await t.get(`/jobs/${job}`)).body as JobView;
  const others = jointsOf('front', view.type.axles.front).filter((j) => j !== BALL);
  expect((await post(job, ...others.map((joint) => line(job, 'check', tight(view, joint))))).status).toBe(201);
  const back = await post(job, line(job, 'hand-back', { distanceKm: v.distanceKm + 11, note: '' }));
  expect([back.status, (back.body as Problem).fields]).toEqual([201, undefined]);
  await taught(job);
  const file = (await t.get(`/vehicles/${v.id}`)).body as FileView;
  expect(file.left).toMatchObject({ at: [BALL], job });

  const next = await opened(v.id, v.distanceKm + 12);
  expect(((await t.get(`/jobs/${next}`)).body as JobView).file.left).toMatchObject({ at: [BALL], job });
  const early = await post(next, line(next, 'hand-back', { distanceKm: v.distanceKm + 13, note: '' }));
  expect([early.status, JSON.stringify((early.body as Problem).fields)]).toEqual([
    409,
    expect.stringMatching(/Not cleared: left ball joint/),
  ]);
  await post(
    next,
    line(next, 'check', { check: 'lever-ball-joint', state: 'both-hanging', results: [{ joint: BALL, result: 'tight' }] }),
  );
  expect((await post(next, line(next, 'hand-back', { distanceKm: v.distanceKm + 13, note: '' }))).status).toBe(201);
  await taught(next);
  expect(((await t.get(`/vehicles/${v.id}`)).body as FileView).left).toBeNull();
  // The sheet of the visit it left from knows the one that ended it; an open job has none after it.
  const { since } = ((await t.get(`/jobs/${job}`)).body as JobView).file;
  expect(since).toEqual([{ on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as string, renewed: [], left: [] }]);
  expect(((await t.get(`/jobs/${next}`)).body as JobView).file.since).toEqual([]);
});

test('handed back under an older rule: on the floor for a lead, with what would hold it, until a lead has looked; its tape stays', async () => {
  const v = await freeVehicle(app, t, BALL);
  const job = await opened(v.id, v.distanceKm + 20);
  // As an older program let it go: nobody was told.
  await post(
    job,
    line(job, 'check', { check: 'lever-ball-joint', state: 'both-hanging', results: [{ joint: BALL, result: 'moves' }] }),
  );
  const e = line(job, 'hand-back', { distanceKm: v.distanceKm + 21, note: '' });
  await handedBack(e);
  const tape = async () => (await app.db.query('SELECT count(*)::int AS n FROM entry WHERE job_id = $1', [job])).rows[0].n;
  const before = await tape();
  expect(await catchUpLessons(app.db)).toBe(1);
  const held = async () => ((await t.get('/floor')).body as FloorView).held.filter((h) => h.job === job);
  expect(await held()).toMatchObject([{ why: expect.arrayContaining([expect.stringMatching(/Dangerous: left ball joint/)]) }]);
  expect((await t.ask('PUT', `/lessons/${job}/held`, {})).status).toBe(403);
  const lead = await app.tablet().signIn('marit');
  await lead.pin('marit');
  expect((await lead.ask('PUT', `/lessons/${job}/held`, {})).status).toBe(200);
  expect(await held()).toEqual([]);
  // Worked out anew, it stays seen.
  await rebuildLessons(app.db);
  expect(await held()).toEqual([]);
  expect(await tape()).toBe(before);
  const audited = await app.db.query("SELECT by_person FROM audit WHERE what = 'held today'");
  expect(audited.rows).toEqual([{ by_person: 'marit' }]);
});

test('what went on and changes how it is put together is in the file, and the next visit is of the vehicle as it is', async () => {
  const v = await freeVehicle(app, t, 'front.left.bar', 'front.left.link-lower');
  const job = await opened(v.id, v.distanceKm + 40);
  const { type, vehicle } = (await t.get(`/jobs/${job}`)).body as JobView;
  const { body } = await t.get(`/parts?kind=${encodeURIComponent('sway bar')}&typeId=${vehicle.typeId}&axle=front`);
  const part = (body as { parts: Part[] }).parts.find((p) => p.barMm !== type.axles.front.bar!.diameterMm)!;
  // As it was written down then; what else the hand-back waited for is not what is asked here.
  const choice = line(job, 'choose', { joints: ['front.left.bar'], part, quantity: 1 });
  const yes = { answer: 'approved', what: 'a bar', parts: [choice.id], who: 'the owner', how: 'in person', warning: '' } as const;
  expect((await post(job, choice)).status).toBe(201);
  expect((await post(job, line(job, 'answer', yes), line(job, 'step', { step: 'bar-in', state: 'done' }))).status).toBe(201);
  const at = line(job, 'hand-back', { distanceKm: v.distanceKm + 41, note: '' });
  await handedBack(at);
  await catchUpLessons(app.db);
  const file = (await t.get(`/vehicles/${v.id}`)).body as FileView;
  expect(file.fitted.at(-1)).toMatchObject({ axle: 'front', part: { kind: 'sway bar', barMm: part.barMm } });
  const next = (await t.get(`/jobs/${await opened(v.id, v.distanceKm + 42)}`)).body as JobView;
  expect(next.file.fitted).toEqual(file.fitted);
  const { shop } = (await t.get('/session')).body as SessionView;
  expect(foldJob(contextOf(next, shop!), next.entries).axles.front.bar!.diameterMm).toBe(part.barMm);
  // The job itself is of the vehicle as it came.
  const own = (await t.get(`/jobs/${job}`)).body as JobView;
  expect(own.file.fitted).toEqual(file.fitted.slice(0, -1));
});
