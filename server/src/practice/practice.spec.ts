import { randomUUID } from 'node:crypto';
import { makeEntry, type EntryBodies, type EntryKind, type PracticeAsk } from '@ash-knot/core';
import type {
  AskedView,
  FloorView,
  JobView,
  PracticeHome,
  PracticeResults,
  PracticeReviewed,
  PracticeView,
} from '@ash-knot/contract';
import { startApp, type Running, type Tablet } from '../test';

let s: Running;
let learner: Tablet;
let lead: Tablet;
beforeAll(async () => {
  s = await startApp();
  // A learner's name is tapped at a bay somebody else signed in.
  learner = await s.tablet().signIn('ruan', 'Bay 3');
  await tap(learner, 'tobin');
  lead = await s.tablet().signIn('marit', 'Bay 1');
}, 60_000);
afterAll(() => s.stop());

const tap = (t: Tablet, person: string) => t.post('/session/person', { person });
const line = <K extends EntryKind>(job: string, kind: K, body: EntryBodies[K], by = 'tobin') =>
  makeEntry({ kind, body }, { id: randomUUID(), job, by, at: new Date().toISOString() });
const write = (t: Tablet, id: string, ...entries: unknown[]) => t.post(`/practice/${id}/entries`, { entries });
const ask = (t: Tablet, id: string, what: PracticeAsk, askId = randomUUID()) =>
  t.post(`/practice/${id}/asks`, { id: askId, ask: what });
async function start(t: Tablet, more: object = {}): Promise<string> {
  const id = randomUUID();
  const r = await t.post('/practice', { id, ...more });
  if (r.status !== 201) throw new Error(JSON.stringify(r.body));
  return id;
}
const counts = async () =>
  Object.fromEntries(
    await Promise.all(
      [
        'job',
        'entry',
        'said',
        'reading',
        'recheck',
        'lesson',
        'stock_move',
        'step_time',
        'attachment',
        'vehicle',
        'torque_record',
      ].map(async (t) => [t, (await s.db.query(`SELECT count(*)::int AS n FROM ${t}`)).rows[0].n] as const),
    ),
  );
const grip: PracticeAsk = { of: 'check', check: 'shake-3-9', axle: 'front', side: 'left', state: 'both-hanging' };

test('a practice vehicle has the shape of a job, hides what it hides, and answers the same when asked again', async () => {
  const id = await start(learner, { grade: 2 });
  const view = (await learner.get(`/practice/${id}`)).body as PracticeView;
  expect(view).toMatchObject({
    id,
    kind: 'noise',
    entries: [],
    vehicle: { plate: 'PRACTICE', owner: 'the practice customer' },
    practice: { person: 'tobin', grade: 2, closed: false },
  });
  expect(view.practice.opening).toMatch(/^“It makes a /);
  expect(JSON.stringify(view)).not.toMatch(/truth|sounding|"worn"|seed|showed/);
  const once = randomUUID();
  const a = (await ask(learner, id, grip, once)).body as AskedView;
  expect(a.says.length).toBeGreaterThan(0);
  expect(JSON.stringify(a)).not.toContain('showed');
  // Sent twice it is one; asked again it is the same in other minutes: it stands raised already.
  expect((await ask(learner, id, grip, once)).body).toEqual(a);
  const b = (await ask(learner, id, grip)).body as AskedView;
  expect(b.says).toEqual(a.says);
  expect(b.minutes).toBeLessThan(a.minutes);
  const { practice } = (await learner.get(`/practice/${id}`)).body as PracticeView;
  expect(practice.asked.map((x) => x.id)).toEqual([once, b.id]);
});

