import type { CustomerView, FileView, Problem, VehicleView } from '@ash-knot/contract';
import { startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
let v: VehicleView;
let other: VehicleView;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn('marit');
  const { rows } = await app.db.query<{ id: string }>('SELECT id FROM vehicle WHERE customer_id IS NULL ORDER BY id LIMIT 2');
  const view = async (n: number) => ((await t.get(`/vehicles/${rows[n]!.id}`)).body as FileView).vehicle;
  [v, other] = [await view(0), await view(1)];
});
afterAll(async () => app.stop());

const MATS = {
  name: 'Mats Orre',
  telephone: '+47 555 01 02',
  email: 'mats@orre.example',
  address: 'Quay 4',
  language: 'Norwegian',
  tell: 'by message',
  note: 'after four',
};
const of = async (id: string) => (await t.get(`/vehicles/${id}/customer`)).body as CustomerView | null;

test('a customer is written down for a vehicle, put right, and is another vehicle’s too', async () => {
  expect(await of(v.id)).toBeNull();
  expect((await t.ask('PUT', `/vehicles/${v.id}/customer`, MATS)).status).toBe(200);
  const first = (await of(v.id))!;
  expect(first).toMatchObject({ ...MATS, vehicles: 1 });
  expect((await t.ask('PUT', `/vehicles/${v.id}/customer`, { ...MATS, telephone: '555 0199' })).status).toBe(200);
  expect(await of(v.id)).toMatchObject({ id: first.id, telephone: '555 0199' });
  expect(((await t.get('/customers?q=ORR')).body as CustomerView[]).map((c) => c.id)).toEqual([first.id]);
  expect(((await t.get('/customers?q=5550199')).body as CustomerView[]).map((c) => c.id)).toEqual([first.id]);
  expect(((await t.get('/customers?q=%')).body as CustomerView[]).length).toBe(0);
  expect((await t.ask('PUT', `/vehicles/${other.id}/customer`, { customer: first.id })).status).toBe(200);
  expect((await of(other.id))!.vehicles).toBe(2);
});
test('what is wrong is named with its bound; nothing is stored', async () => {
  for (const [field, bad] of [
    ['telephone', 'ring the bell'],
    ['email', 'mats at orre'],
    ['name', ''],
    ['tell', 'by pigeon'],
  ] as const) {
    const r = await t.ask('PUT', `/vehicles/${v.id}/customer`, { ...MATS, [field]: bad });
    expect([r.status, JSON.stringify((r.body as Problem).fields)]).toEqual([422, expect.stringContaining(field)]);
  }
  expect(await of(v.id)).toMatchObject({ email: MATS.email });
});
test('shown to who puts things to them: not to a learner, not to a device nobody works at; in no list of vehicles', async () => {
  const l = await app.tablet().signIn();
  await l.post('/session/person', { person: 'tobin' });
  expect((await l.get(`/vehicles/${v.id}/customer`)).status).toBe(403);
  expect((await l.get('/customers')).status).toBe(403);
  expect((await app.tablet().get('/customers')).status).toBe(401);
  expect(JSON.stringify((await t.get(`/vehicles/${v.id}`)).body)).not.toContain('555 0199');
});
test('deleted on request: name and number are gone from the file and its changes, the vehicle and its jobs stay', async () => {
  const c = (await of(v.id))!;
  const to = (owner: string, seen: number) => t.ask('PATCH', `/vehicles/${v.id}`, { why: 'told so', seen, to: { owner } });
  expect((await to('Mats Orre', 0)).status).toBe(200);
  expect((await to('Mats Orre, the younger', 1)).status).toBe(200);
  const before = (await t.get(`/vehicles/${v.id}`)).body as FileView;
  expect((await t.ask('DELETE', `/customers/${c.id}`)).status).toBe(403);
  await t.pin('marit');
  expect((await t.ask('DELETE', `/customers/${c.id}`)).status).toBe(200);
  expect(await of(v.id)).toBeNull();
  expect(await of(other.id)).toBeNull();
  const after = (await t.get(`/vehicles/${v.id}`)).body as FileView;
  expect(after.jobs).toEqual(before.jobs);
  expect(after.vehicle.owner).toBe('');
  const { rows } = await app.db.query<{ all: string }>(
    "SELECT string_agg(c::text, '') || (SELECT string_agg(a::text, '') FROM audit a) AS all FROM change c",
  );
  expect(rows[0]!.all).not.toMatch(/Mats|0199/);
  expect((await t.ask('DELETE', `/customers/${c.id}`)).status).toBe(404);
});
