import { SHIPPED } from '@ash-knot/core/suspects-table';
import {
  ENTRY_KINDS,
  ENTRY_SPECS,
  fastenersOf,
  foldJob,
  contextOf,
  makeEntry,
  planOf,
  type EntryBodies,
  type EntryKind,
} from '@ash-knot/core';
import { exampleOf, type FileView, type FloorView, type JobView, type SessionView } from '@ash-knot/contract';
import { freshId, startApp, type Running, type Tablet } from '../test';
import { rebuild } from './rebuild';
import { TABLES } from './tables';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

const line = <K extends EntryKind>(job: string, kind: K, body: EntryBodies[K], by = 'ruan') =>
  makeEntry({ kind, body }, { id: freshId(), job, by, at: new Date().toISOString() });
async function write(t: Tablet, ...entries: ReturnType<typeof line>[]): Promise<void> {
  const r = await t.post(`/jobs/${entries[0]!.job}/entries`, { entries });
  expect([r.status, r.body]).toEqual([201, { stored: entries.length }]);
  // What a hand-back teaches is worked out behind it.
  await app.serving.lessons.idle();
}
const vehicleOf = async (t: Tablet, plate: string) =>
  ((await t.get('/floor')).body as FloorView).jobs.find((j) => j.vehicle.plate === plate)!.vehicle.id;
const file = async (t: Tablet, vehicle: string) => (await t.get(`/vehicles/${vehicle}`)).body as FileView;

test('every kind that core calls searched is handled by a table, and no other', () => {
  const handled = [...new Set(TABLES.flatMap((t) => t.handles))].sort();
  expect(handled).toEqual(ENTRY_KINDS.filter((k) => ENTRY_SPECS[k].searched).sort());
});

test('the file shows the complaint and verdict that stand: a struck one no longer', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('HB 0093');
  const vehicle = await vehicleOf(t, 'HB 0093');
  const now = async () => {
    const j = (await file(t, vehicle)).jobs.find((x) => x.id === job)!;
    return [j.words, j.causes];
  };
  const [before] = await now();
  const words = line(job, 'complaint', { ...exampleOf('complaint'), words: 'sings at night' });
  const verdict = line(job, 'verdict', { causes: ['front.left.spring'], reproduced: true, note: '' });
  await write(t, words, verdict);
  expect(await now()).toEqual(['sings at night', ['front.left.spring']]);
  await write(
    t,
    line(job, 'strike', { entry: words.id, why: 'another vehicle' }),
    line(job, 'strike', { entry: verdict.id, why: 'x' }),
  );
  expect(await now()).toEqual([before, []]);
});

test('play by a loop is charted, instead of the readings that came before it; a struck loop gives them back', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('HB 0093');
  const vehicle = await vehicleOf(t, 'HB 0093');
  const joint = 'front.left.frame-bushing' as const;
  const charted = async () =>
    (await file(t, vehicle)).play.filter((p) => p.job === job && p.joint === joint).map((p) => p.playMm);
  const before = await charted();
  expect(before).toHaveLength(1);
  const id = freshId();
  const csv = [
    'displacement [mm],force [N]',
    ...Array.from({ length: 200 }, (_, i) => `${Math.sin(i / 8)},${900 * Math.sin(i / 8)}`),
  ].join('\n');
  expect((await t.ask('PUT', `/jobs/${job}/attachments/loop/${id}`, csv, { 'content-type': 'text/csv' })).status).toBe(201);
  const loop = line(job, 'loop', {
    ...exampleOf('loop'),
    joint,
    phase: 'before',
    gauge: 'force-1',
    file: id,
    result: { ...exampleOf('loop').result, playMm: 0.87 },
  });
  await write(t, loop);
  expect(await charted()).toEqual([0.87]);
  // What the visit before measured is compared reading by reading: a loop is none.
  await write(t, line(job, 'strike', { entry: loop.id, why: 'gauge slipped' }));
  expect(await charted()).toEqual(before);
});

/** Everything that a table or a column made from the ledger holds. */
async function everything(): Promise<Record<string, unknown[]>> {
  const out: Record<string, unknown[]> = {};
  for (const sql of [
    'SELECT * FROM reading ORDER BY entry_id',
    'SELECT * FROM torque_record ORDER BY entry_id',
    'SELECT * FROM recheck ORDER BY entry_id',
    'SELECT * FROM said ORDER BY entry_id',
    'SELECT id, closed_at, distance_km FROM job ORDER BY id',
    'SELECT id, distance_km FROM vehicle ORDER BY id',
    'SELECT * FROM lesson ORDER BY job_id',
    'SELECT * FROM tip ORDER BY entry_id',
    'SELECT * FROM step_time ORDER BY job_id, task, minutes',
    'SELECT * FROM task_time ORDER BY type_id, task, rusty',
  ])
    out[sql] = (await app.db.query(sql)).rows;
  return out;
}

