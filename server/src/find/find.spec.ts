import type { FoundThing } from '@ash-knot/contract';
import { startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn();
});
afterAll(async () => app.stop());

const find = async (q: string): Promise<FoundThing[]> => (await t.get(`/find?q=${encodeURIComponent(q)}`)).body;

test('a job is found by what its customer said, as it was said or as it is ticked, with more of the vehicle beside it; what matched is shown', async () => {
  const { rows } = await app.db.query<{ job: string; plate: string; owner: string; search: string }>(
    `SELECT s.job_id AS job, v.plate, v.owner, s.search FROM said s JOIN job j ON j.id = s.job_id JOIN vehicle v ON v.id = j.vehicle_id
      WHERE s.kind = 'complaint' AND NOT s.struck AND s.search LIKE '%dull clunk%' ORDER BY j.opened_at DESC`,
  );
  const [one] = rows;
  // Nobody types the shop's word: a clonk, and several of them, are its dull clunk.
  const clonks = await find('clonks');
  expect(clonks.every((f) => f.kind === 'job' && /clonk|dull clunk/.test(f.matched!))).toBe(true);
  // First as it was typed, then as it is ticked, which is shown; of those the newest.
  const asTyped = clonks.map((f) => /clonk/.test(f.matched!));
  expect(asTyped.indexOf(true)).toBe(0);
  expect(asTyped).toEqual([...asTyped].sort((x, y) => Number(y) - Number(x)));
  // Said by nobody here, and ticked: the newest, with what it is ticked as.
  expect((await find('thumps'))[0]).toMatchObject({
    id: one!.job,
    title: one!.plate,
    matched: expect.stringContaining('dull clunk'),
  });
  const owner = one!.owner.split(' ').at(-1)!;
  const both = await find(`thuds ${owner}`);
  const its = (
    await app.db.query<{ job: string }>(
      `SELECT s.job_id AS job FROM said s JOIN job j ON j.id = s.job_id JOIN vehicle v ON v.id = j.vehicle_id
        WHERE s.search ~ 'thud|dull clunk' AND (s.search LIKE $1 OR v.search LIKE $1)`,
      [`%${owner.toLowerCase()}%`],
    )
  ).rows.map((r) => r.job);
  expect(both.map((f) => f.id)).toContain(one!.job);
  expect(both.filter((f) => f.kind === 'job' && f.matched).every((f) => its.includes(f.id))).toBe(true);
  // A word that stands nowhere finds nothing by the other one.
  expect((await find('thuds quokkawort')).filter((f) => f.matched)).toEqual([]);
  // The vehicle itself comes first, and once.
  const plate = await find(one!.plate);
  expect(plate[0]!.title).toBe(one!.plate);
  expect(new Set(plate.map((f) => f.kind + f.id)).size).toBe(plate.length);
});

test('a thread is found as it is typed, a torque in whatever unit, with the book it stands in', async () => {
  const { rows } = await app.db.query<{ thread: string }>(
    `SELECT spec->'upper'->>'thread' AS thread FROM part WHERE spec->'upper'->>'thread' LIKE 'M%' LIMIT 1`,
  );
  const { thread } = rows[0]!;
  for (const q of [thread, thread.replace('×', 'x').toLowerCase(), thread.replace('×', ' x ').replace('.', ',')]) {
    const parts = (await find(q)).filter((f) => f.kind === 'part');
    expect(parts.length).toBeGreaterThan(0);
    expect(parts.every((p) => p.matched === `thread ${thread}`)).toBe(true);
  }
  const book = await app.db.query<{ id: string; nm: number }>(
    `SELECT t.id, (x->>'minNm')::float8 AS nm FROM vehicle_type t, jsonb_each(t.spec->'torqueBook') b, jsonb_array_elements(b.value) x
      WHERE t.away_at IS NULL LIMIT 1`,
  );
  const { id, nm } = book.rows[0]!;
  for (const q of [`${nm} Nm`, `${(nm / 1.3558179483).toFixed(1)} lb ft`]) {
    const types = (await find(q)).filter((f) => f.kind === 'type');
    const its = types.find((f) => f.id === id);
    expect(its?.matched).toMatch(/^(front|rear) .+: \d.*\(.+\)/);
  }
  const sheet = await app.db.query<{ id: string; nm: number }>(
    `SELECT p.id, (x->>'minNm')::float8 AS nm FROM part p, jsonb_array_elements(p.spec->'torque') x ORDER BY p.stock DESC LIMIT 1`,
  );
  const bySheet = (await find(`${sheet.rows[0]!.nm} N·m`)).filter((f) => f.kind === 'part');
  expect(bySheet.length).toBeGreaterThan(0);
  expect(bySheet.every((f) => /: \d.*\(.+\)/.test(f.matched!))).toBe(true);
  // A number without a unit is no torque.
  expect((await find(String(nm))).filter((f) => f.matched?.includes(': '))).toEqual([]);
});

test('by a VIN it says so: nothing else on the line does', async () => {
  const { rows } = await app.db.query<{ vin: string; plate: string }>(
    `SELECT vin, plate FROM vehicle WHERE vin IS NOT NULL AND away_at IS NULL LIMIT 1`,
  );
  const { vin, plate } = rows[0]!;
  expect((await find(vin.slice(-8)))[0]).toMatchObject({ title: plate, matched: `VIN ${vin}` });
});
