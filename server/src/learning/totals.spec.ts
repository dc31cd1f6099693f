import { calibration, saidBins, type Count, type Prediction } from '@ash-knot/core';
import type { LearningView } from '@ash-knot/contract';
import { startApp, type Running } from '../test';
import { pino } from 'pino';
import type { Db } from '../db/pool';
import { catchUpLessons, Lessons } from './lessons';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

interface LessonRow {
  readonly counts: Count[];
  readonly predictions: Prediction[];
  readonly undone: boolean;
  readonly type_id: string;
  readonly faults: string[];
}
const lessons = async () =>
  (await app.db.query<LessonRow>('SELECT counts, predictions, undone_at IS NOT NULL AS undone, type_id, faults FROM lesson'))
    .rows;

/** The totals, reckoned here from the lessons themselves. */
async function reckoned() {
  const all = await lessons();
  const learned = new Map<string, { yes: number; no: number }>();
  const found = new Map<string, number>();
  for (const l of all.filter((x) => !x.undone)) {
    for (const c of l.counts) {
      const t = learned.get(c.key) ?? { yes: 0, no: 0 };
      learned.set(c.key, { yes: t.yes + c.yes, no: t.no + c.no });
    }
    const kinds = l.faults.filter((f) => f.split('.').length >= 3).map((f) => f.split('.')[2]!);
    for (const k of [...kinds, ...(l.faults.length ? [''] : [])]) {
      const key = `${l.type_id} ${k}`;
      found.set(key, (found.get(key) ?? 0) + 1);
    }
  }
  const said = all.filter((l) => l.counts.length > 0).flatMap((l) => l.predictions);
  return { learned, found, said };
}

async function agree(): Promise<void> {
  const want = await reckoned();
  const { rows: learned } = await app.db.query<Count>('SELECT key, yes::float8, no::float8 FROM learned WHERE lessons > 0');
  expect(learned.map((c) => c.key).sort()).toEqual([...want.learned.keys()].sort());
  for (const c of learned) {
    expect(c.yes).toBeCloseTo(want.learned.get(c.key)!.yes, 9);
    expect(c.no).toBeCloseTo(want.learned.get(c.key)!.no, 9);
  }
  const { rows: found } = await app.db.query<{ type_id: string; kind: string; n: number }>(
    'SELECT * FROM type_found WHERE n <> 0',
  );
  expect(new Map(found.map((f) => [`${f.type_id} ${f.kind}`, f.n]))).toEqual(want.found);
  const t = await app.tablet().signIn();
  const v = (await t.get('/learning')).body as LearningView;
  for (const layer of ['worn', 'makes'] as const)
    for (const stage of ['heard', 'found'] as const) {
      const direct = calibration(saidBins(want.said.filter((p) => p.layer === layer && p.stage === stage)));
      expect(v[layer][stage].n).toBe(direct.n);
      expect(v[layer][stage].brier).toBeCloseTo(direct.brier, 9);
      v[layer][stage].bins.forEach((b, i) => expect(b.rate).toBeCloseTo(direct.bins[i]!.rate, 9));
    }
}

test('the running totals are what the lessons come to: as loaded, with some taken out, some changed, some gone', async () => {
  await agree();
  await app.db.query('UPDATE lesson SET undone_at = now() WHERE job_id IN (SELECT job_id FROM lesson ORDER BY job_id LIMIT 7)');
  await agree();
  await app.db.query('UPDATE lesson SET undone_at = NULL, distance_km = distance_km + 1');
  await agree();
  await app.db.query('DELETE FROM lesson WHERE job_id IN (SELECT job_id FROM lesson ORDER BY job_id DESC LIMIT 9)');
  await agree();
});

test('what is missing is caught up with, by two servers at once each lesson only once', async () => {
  const all = (await lessons()).length;
  const before = (await app.db.query('SELECT * FROM task_time ORDER BY type_id, task, rusty')).rows;
  await app.db.query('DELETE FROM lesson WHERE job_id IN (SELECT job_id FROM lesson ORDER BY closed_at LIMIT 12)');
  const [a, b] = await Promise.all([catchUpLessons(app.db), catchUpLessons(app.db)]);
  // Nine are missing from the test before.
  expect(a! + b!).toBe(12 + 9);
  expect((await lessons()).length).toBe(all + 9);
  await agree();
  expect((await app.db.query('SELECT * FROM task_time ORDER BY type_id, task, rusty')).rows).toEqual(before);
});

test('a database that goes away while it is caught up is no end of it, nor a job somebody writes to', async () => {
  const all = (await lessons()).length;
  const { rows } = await app.db.query<{ job_id: string }>('SELECT job_id FROM lesson ORDER BY closed_at LIMIT 3');
  await app.db.query('DELETE FROM lesson WHERE job_id = ANY($1)', [rows.map((r) => r.job_id)]);
  const writer = await app.db.connect();
  await writer.query('BEGIN');
  await writer.query('SELECT 1 FROM job WHERE id = $1 FOR UPDATE', [rows[0]!.job_id]);

  let connected = 0;
  const flaky = new Proxy(app.db, {
    get(db, name: keyof Db) {
      if (name !== 'connect') return typeof db[name] === 'function' ? (db[name] as () => unknown).bind(db) : db[name];
      return () => (++connected === 2 ? Promise.reject(new Error('Connection terminated unexpectedly')) : db.connect());
    },
  });
  const lost = new Lessons(flaky, pino({ level: 'silent' }), 5);
  lost.catchUp();
  while ((await lessons()).length < all - 1) await new Promise((r) => setTimeout(r, 10));
  expect(connected).toBeGreaterThan(3);
  await writer.query('ROLLBACK');
  writer.release();
  while ((await lessons()).length < all) await new Promise((r) => setTimeout(r, 10));
  lost.end();
  await agree();
});

test('lessons come a page at a time, the latest first, each once', async () => {
  const t = await app.tablet().signIn();
  const seen: string[] = [];
  let page = (await t.get('/learning')).body as LearningView;
  const { taught } = page;
  for (;;) {
    seen.push(...page.lessons.map((l) => l.job));
    if (page.older === null) break;
    page = (await t.get(`/learning?older=${encodeURIComponent(page.older)}`)).body as LearningView;
  }
  expect(seen.length).toBe(taught.jobs);
  expect(new Set(seen).size).toBe(seen.length);
  expect((await t.get('/learning?older=yesterday')).status).toBe(422);
});
