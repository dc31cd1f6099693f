import type { PartList, SupplierAnswer, SupplierNews, SupplierOrdered } from '@ash-knot/contract';
import { startApp, type Running } from '../test';
import { nextFerry, simulated } from './simulated';
import type { Supplier } from './port';

const silent: Supplier = {
  name: 'Silent',
  simulated: true,
  ask: (_p, signal) => new Promise((_r, no) => signal.addEventListener('abort', () => no(new Error('hung up')))),
  order: () => Promise.reject(new Error('engaged')),
  status: () => Promise.reject(new Error('engaged')),
};
const garbled: Supplier = {
  name: 'Garbled',
  simulated: true,
  ask: async () => [{ part: 'x', priceMinor: 'dear' }],
  order: async () => ({ number: '' }),
  status: async () => ({ promised: 'soon' }),
};

let app: Running;
beforeAll(async () => {
  app = await startApp({
    suppliers: (db) => [
      simulated(db, { name: 'Norland Factors', noticeMin: 45, silent: 0, garbled: 0, late: 1, wrong: 0, slowMs: 1 }),
      simulated(db, { name: 'Breck & Daughter', noticeMin: 45, silent: 0, garbled: 0, late: 0, wrong: 1, slowMs: 1 }),
      silent,
      garbled,
    ],
  });
});
afterAll(async () => app.stop());

const norland = async (t: ReturnType<Running['tablet']>) =>
  ((await t.get('/parts?limit=500')).body as PartList).parts.find((p) => p.supplier === 'Norland Factors')!;

// Long: one supplier is waited for as long as somebody at a bench would.
test('all are asked; one that is silent and one that talks nonsense are told apart, and keep nobody waiting for ever', async () => {
  const t = await app.tablet().signIn();
  const part = await norland(t);
  const answers = (await t.post('/suppliers/ask', { parts: [{ part: part.id, quantity: 2 }] })).body as SupplierAnswer[];
  expect(answers.map((a) => [a.supplier, a.outcome, a.offers.length])).toEqual([
    ['Norland Factors', 'answered', 1],
    ['Breck & Daughter', 'answered', 0],
    ['Silent', 'no answer', 0],
    ['Garbled', 'wrong answer', 0],
  ]);
  expect(answers[0]!.offers[0]).toMatchObject({ part: part.id, priceMinor: part.priceMinor });
});

test('an order is promised for a ferry; a later one is heard with its reason', async () => {
  const t = await app.tablet().signIn();
  const part = await norland(t);
  const r = await t.post('/suppliers/order', { supplier: 'Norland Factors', parts: [{ part: part.id, quantity: 2 }] });
  expect(r.status).toBe(201);
  const placed = r.body as SupplierOrdered;
  const heard = (await t.get(`/suppliers/Norland%20Factors/orders/${placed.number}`)).body as SupplierNews;
  expect(heard).toEqual({
    outcome: 'answered',
    promised: nextFerry(new Date(placed.promised)).toISOString(),
    why: 'the ferry did not take it',
    sent: [{ part: part.id, quantity: 2 }],
  });
});

test('another part may be sent than was ordered: its note says so', async () => {
  const t = await app.tablet().signIn();
  const breck = ((await t.get('/parts?limit=500')).body as PartList).parts.filter((p) => p.supplier === 'Breck & Daughter');
  const part = breck.find((p) => p.kind === 'ball-stud link')!;
  const placed = (await t.post('/suppliers/order', { supplier: part.supplier, parts: [{ part: part.id, quantity: 2 }] }))
    .body as SupplierOrdered;
  const heard = (await t.get(`/suppliers/${encodeURIComponent(part.supplier)}/orders/${placed.number}`)).body as SupplierNews;
  const sent = heard.outcome === 'answered' ? heard.sent[0]! : undefined;
  expect(sent).toMatchObject({ quantity: 2 });
  expect(sent!.part).not.toBe(part.id);
  expect(breck.find((p) => p.id === sent!.part)!.kind).toBe(part.kind);
});

test('an order that was not taken is said so, and nothing is presumed', async () => {
  const t = await app.tablet().signIn();
  for (const supplier of ['Silent', 'Garbled']) {
    const r = await t.post('/suppliers/order', { supplier, parts: [{ part: 'x', quantity: 1 }] });
    expect(r.status).toBe(502);
    expect((r.body as { detail: string }).detail).toMatch(/Nothing was written; ask whether they have the order/);
  }
  expect((await t.post('/suppliers/order', { supplier: 'Nobody', parts: [{ part: 'x', quantity: 1 }] })).status).toBe(404);
  expect((await app.tablet().post('/suppliers/ask', { parts: [{ part: 'x', quantity: 1 }] })).status).toBe(401);
});

test('the ferries: the next one of the day, else the first of tomorrow', () => {
  const at = (h: number, m: number) => new Date(2026, 11, 4, h, m);
  const hm = (d: Date) => [d.getDate(), d.getHours(), d.getMinutes()];
  expect(hm(nextFerry(at(8, 0)))).toEqual([4, 11, 40]);
  expect(hm(nextFerry(at(11, 40)))).toEqual([4, 16, 5]);
  expect(hm(nextFerry(at(20, 0)))).toEqual([5, 11, 40]);
});
