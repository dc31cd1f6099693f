import type { JobView } from '@ash-knot/contract';
import { ENOUGH_TIMES } from '@ash-knot/core';
import { freshId, startApp, type Running } from '../test';
import { rebuildLessons } from './lessons';
import { LATEST } from './times';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

const all = async () =>
  (await app.db.query('SELECT type_id, task, rusty, jobs, median, p80 FROM task_time ORDER BY task, rusty, type_id')).rows;

test('closed jobs’ tapes are timed by type and in all, as PostgreSQL’s own percentiles say', async () => {
  const t = await app.tablet().signIn();
  const job = (await t.get(`/jobs/${await t.job('SK 2047')}`)).body as JobView;
  const off = job.file.times.filter((x) => x.task === 'link off' && x.rusty);
  expect(off.map((x) => x.of).sort()).toEqual(['shop', 'type']);
  const shop = off.find((x) => x.of === 'shop')!;
  const kept = await app.db.query<{ minutes: number; at: Date }>(
    `SELECT minutes, at FROM step_time WHERE task = 'link off' AND rusty ORDER BY minutes`,
  );
  const closings = [...new Set(kept.rows.map((r) => Number(r.at)))].sort((a, b) => b - a).slice(0, LATEST);
  const rows = kept.rows.filter((r) => closings.includes(Number(r.at)));
  expect(shop.jobs).toBeGreaterThan(ENOUGH_TIMES);
  // The median by hand: the middle one, or between the middle two.
  const at = (q: number) => {
    const place = q * (rows.length - 1);
    const [low, high] = [rows[Math.floor(place)]!.minutes, rows[Math.ceil(place)]!.minutes];
    return low + (high - low) * (place - Math.floor(place));
  };
  expect(shop.median).toBeCloseTo(at(0.5), 9);
  expect(shop.p80).toBeCloseTo(at(0.8), 9);
});

// Long: every lesson of the demo is worked out anew.
test('worked out anew they are the same', async () => {
  const before = await all();
  expect(before.length).toBeGreaterThan(10);
  await rebuildLessons(app.db);
  expect(await all()).toEqual(before);
});

test('a hand-back that is struck takes its times out, and no other’s', async () => {
  const { rows } = await app.db.query<{ id: string; entry: string }>(
    `SELECT j.id, e.id AS entry FROM job j JOIN entry e ON e.job_id = j.id AND e.kind = 'hand-back'
      WHERE EXISTS (SELECT 1 FROM step_time s WHERE s.job_id = j.id)
        AND NOT EXISTS (SELECT 1 FROM job o WHERE o.vehicle_id = j.vehicle_id AND o.opened_at > j.opened_at) LIMIT 1`,
  );
  const { id, entry } = rows[0]!;
  const count = async (where: string) =>
    Number((await app.db.query<{ n: string }>(`SELECT count(*) AS n FROM step_time WHERE ${where}`)).rows[0]!.n);
  const others = await count(`job_id <> '${id}'`);
  const t = await app.tablet().signIn('marit');
  await t.pin('marit');
  const strike = {
    id: freshId(),
    job: id,
    kind: 'strike',
    version: 1,
    body: { entry, why: 'it came back the same day' },
    by: 'marit',
    at: new Date().toISOString(),
  };
  expect((await t.post(`/jobs/${id}/entries`, { entries: [strike] })).status).toBe(201);
  expect(await count(`job_id = '${id}'`)).toBe(0);
  expect(await count(`job_id <> '${id}'`)).toBe(others);
});
