import type { PartList, ShelfState } from '@ash-knot/contract';
import type { Part } from '@ash-knot/core';
import { startApp, type Running, type Tablet } from '../test';

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