/** Works a job of the floor through to its hand-back. */
async function finish(t: Tablet, plate: string): Promise<{ job: string; handBack: string }> {
  const job = await t.job(plate);
  const view = (await t.get(`/jobs/${job}`)).body as JobView;
  const shop = ((await t.get('/session')).body as SessionView).shop!;
  const state = foldJob(contextOf(view, shop), view.entries);
  const lines = fastenersOf(state)
    .filter((f) => f.state !== 'done')
    .map((f) =>
      line(job, 'clicks', {
        fastener: f.fastener.id,
        clicks: f.clicks,
        of: f.clicks,
        targetNm: f.targetNm,
        targetText: 'as published',
        source: 'book',
      }),
    );
  for (const s of planOf(state)) if (!s.fastener) lines.push(line(job, 'step', { step: s.id, state: 'done' }));
  const handBack = line(job, 'hand-back', { distanceKm: view.distanceKm + 7, note: '' });
  await t.pin('ruan');
  await write(
    t,
    ...lines,
    line(job, 'road-test', { result: 'quiet', note: '' }),
    line(job, 'recheck', { what: 'link nuts', atKm: view.distanceKm + 100, onDate: '2026-12-24' }),
    handBack,
  );
  return { job, handBack: handBack.id };
}

test('a tip stands in the next job of its type, and in no other type’s; a struck one nowhere', async () => {
  const t = await app.tablet().signIn();
  const from = await t.job('SK 2047');
  const tips = async (plate: string) =>
    ((await t.get(`/jobs/${await t.job(plate)}`)).body as JobView).file.tips.map((x) => x.text);
  const before = await tips('PV 2210');
  const tip = line(from, 'tip', { task: 'link off', kind: 'link-lower', text: 'full lock first' });
  await write(t, tip);
  // PV 2210 is of the same type, HB 0093 is not; its own job reads it off its tape.
  expect(await tips('PV 2210')).toEqual(['full lock first', ...before]);
  expect(await tips('HB 0093')).not.toContain('full lock first');
  expect(await tips('SK 2047')).not.toContain('full lock first');
  await write(t, line(from, 'strike', { entry: tip.id, why: 'wrong vehicle' }));
  expect(await tips('PV 2210')).toEqual(before);
});

test('a torque of a fastener that nobody undoes in this job is refused, with what would help', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('SK 2047');
  for (const entry of [
    line(job, 'torque', { ...exampleOf('torque'), fastener: 'front.left.arm-bolt' }),
    line(job, 'mark', { fastener: 'rear.left.damper-bolt', how: 'left alone, checked tight' }),
    line(job, 'lock', { fastener: 'front.left.tie-rod-nut', how: 'new cotter' }),
  ]) {
    const r = await t.post(`/jobs/${job}/entries`, { entries: [entry] });
    expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringContaining('is not undone in this job')]);
  }
});

test('a crew names people of the shop, and nobody else', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('SK 2047');
  await write(t, line(job, 'crew', exampleOf('crew')));
  const stranger = line(job, 'crew', { people: [{ id: 'nobody', name: 'A stranger' }] });
  const r = await t.post(`/jobs/${job}/entries`, { entries: [stranger] });
  expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringContaining('name A stranger, who does not work here')]);
});

