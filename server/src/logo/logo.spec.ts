import type { Problem, SessionView } from '@ash-knot/contract';
import { startApp, type Running, type Tablet } from '../test';

/** The smallest PNG there is: one pixel. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
let app: Running;
let lead: Tablet;
beforeAll(async () => {
  app = await startApp();
  lead = await app.tablet().signIn('marit');
});
afterAll(async () => app.stop());

const put = (bytes: Uint8Array, by = lead) => by.ask('PUT', '/shop/logo', bytes, { 'content-type': 'application/octet-stream' });
const logo = async () => ((await lead.get('/session')).body as SessionView).shop!.logo;

test('the picture at the head of the papers is put there and taken away by a lead with a PIN', async () => {
  expect(await logo()).toBeNull();
  expect((await put(PNG)).status).toBe(403);
  await lead.pin('marit');
  expect((await put(PNG)).status).toBe(200);
  const first = await logo();
  expect(first).not.toBeNull();
  const got = await fetch(`${app.address}/api/shop/logo`, { headers: { cookie: lead.cookie } });
  expect([got.headers.get('content-type'), Buffer.from(await got.arrayBuffer()).equals(PNG)]).toEqual(['image/png', true]);
  expect((await put(PNG)).status).toBe(200);
  expect(await logo()).not.toBe(first);
  expect((await app.tablet().get('/shop/logo')).status).toBe(401);
  expect((await lead.ask('DELETE', '/shop/logo')).status).toBe(200);
  expect([await logo(), (await lead.get('/shop/logo')).status]).toEqual([null, 404]);
});

test('what is no picture, or too large a one, is refused by its field', async () => {
  for (const [bytes, what] of [
    [Buffer.from('<svg onload="x"/>'), 'must be a JPEG or PNG picture'],
    [PNG.subarray(0, 12), 'is damaged'],
    [Buffer.concat([PNG, Buffer.alloc(200_001)]), 'must have at most 200 kB'],
  ] as const) {
    const r = await put(bytes);
    expect([r.status, (r.body as Problem).fields?.[0]]).toEqual([422, { field: 'logo', message: expect.stringContaining(what) }]);
  }
});
