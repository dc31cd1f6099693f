import { copyFile, mkdtemp, readdir, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { foldJob, contextOf } from '@ash-knot/core';
import { PEOPLE, RULES, TYPES } from '@ash-knot/demo';
import { exampleOf, type FileView, type FloorView, type JobView, type SessionView } from '@ash-knot/contract';
import { rebuild } from '../ledger/rebuild';
import { hashPin } from '../session/pin';
import { MIGRATIONS, startApp, type Running } from '../test';
import { migrate } from './migrate';
import type { Db } from './pool';

const id = (n: number) => `0193c000-0000-7000-8000-0000000000${String(n).padStart(2, '0')}`;
const TYPE = id(1);
const VEHICLE = id(2);
const DONE = id(3);
const OPEN = id(4);
const PHOTO = id(20);
const LOOP = id(21);
const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);

/** A shop as the program before 007_rooms left it: entries without a version, the words of then, three tables for files. */
async function fill(db: Db): Promise<void> {
  await db.query("INSERT INTO shop (name, notice, bays, rules, strengths) VALUES ('Yard', '', '{Bay 2}', $1, $2)", [
    JSON.stringify({ ...RULES, currency: undefined }),
    JSON.stringify({
      format: 'ash-knot strengths 1',
      provenance: 'this yard',
      faults: { 'link-lower': { prior: 0.4, signs: {} } },
    }),
  ]);
  await db.query("INSERT INTO gauge (id, name, resolution, scatter_mm, degrees) VALUES ('dial-1', 'Dial', 0.01, 0.02, 12)");
  for (const p of PEOPLE)
    await db.query('INSERT INTO person (id, name, role, pin_hash) VALUES ($1, $2, $3, $4)', [
      p.id,
      p.name,
      p.role,
      await hashPin('2468'),
    ]);
  await db.query('INSERT INTO vehicle_type (id, name, spec) VALUES ($1, $2, $3)', [TYPE, 'Type', JSON.stringify(typeOfThen())]);
  await db.query(
    "INSERT INTO vehicle (id, plate, plate_key, type_id, year, distance_km) VALUES ($1, 'OLD 1', 'OLD1', $2, 2015, 61200)",
    [VEHICLE, TYPE],
  );
  for (const [job, km, closed] of [
    [DONE, 60_000, 'now()'],
    [OPEN, 61_200, 'NULL'],
  ] as const)
    await db.query(
      `INSERT INTO job (id, vehicle_id, kind, bay, distance_km, opened_by, closed_at) VALUES ($1, $2, 'noise', 'Bay 2', $3, 'ruan', ${closed})`,
      [job, VEHICLE, km],
    );
  const entry = (n: number, job: string, kind: string, body: object) =>
    db.query("INSERT INTO entry (id, job_id, kind, body, by_person, at) VALUES ($1, $2, $3, $4, 'ruan', now())", [
      id(n),
      job,
      kind,
      JSON.stringify(body),
    ]);
  const { handling, ...complaint } = exampleOf('complaint');
  await entry(5, DONE, 'complaint', { ...complaint, drives: handling, words: 'sings at night' });
  await entry(6, DONE, 'verdict', { causes: ['front.left.spring'], reproduced: true, note: '' });
  await entry(7, DONE, 'strike', { entry: id(6), why: 'wrong vehicle' });
  await entry(8, DONE, 'hand-back', { distanceKm: 60_012, note: '' });
  await entry(9, OPEN, 'complaint', { ...complaint, drives: handling, words: 'knocks on the cobbles' });
  await entry(10, OPEN, 'measure', { axle: 'front', measure: 'bar-diameter', text: '22 mm', mm: 22 });
  await entry(11, OPEN, 'loop', { ...exampleOf('loop'), gauge: 'dial-1', phase: 'before', file: LOOP });
  await entry(12, OPEN, 'photo', { photo: PHOTO, joint: 'front.left.link-lower' });
  await db.query("INSERT INTO photo (id, job_id, mime, bytes, taken_by) VALUES ($1, $2, 'image/jpeg', $3, 'ruan')", [
    PHOTO,
    OPEN,
    JPEG,
  ]);
  await db.query("INSERT INTO loop_file (id, job_id, csv, taken_by) VALUES ($1, $2, '0,1', 'ruan')", [LOOP, OPEN]);
  await db.query(
    `INSERT INTO lesson (job_id, vehicle_id, type_id, distance_km, closed_at, faults, renewed, counts, predictions, undone)
     VALUES ($1, $2, $3, 60012, now(), '{}', '{}', '[]', '[]', true)`,
    [DONE, VEHICLE, TYPE],
  );
}