// Long: every entry and lesson of the demo, anew.
test('every table made anew from the ledger is what it was, struck entries, hand-backs and lessons included', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('HB 0093');
  const reading = line(job, 'reading', { ...exampleOf('reading'), gauge: 'dial-1' });
  await write(t, reading);
  await write(t, line(job, 'strike', { entry: reading.id, why: 'misread' }));
  const worked = await t.job('SK 2047');
  const mark = line(worked, 'mark', { fastener: 'front.right.link-upper-nut', how: 'left alone, checked tight' });
  await write(t, mark, line(worked, 'tip', exampleOf('tip')));
  await write(t, line(worked, 'strike', { entry: mark.id, why: 'other side' }));
  // One handed back and struck open again, one handed back twice, one recheck made and unmade.
  const first = await finish(t, 'SK 2047');
  await write(t, line(first.job, 'strike', { entry: first.handBack, why: 'one nut forgotten' }));
  const prove = await finish(t, 'PV 2210');
  const due = (await app.db.query<{ entry_id: string }>('SELECT entry_id FROM recheck WHERE job_id = $1', [prove.job])).rows[0]!;
  const done = line(prove.job, 'rechecked', { recheck: due.entry_id, result: 'tight', note: '' });
  await write(t, done);
  await write(t, line(prove.job, 'strike', { entry: done.id, why: 'another vehicle' }));
  await app.db.query('UPDATE lesson SET undone_at = now() WHERE job_id = (SELECT job_id FROM lesson ORDER BY closed_at LIMIT 1)');

  const open = await t.job('NR 508');
  const wrong = line(open, 'distance', { distanceKm: 12, wasKm: 1, why: 'slip' });
  await write(t, wrong, line(open, 'strike', { entry: wrong.id, why: 'a slip of its own' }));
  await write(t, line(open, 'distance', { distanceKm: 34_567, wasKm: 1, why: 'read again' }));

  const live = await everything();
  expect(live['SELECT * FROM said ORDER BY entry_id']!.some((r) => (r as { struck: boolean }).struck)).toBe(true);
  // Damage that a rebuild must mend.
  await app.db.query('DELETE FROM torque_record');
  await app.db.query('UPDATE reading SET play_mm = 9, struck = false');
  await app.db.query('UPDATE job SET closed_at = NULL WHERE id = $1', [prove.job]);
  await app.db.query('UPDATE job SET distance_km = 5 WHERE id = $1', [open]);
  expect(await rebuild(app.db)).toBeGreaterThan(1000);
  const anew = await everything();
  for (const [sql, rows] of Object.entries(live)) expect([sql, anew[sql]]).toEqual([sql, rows]);
});

test('entries, types and the suspects table of an older program are read as today’s', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('SCH 11');
  await app.db.query(
    `INSERT INTO entry (id, job_id, kind, body, by_person, at) VALUES ($1, $2, 'measure', '{"axle":"front","measure":"nut-hex","text":"18 mm","mm":18}', 'ruan', now())`,
    [freshId(), job],
  );
  await app.db.query(
    `UPDATE vehicle_type SET spec = (spec - 'version') || jsonb_build_object('axles', jsonb_build_object('front', (spec->'axles'->'front') || '{"driven": true, "points": {"hub": [780, 345], "armInner": [400, 250], "armOuter": [725, 215], "springTop": [640, 920], "springFoot": [680, 655], "damperTop": [640, 955], "damperFoot": [725, 415]}}', 'rear', (spec->'axles'->'rear') || '{"points": {"hub": [770, 345], "armInner": [410, 435], "armOuter": [610, 330], "springTop": [510, 725], "springFoot": [510, 395], "damperTop": [620, 825], "damperFoot": [650, 285]}}'))
      WHERE id = (SELECT v.type_id FROM job j JOIN vehicle v ON v.id = j.vehicle_id WHERE j.id = $1)`,
    [job],
  );
  await app.db.query(
    `UPDATE shop SET suspects_table = jsonb_build_object('format', 'ash-knot strengths 1', 'provenance', 'this yard', 'faults', '{"link-lower": {"prior": 0.33, "signs": {"rattle": 0.5, "wail": 0.2}}}'::jsonb)`,
  );
  const view = (await t.get(`/jobs/${job}`)).body as JobView;
  expect(view.entries.at(-1)).toMatchObject({ kind: 'size', version: 3, body: { size: 'nut-hex' } });
  expect(view.type).toMatchObject({
    version: 4,
    axles: { front: { powered: true, points: { hub: { at: [0, 780, 345], from: 'usual' } } } },
  });
  const shop = ((await t.get('/session')).body as SessionView).shop!;
  expect(shop.suspectsTable!.faults['link-lower']).toEqual({
    prior: 0.33,
    sounds: SHIPPED.faults['link-lower'].sounds,
    // Its own strengths; of the sounds that are played what ships says.
    signs: { rattle: 0.5, 'hard knock': 0.4, 'soft thud': 0.25, 'double clack': 0.15 },
  });
  expect(Object.keys(shop.suspectsTable!.faults)).toContain('wheel-nuts');
  // The whole job can still be judged, on the server too.
  expect(foldJob(contextOf(view, shop), view.entries).sizes).toHaveLength(1);
  expect((await t.get('/floor')).status).toBe(200);
});