test('its ledger takes what a job takes, by the same checks; nothing of it shows anywhere else', async () => {
  const before = await counts();
  const floor = (await learner.get('/floor')).body as FloorView;
  const id = await start(learner);
  expect(
    (
      await write(
        learner,
        id,
        line(id, 'complaint', {
          character: ['hum'],
          where: [],
          when: [],
          handling: [],
          conditions: [],
          like: [],
          history: [],
          words: 'quokka',
        }),
      )
    ).status,
  ).toBe(201);
  expect(
    (
      await write(
        learner,
        id,
        line(id, 'check', {
          check: 'grip-link',
          state: 'both-hanging',
          results: [{ joint: 'front.left.link-lower', result: 'moves' }],
        }),
      )
    ).status,
  ).toBe(201);
  // A learner answers for the customer here: somebody who practises is everybody.
  expect(
    (
      await write(
        learner,
        id,
        line(id, 'answer', { answer: 'declined', what: 'links', parts: [], who: 'owner', how: 'in person', warning: '' }),
      )
    ).status,
  ).toBe(201);
  // What is owed is owed here too.
  const early = await write(learner, id, line(id, 'hand-back', { distanceKm: 1, note: '' }));
  expect(early.status).toBe(409);
  expect((early.body as { detail: string }).detail).toMatch(/^Not yet/);
  const photo = await write(learner, id, line(id, 'photo', { photo: randomUUID(), caption: '' } as never));
  expect(photo.status).toBe(422);
  // A line of a job is none of this ledger, and one of this is none of a job.
  const real = await learner.job('HB 0093');
  expect((await learner.post(`/jobs/${real}/entries`, { entries: [line(id, 'note', { text: 'x' })] })).status).toBe(422);
  expect((await learner.post(`/jobs/${id}/entries`, { entries: [line(id, 'note', { text: 'x' })] })).status).toBe(404);
  expect((await learner.get(`/jobs/${id}`)).status).toBe(404);

  expect(await counts()).toEqual(before);
  const after = (await learner.get('/floor')).body as FloorView;
  expect(after.open).toEqual(floor.open);
  expect((await learner.get('/find?q=quokka')).body).toEqual([]);
  expect(((await learner.get(`/practice/${id}`)).body as JobView).entries).toHaveLength(3);
});

test('a learner sees only their own, a lead all of them once they have shown who they are; nobody without a name', async () => {
  const id = await start(learner);
  const other = await s.tablet().signIn('isla', 'Bay 2');
  await tap(other, 'isla');
  for (const r of [
    await other.get(`/practice/${id}`),
    await ask(other, id, grip),
    await other.get(`/practice/${id}/review`),
    await other.post(`/practice/${id}/give-up`, {}),
  ])
    expect(r.status).toBe(404);
  expect((await other.get('/practice/results')).status).toBe(403);
  expect((await s.tablet().get(`/practice/${id}`)).status).toBe(401);
  await tap(lead, 'marit');
  expect((await lead.get('/practice/results')).status).toBe(403);
  await lead.pin('marit');
  const results = (await lead.get('/practice/results')).body as PracticeResults;
  expect(results.people.map((p) => p.person)).toEqual(['tobin']);
  expect((await lead.get(`/practice/${id}`)).status).toBe(200);
  // To look on is not to do.
  expect((await ask(lead, id, grip)).status).toBe(404);
  expect((await write(lead, id, line(id, 'note', { text: 'x' }, 'marit'))).status).toBe(404);
  // In its learner's name only a device writes where that name was tapped; whoever is at it by now.
  expect((await write(lead, id, line(id, 'note', { text: 'x' }))).status).toBe(403);
  await tap(learner, 'ruan');
  expect((await write(learner, id, line(id, 'note', { text: 'x' }, 'ruan'))).status).toBe(404);
  expect((await write(learner, id, line(id, 'note', { text: 'late' }))).status).toBe(201);
  await tap(learner, 'tobin');
});