/** A type in its first shape: no version, flat points, an axle that is "driven". */
function typeOfThen(): object {
  const { version: _, axles, ...spec } = TYPES[0]!.spec;
  const axleOfThen = ({ powered, points, ...axle }: (typeof axles)['front']) => ({
    ...axle,
    ...(powered === undefined ? {} : { driven: powered }),
    points: Object.fromEntries(Object.entries(points).map(([name, p]) => [name, p.at.slice(1)])),
  });
  return { ...spec, axles: { front: axleOfThen(axles.front), rear: axleOfThen(axles.rear) } };
}

let app: Running;
beforeAll(async () => {
  app = await startApp({ older: { last: '006', fill } });
});
afterAll(async () => app.stop());

test('a shop of the program before: its jobs open, fold and show what was said, measured and photographed', async () => {
  const t = await app.tablet().signIn();
  const floor = (await t.get('/floor')).body as FloorView;
  expect(floor.jobs.map((j) => j.vehicle.plate)).toEqual(['OLD 1']);
  const view = (await t.get(`/jobs/${OPEN}`)).body as JobView;
  expect(view.entries.map((e) => [e.kind, e.version])).toEqual([
    ['complaint', 4],
    ['size', 3],
    ['loop', 1],
    ['photo', 1],
  ]);
  const shop = ((await t.get('/session')).body as SessionView).shop!;
  expect(shop.suspectsTable!.faults['link-lower'].prior).toBe(0.4);
  const state = foldJob(contextOf(view, shop), view.entries);
  expect(state.complaint!.handling).toEqual(exampleOf('complaint').handling);
  expect(state.sizes[0]!.body).toMatchObject({ size: 'bar-diameter', mm: 22 });
  for (const file of [PHOTO, LOOP]) expect((await t.get(`/attachments/${file}`)).status).toBe(200);
});

test('what was struck then is struck in the file now, and its loop is charted', async () => {
  const t = await app.tablet().signIn();
  const file = (await t.get(`/vehicles/${VEHICLE}`)).body as FileView;
  const done = file.jobs.find((j) => j.id === DONE)!;
  expect([done.words, done.causes]).toEqual(['sings at night', []]);
  expect(file.play).toMatchObject([{ job: OPEN, joint: 'front.left.frame-bushing' }]);
});

test('the tables the migration filled are those a rebuild makes', async () => {
  const all = async () => {
    const out = [];
    for (const sql of [
      'SELECT * FROM said ORDER BY entry_id',
      'SELECT * FROM reading ORDER BY entry_id',
      'SELECT id, distance_km, entered_km FROM vehicle',
      'SELECT id, closed_at IS NULL AS open FROM job ORDER BY id',
      'SELECT id, job_id, kind, mime FROM attachment ORDER BY id',
      'SELECT job_id, undone_at IS NOT NULL AS undone FROM lesson',
    ])
      out.push([sql, (await app.db.query(sql)).rows]);
    return out;
  };
  const migrated = await all();
  await rebuild(app.db);
  expect(await all()).toEqual(migrated);
});

describe('a database and a program that are not of one age', () => {
  const folder = async () => {
    const dir = await mkdtemp(path.join(tmpdir(), 'migrations-'));
    for (const f of await readdir(MIGRATIONS)) await copyFile(path.join(MIGRATIONS, f), path.join(dir, f));
    return dir;
  };

  test('one of a newer program, or with a migration of another text, is refused before anything is changed', async () => {
    const dir = await folder();
    await writeFile(path.join(dir, '999_future.sql'), 'CREATE TABLE future (id int)');
    await migrate(app.db, dir);
    await expect(migrate(app.db, MIGRATIONS)).rejects.toThrow(/made by a newer program \(999_future.sql\). Nothing was changed/);
    await writeFile(path.join(dir, '999_future.sql'), 'CREATE TABLE other (id int)');
    await expect(migrate(app.db, dir)).rejects.toThrow('is not the text this database was made with');
    await app.db.query("DELETE FROM migration WHERE name = '999_future.sql'");
    await app.db.query('DROP TABLE future');
    // Sums of migrations from before they were kept are taken as they stand.
    await app.db.query('UPDATE migration SET checksum = NULL');
    expect(await migrate(app.db, MIGRATIONS)).toEqual([]);
    expect((await app.db.query('SELECT count(*)::int AS n FROM migration WHERE checksum IS NULL')).rows).toEqual([{ n: 0 }]);
  });

  test('two servers that start at once migrate once', async () => {
    const dir = await folder();
    await writeFile(path.join(dir, '998_slow.sql'), 'SELECT pg_sleep(0.3); CREATE TABLE once (id int)');
    const applied = await Promise.all([migrate(app.db, dir), migrate(app.db, dir)]);
    expect(applied.flat()).toEqual(['998_slow.sql']);
  });
});
