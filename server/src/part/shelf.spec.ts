import { csvOf, rowsOf, type CatalogueTaken, type PartList, type ShelfState } from '@ash-knot/contract';
import type { Part } from '@ash-knot/core';
import { startApp, type Running, type Tablet } from '../test';

const LEAD = 'marit';
let app: Running;
let t: Tablet;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn();
});
afterAll(async () => app.stop());

const list = async (query = ''): Promise<PartList> => (await t.get(`/parts?limit=500${query}`)).body;
const stocked = async (): Promise<Part> => (await list('&shelf=stocked')).parts[0]!;
const one = async (id: string): Promise<Part> => (await list()).parts.find((p) => p.id === id)!;
const path = (id: string) => `/parts/${encodeURIComponent(id)}`;
const put = async (as: 'csv' | 'json', text: string, dry: 'yes' | 'no', by: Tablet = t) =>
  by.ask('PUT', `/parts/catalogue?name=list.${as}&try=${dry}`, text, { 'content-type': 'text/plain' });
const table = async (): Promise<string[][]> => rowsOf('parts.csv', (await t.get('/parts/catalogue?as=csv')).body);

describe('a part on the shelf', () => {
  test('is counted: what was counted stands, with who and what the program thought; what leaves after it is taken off', async () => {
    const part = await stocked();
    const counted = (await t.post(`${path(part.id)}/count`, { counted: 9 })).body as ShelfState;
    expect(counted.counted).toMatchObject({ quantity: 9, thought: part.stock, by: 'ruan' });
    expect((await one(part.id)).stock).toBe(9);
    const entry = await app.db.query<{ id: string }>(
      `SELECT id FROM entry WHERE id NOT IN (SELECT entry_id FROM stock_move) ORDER BY seq LIMIT 2`,
    );
    const move = (i: number, at: string) =>
      app.db.query(`INSERT INTO stock_move (entry_id, part_id, quantity, why, at) VALUES ($1,$2,-2,'used',now() ${at})`, [
        entry.rows[i]!.id,
        part.id,
      ]);
    // What a tablet that was out of reach sends late had left before the count.
    await move(0, `- interval '1 day'`);
    expect((await one(part.id)).stock).toBe(9);
    await move(1, `+ interval '1 minute'`);
    expect((await one(part.id)).stock).toBe(7);
    await app.db.query('UPDATE stock_move SET struck = true WHERE entry_id = $1', [entry.rows[1]!.id]);
    expect((await one(part.id)).stock).toBe(9);
  });
  test('is to be ordered from its reorder point on, and only then', async () => {
    const part = await stocked();
    const low = async () => (await list('&shelf=low')).parts.map((p) => p.id);
    expect(await low()).not.toContain(part.id);
    expect((await t.ask('PUT', `${path(part.id)}/reorder`, { at: part.stock - 1 })).status).toBe(200);
    expect(await low()).not.toContain(part.id);
    await t.ask('PUT', `${path(part.id)}/reorder`, { at: part.stock });
    expect(await low()).toContain(part.id);
    expect((await list('&shelf=low')).shelf[part.id]!.reorderAt).toBe(part.stock);
    await t.ask('PUT', `${path(part.id)}/reorder`, { at: null });
    expect(await low()).not.toContain(part.id);
  });
  test('bad counts, unknown parts and nameless tablets are refused', async () => {
    const part = await stocked();
    for (const counted of [-1, 1.5, 'many']) expect((await t.post(`${path(part.id)}/count`, { counted })).status).toBe(422);
    expect((await t.post(`${path('none')}/count`, { counted: 1 })).status).toBe(404);
    expect((await t.ask('PUT', `${path('none')}/reorder`, { at: 1 })).status).toBe(404);
    expect((await app.tablet().post(`${path(part.id)}/count`, { counted: 1 })).status).toBe(401);
  });
});