test('a lead sets exercises; whoever they are for begins them once', async () => {
  await lead.pin('marit');
  const [forOne, forAll] = [randomUUID(), randomUUID()];
  expect((await learner.post('/exercises', { id: forOne, person: null, grade: 1 })).status).toBe(403);
  expect((await lead.post('/exercises', { id: forOne, person: 'isla', grade: 1 })).status).toBe(201);
  expect((await lead.post('/exercises', { id: forAll, person: null, grade: 3, silent: true })).status).toBe(201);
  expect((await lead.post('/exercises', { id: randomUUID(), person: 'nobody', grade: 3 })).status).toBe(422);
  expect((await lead.post('/exercises', { id: randomUUID(), person: null, grade: 6 })).status).toBe(422);
  const home = (await learner.get('/practice')).body as PracticeHome;
  expect(home.offered.map((e) => e.id)).toEqual([forAll]);
  expect(home.offered[0]).toMatchObject({ grade: 3, setBy: 'marit', fromJob: false });
  expect((await learner.post('/practice', { id: randomUUID(), exercise: forOne })).status).toBe(404);
  const id = await start(learner, { exercise: forAll });
  expect(((await learner.get(`/practice/${id}`)).body as PracticeView).practice).toMatchObject({ silent: true, grade: 3 });
  expect(((await learner.get('/practice')).body as PracticeHome).offered).toEqual([]);
  expect((await learner.ask('PATCH', `/practice/${id}`, { silent: false })).status).toBe(200);
  expect((await lead.ask('DELETE', `/exercises/${forAll}`)).status).toBe(200);
  expect((await lead.ask('DELETE', `/exercises/${forAll}`)).status).toBe(404);
});

test('given up, it says what it was; its review is kept, counts in the course, and nothing more is taken', async () => {
  const id = await start(learner, { grade: 1 });
  await ask(learner, id, grip);
  expect((await learner.get(`/practice/${id}/review`)).status).toBe(409);
  expect((await learner.post(`/practice/${id}/give-up`, {})).status).toBe(200);
  const r = (await learner.get(`/practice/${id}/review`)).body as PracticeReviewed;
  expect(r.review.was).toMatch(/made it/);
  expect(r.review.path).toHaveLength(1);
  expect(r.review.best.length).toBeGreaterThan(0);
  expect(r.practice).toMatchObject({ id, givenUp: true });
  expect(((await learner.get(`/practice/${id}/review`)).body as PracticeReviewed).review).toEqual(r.review);
  expect((await ask(learner, id, grip)).status).toBe(409);
  expect((await write(learner, id, line(id, 'note', { text: 'late' }))).status).toBe(409);
  const home = (await learner.get('/practice')).body as PracticeHome;
  expect(home.mine.find((p) => p.id === id)!.result).toMatchObject({ found: r.review.found });
  expect(home.course.of).toBeGreaterThan(0);
}, 60_000);

test('for the diagnosis alone it ends with the verdict; a lead says something of its review, and nobody else', async () => {
  await tap(lead, 'marit');
  await lead.pin('marit');
  const exercise = randomUUID();
  const set = { id: exercise, person: 'tobin', grade: 1, diagnosisOnly: true, focus: 'danger left in', dueOn: '2031-05-02' };
  expect((await lead.post('/exercises', { ...set, dueOn: 'soon' })).status).toBe(422);
  expect((await lead.post('/exercises', set)).status).toBe(201);
  const offered = ((await learner.get('/practice')).body as PracticeHome).offered.find((e) => e.id === exercise)!;
  expect(offered).toMatchObject({ diagnosisOnly: true, dueOn: '2031-05-02', begun: 0, done: 0 });
  const id = await start(learner, { exercise });
  expect(((await learner.get(`/practice/${id}`)).body as PracticeView).practice).toMatchObject({
    diagnosisOnly: true,
    closed: false,
  });
  expect((await lead.ask('PUT', `/practice/${id}/comment`, { comment: 'early' })).status).toBe(404);
  const said = { character: [], where: [], when: [], handling: [], conditions: [], like: [], history: [], words: 'it knocks' };
  await write(learner, id, line(id, 'complaint', { ...said, character: ['dull clunk'] }));
  await learner.post(`/practice/${id}/asks`, { id: randomUUID(), ask: grip, led: true });
  const { rows } = await s.db.query<{ led: boolean }>('SELECT led FROM practice_ask WHERE practice_id = $1', [id]);
  expect(rows).toEqual([{ led: true }]);
  // Whatever was owed before it is for the review to say: a verdict may come early at a job too, and only its hand-back waits.
  expect((await write(learner, id, line(id, 'verdict', { causes: [], reproduced: false, note: '' }))).status).toBe(201);
  expect(((await learner.get(`/practice/${id}`)).body as PracticeView).practice.closed).toBe(true);
  expect((await write(learner, id, line(id, 'note', { text: 'late' }))).status).toBe(409);
  const whole = await start(learner);
  expect((await write(learner, whole, line(whole, 'verdict', { causes: [], reproduced: false, note: '' }))).status).toBe(201);
  expect(((await learner.get(`/practice/${whole}`)).body as PracticeView).practice.closed).toBe(false);
  await lead.pin('marit');
  expect((await learner.ask('PUT', `/practice/${id}/comment`, { comment: 'mine' })).status).toBe(403);
  expect((await lead.ask('PUT', `/practice/${id}/comment`, { comment: ' Mind the ball joints. ' })).status).toBe(200);
  const mine = () => learner.get('/practice').then((r) => (r.body as PracticeHome).mine.find((p) => p.id === id)!);
  expect((await mine()).comment).toMatchObject({ text: 'Mind the ball joints.', by: 'marit' });
  expect((await lead.ask('PUT', `/practice/${id}/comment`, { comment: '' })).status).toBe(200);
  expect((await mine()).comment).toBeNull();
}, 60_000);