describe('a list', () => {
  test('written out and taken in again changes nothing, as CSV and as JSON', async () => {
    for (const as of ['csv', 'json'] as const) {
      const body = (await t.get(`/parts/catalogue?as=${as}`)).body as unknown;
      const tried = (await put(as, typeof body === 'string' ? body : JSON.stringify(body), 'yes')).body as CatalogueTaken;
      expect(tried).toMatchObject({ added: 0, changed: 0, wrong: 0, taken: false });
      expect(tried.same).toBe((await list()).total);
    }
  });
  test('is tried first: what is new, what it changes, every bad line by its number; nothing is stored', async () => {
    const [head, first, ...rest] = await table();
    const at = (name: string) => head!.indexOf(name);
    const dearer = first!.with(at('price'), '99.50');
    const fresh = first!.with(at('number'), 'NEW-1');
    const bad = first!.with(at('number'), 'NEW-2').with(at('price'), 'dear');
    const before = await one(first![at('number')]!);
    const tried = (await put('csv', csvOf([head!, dearer, rest[0]!, fresh, bad]), 'yes')).body as CatalogueTaken;
    expect(tried).toMatchObject({ added: 1, changed: 1, same: 1, wrong: 1, taken: false });
    expect(tried.wrongLines).toEqual([{ line: 5, what: 'The price must be a number (given: dear).' }]);
    expect(tried.changes[0]!.changes).toEqual([{ column: 'price', was: first![at('price')], is: '99.50' }]);
    // Not while a line is wrong, whoever asks: nothing is half taken.
    const lead = await app.tablet().signIn(LEAD);
    await lead.pin(LEAD);
    expect((await put('csv', csvOf([head!, dearer, fresh, bad]), 'no', lead)).body).toMatchObject({ wrong: 1, taken: false });
    expect(await one(before.id)).toEqual(before);
    expect(await one('NEW-1')).toBeUndefined();
  });
  test('is taken in whole by a lead with a PIN; what a part was is kept, and its stock stays as counted', async () => {
    const [head, ...rest] = await table();
    const at = (name: string) => head!.indexOf(name);
    const part = await stocked();
    const line = rest.find((r) => r[at('number')] === part.id)!;
    await t.post(`${path(part.id)}/count`, { counted: 4 });
    const text = csvOf([head!, line.with(at('price'), '77').with(at('stock'), '50'), line.with(at('number'), 'NEW-3')]);
    expect((await put('csv', text, 'no')).status).toBe(403);
    const lead = await app.tablet().signIn(LEAD);
    await lead.pin(LEAD);
    expect((await put('csv', text, 'no', lead)).body).toMatchObject({ added: 1, changed: 1, taken: true });
    expect(await one(part.id)).toMatchObject({ priceMinor: 7700, stock: 4, fits: part.fits });
    expect(await one('NEW-3')).toMatchObject({ name: part.name, fits: part.fits });
    const kept = await app.db.query<{ spec: Part; by: string }>(
      'SELECT w.spec, i.by_person AS by FROM part_was w JOIN catalogue_import i ON i.id = w.import_id WHERE w.part_id = $1',
      [part.id],
    );
    expect(kept.rows[0]).toMatchObject({ by: LEAD, spec: { priceMinor: part.priceMinor } });
  });
  test('that is none is refused in words', async () => {
    expect((await put('csv', 'a,b\n1,2', 'yes')).body).toMatchObject({ detail: expect.stringMatching(/must name the columns/) });
    expect((await put('json', '{"a":1}', 'yes')).body).toMatchObject({
      detail: expect.stringMatching(/must be a list of lines/),
    });
    expect((await put('json', '[null]', 'yes')).status).toBe(422);
    expect((await put('csv', 'x'.repeat(9_000_000), 'yes')).status).toBe(413);
    expect((await app.tablet().get('/parts/catalogue?as=csv')).status).toBe(401);
  });
});

test('the shelf comes a page at a time: each part once, in one order, and the last page ends', async () => {
  const all = await list();
  const page = async (n: number) => (await t.get(`/parts?limit=7&offset=${n * 7}`)).body as PartList;
  const seen: string[] = [];
  for (let n = 0; ; n++) {
    const { parts, total } = await page(n);
    expect(total).toBe(all.total);
    seen.push(...parts.map((p) => p.id));
    if (parts.length < 7) break;
  }
  expect(seen).toEqual(all.parts.map((p) => p.id));
  expect((await page(100)).parts).toEqual([]);
  expect((await t.get('/parts?offset=-1')).status).toBe(422);
});