test('a closed job becomes an exercise in one request: nobody is named in it; an open one does not', async () => {
  const { rows } = await s.db.query<{ id: string; plate: string; owner: string }>(
    `SELECT j.id, v.plate, v.owner FROM job j JOIN vehicle v ON v.id = j.vehicle_id JOIN lesson l ON l.job_id = j.id
      WHERE j.kind = 'noise' AND j.closed_at IS NOT NULL AND cardinality(l.faults) > 0 LIMIT 1`,
  );
  const job = rows[0]!;
  const t = await s.tablet().signIn('ruan', 'Bay 2');
  await tap(t, 'ruan');
  const id = randomUUID();
  expect((await learner.post(`/jobs/${job.id}/exercise`, { id })).status).toBe(403);
  expect((await t.post(`/jobs/${job.id}/exercise`, { id })).status).toBe(201);
  const offered = ((await learner.get('/practice')).body as PracticeHome).offered.find((e) => e.id === id)!;
  expect(offered.fromJob).toBe(true);
  const stored = JSON.stringify((await s.db.query('SELECT truth, for_person FROM exercise WHERE id = $1', [id])).rows[0]);
  expect(stored).not.toContain(job.plate);
  expect(stored).not.toContain(job.owner);
  const view = (await learner.get(`/practice/${await start(learner, { exercise: id })}`)).body as PracticeView;
  expect(JSON.stringify({ ...view, type: 0 })).not.toContain(job.owner);
  const open = await t.post(`/jobs/${await t.job('HB 0093')}/exercise`, { id: randomUUID() });
  expect(open.status).toBe(422);
  expect((open.body as { detail: string }).detail).toMatch(/not handed back|no cause/);
});

test('what cannot be asked is said by its field, and nothing is kept of it', async () => {
  const id = await start(learner);
  for (const [what, field] of [
    [{ of: 'nothing' }, 'ask.of'],
    [{ of: 'check', check: 'grip-link', axle: 'front', side: 'left', state: 'flying' }, 'ask.state'],
    [{ of: 'gauge', joint: 'front.left.link-lower', gauge: 'none', state: 'both-hanging' }, 'ask.gauge'],
    [{ of: 'step', step: 'fit-link-left' }, 'ask.step'],
    [{ of: 'goods', choice: randomUUID() }, 'ask.choice'],
    [{ of: 'rung', step: 'link-off-left', ladder: 'stud spins', rung: 'prayer' }, 'ask.rung'],
  ] as const) {
    const r = await ask(learner, id, what as never);
    expect(r.status).toBe(422);
    expect(JSON.stringify(r.body)).toContain(field);
  }
  expect(((await learner.get(`/practice/${id}`)).body as PracticeView).practice.asked).toEqual([]);
});

test('its stream tells of its own lines', async () => {
  const id = await start(learner);
  const res = await fetch(`${s.address}/api/practice/${id}/stream`, { headers: { cookie: learner.cookie } });
  const reader = res.body!.getReader();
  await write(learner, id, line(id, 'note', { text: 'heard here' }));
  let text = '';
  while (!text.includes('heard here')) text += new TextDecoder().decode((await reader.read()).value);
  await reader.cancel();
  expect(text).toContain('event: entries');
});
