import fc from 'fast-check';
import { exampleOf } from '@ash-knot/contract';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import { ENTRY_KINDS, makeEntry } from '@ash-knot/core';
import { sized } from '@ash-knot/core/test';
import { makeGauges, RULES, TYPES } from '@ash-knot/demo';
import type { ListRead, Problem, SessionView, VehicleView } from '@ash-knot/contract';
import { freshId, startApp, type Running, type Tablet } from './test';

let app: Running;
beforeAll(async () => {
  app = await startApp({ requestsPerMinute: 10_000_000 });
});
afterAll(async () => app.stop());

type Json = null | boolean | number | string | Json[] | { [k: string]: Json };

/** What no honest sender writes. */
const NASTY: readonly Json[] = [
  null,
  true,
  0,
  -1,
  1e308,
  -1e-320,
  9007199254740993,
  '',
  ' ',
  'x'.repeat(70_000),
  'NUL \u0000 in it',
  'half \ud83d of one',
  '\u202egnol',
  '0000-01-01',
  '0000-01-01T00:00:00Z',
  '9999-12-31T23:59:59Z',
  '2026-02-30',
  '2026-11-25T12:00:00+23:59',
  '2026-11-25T12:00:00-16:00',
  'valueOf',
  'constructor',
  { version: 1, axles: { front: {}, rear: null } },
  '-infinity',
  'NaN',
  '1e999',
  '../../etc/passwd',
  "'; DROP TABLE entry; --",
  '00000000-0000-0000-0000-000000000000',
  'not-a-uuid',
  [],
  {},
  [[[]]],
  { __proto__: null, constructor: 'x' },
  Array.from({ length: 300 }, (_, i) => i),
  JSON.parse('['.repeat(60) + ']'.repeat(60)) as Json,
  JSON.parse('{"a":'.repeat(40) + '1' + '}'.repeat(40)) as Json,
  JSON.parse('{"__proto__": {"isAdmin": true}}') as Json,
];

/** Every place in a value, as a path. */
function places(v: Json, at: (string | number)[] = []): (string | number)[][] {
  if (v === null || typeof v !== 'object') return [at];
  const inner = Array.isArray(v)
    ? v.flatMap((x, i) => places(x, [...at, i]))
    : Object.entries(v).flatMap(([k, x]) => places(x, [...at, k]));
  return [at, ...inner];
}

function changed(v: Json, at: readonly (string | number)[], to: Json | undefined): Json {
  if (at.length === 0) return to ?? null;
  const [head, ...rest] = at;
  if (Array.isArray(v)) {
    if (rest.length === 0 && to === undefined) return v.filter((_, i) => i !== head);
    return v.map((x, i) => (i === head ? changed(x, rest, to) : x));
  }
  const o = { ...(v as Record<string, Json>) };
  if (rest.length === 0 && to === undefined) delete o[head as string];
  else o[head as string] = changed(o[head as string]!, rest, to);
  return o;
}

interface Target {
  readonly method: string;
  readonly route: string;
  readonly body: Json;
}

/** Everything that takes a body, with one that is well formed. */
async function targets(t: Tablet): Promise<Target[]> {
  const job = await t.job('HB 0093');
  const { shop } = (await t.get('/session')).body as SessionView;
  const at = new Date().toISOString();
  const entries = ENTRY_KINDS.map((kind): Target => ({
    method: 'POST',
    route: `/jobs/${job}/entries`,
    body: {
      entries: [makeEntry({ kind, body: exampleOf(kind) } as never, { id: freshId(), job, by: 'marit', at })],
    } as unknown as Json,
  }));
  const [gauge] = makeGauges(new Date());
  const [vehicle] = (await t.get('/vehicles')).body as VehicleView[];
  const sent = await t.ask('POST', '/lists/vehicles?name=x.csv', 'plate,model,year,km\nFZ 9,Hoy,2015,1', {
    'content-type': 'application/octet-stream',
  });
  const list = (sent.body as ListRead).id;
  return [
    ...entries,
    {
      method: 'PUT',
      route: `/lists/imports/${list}`,
      body: {
        columns: { plate: { column: 'plate' }, type: { all: 'Hoy' }, year: { column: 'year' }, distance: { column: 'km' } },
        words: { type: { Hoy: 'Petrel van' } },
      },
    },
    { method: 'POST', route: `/lists/imports/${list}/take`, body: { leaveOut: false } },
    { method: 'POST', route: `/lists/imports/${list}/undo`, body: { try: true } },
    { method: 'GET', route: '/lists/parts/template?as=csv', body: null },
    { method: 'POST', route: '/tokens', body: { name: 'Form', scopes: ['floor'], days: 30 } },
    {
      method: 'POST',
      route: '/bookings',
      body: {
        vehicleId: vehicle!.id,
        plate: '',
        who: 'Ann',
        comesAt: at,
        minutes: 60,
        kind: 'noise',
        bay: 'Bay 2',
        person: 'ruan',
        complaint: exampleOf('complaint') as unknown as Json,
        note: '',
      },
    },
    { method: 'POST', route: `/bookings/${freshId()}/cancel`, body: { why: 'sold it' } },
    { method: 'GET', route: `/bookings?from=${at}&to=${at}`, body: null },
    { method: 'POST', route: '/session', body: { person: 'ruan', pin: '0000', bay: 'Bay 1' } },
    { method: 'POST', route: '/session/person', body: { person: 'ruan' } },
    { method: 'POST', route: '/session/confirm', body: { person: 'isla', pin: '0000' } },
    {
      method: 'POST',
      route: '/first-run',
      body: { code: 'x', shop: 'Yard', bays: ['Bay'], currency: 'EUR', lead: 'Ann', pin: '1111' },
    },
    { method: 'POST', route: '/jobs', body: { id: freshId(), vehicleId: freshId(), kind: 'noise', bay: null, distanceKm: 1 } },
    { method: 'PATCH', route: `/jobs/${job}`, body: { bay: 'Bay 2' } },
    {
      method: 'POST',
      route: '/vehicles',
      body: {
        plate: 'FZ 1',
        typeId: freshId(),
        year: 2015,
        distanceKm: 1,
        kmPerDay: 1,
        owner: '',
        vin: 'X',
        newType: TYPES[0]!.spec,
      } as unknown as Json,
    },
    { method: 'PUT', route: '/shop/rules', body: RULES as unknown as Json },
    { method: 'PUT', route: '/shop/places', body: { name: 'Yard', bays: ['Bay 1', 'Bay 2'], notice: '' } },
    { method: 'PUT', route: '/shop/suspects-table', body: SHIPPED as unknown as Json },
    { method: 'POST', route: '/people', body: { name: 'Fuzz', role: 'learner', pin: '1111' } },
    { method: 'PATCH', route: '/people/tobin', body: { name: 'Tobin Ashe', role: 'learner', active: true } },
    { method: 'PUT', route: `/gauges/${gauge!.id}`, body: gauge as unknown as Json },
    { method: 'POST', route: `/gauges/${gauge!.id}/say`, body: { text: '1.00' } },
    {
      method: 'POST',
      route: `/gauges/${gauge!.id}/studies`,
      body: { id: freshId(), limitMm: 0.5, readings: [[[1, 1.1]], [[1, 1.1]]] } as unknown as Json,
    },
    { method: 'POST', route: '/card-sheets', body: { id: freshId(), paper: 'A4' } },
    { method: 'PUT', route: `/card-sheets/${freshId()}/ruler`, body: { mm: 99.7, uMm: 0.03, gauge: 'caliper-1' } },
    { method: 'POST', route: '/parts/match', body: { wanted: { kinds: ['frame bushing'], barMm: 22 }, unit: 'mm' } },
    { method: 'POST', route: '/suppliers/ask', body: { parts: [{ part: 'x', quantity: 1 }] } },
    {
      method: 'PATCH',
      route: `/vehicles/${vehicle!.id}`,
      body: {
        why: 'a slip',
        seen: 0,
        to: { plate: 'FZ 2', vin: null, variant: null, year: 2015, distanceKm: 1, kmPerDay: 1, owner: '' },
      },
    },
    {
      method: 'PUT',
      route: `/types/${vehicle!.typeId}`,
      body: { why: 'a slip', seen: 0, spec: TYPES[0]!.spec } as unknown as Json,
    },
    { method: 'POST', route: `/vehicles/${vehicle!.id}/together`, body: { why: 'one and the same', into: freshId() } },
    { method: 'POST', route: `/types/${vehicle!.typeId}/together`, body: { why: 'one and the same', into: freshId() } },
    { method: 'PUT', route: `/vehicles/${freshId()}/away`, body: { why: 'sold', away: true } },
    { method: 'PUT', route: `/types/${freshId()}/away`, body: { why: 'none left', away: true } },
    {
      method: 'PUT',
      route: `/vehicles/${vehicle!.id}/customer`,
      body: { name: 'Ann', telephone: '555 01', email: '', address: '', language: '', tell: 'by phone', note: '' },
    },
    { method: 'PUT', route: `/vehicles/${vehicle!.id}/customer`, body: { customer: freshId() } },
    { method: 'GET', route: '/customers?q=x', body: null },
    { method: 'POST', route: `/jobs/${job}/keep`, body: { entry: freshId(), for: 'vehicle' } },
    { method: 'PUT', route: `/lessons/${freshId()}`, body: { undone: true } },
    { method: 'GET', route: `/learning?older=${shop!.name}`, body: null },
  ];
}

/** A slip that one body in five hundred runs into is met by 2 500 of them in 99 of 100 runs. */
const BODIES = sized(2_500, 30_000);
const AT_ONCE = 8;

// Long: thousands of requests, each through the whole of the server.
test(`${BODIES} mutated bodies: no 5xx, and what is refused for what it holds names its field`, async () => {
  const t = await app.tablet().signIn('marit');
  await t.pin('marit');
  const all = await targets(t);
  const plans = fc.sample(
    fc.tuple(fc.nat(all.length - 1), fc.nat(), fc.nat(NASTY.length), fc.nat(), fc.nat(NASTY.length), fc.boolean()),
    { numRuns: BODIES, seed: 14 },
  );
  const bad: unknown[] = [];
  const counts = new Map<number, number>();
  const { rows: yard } = await app.db.query<{ bays: string[] }>('SELECT bays FROM shop');
  const one = async ([which, place, nasty, place2, nasty2, twice]: (typeof plans)[number]) => {
    const { method, route, body } = all[which]!;
    const spot = (v: Json, n: number) => {
      const p = places(v);
      return p[n % p.length]!;
    };
    let sent = changed(body, spot(body, place), NASTY[nasty]);
    if (twice) sent = changed(sent, spot(sent, place2), NASTY[nasty2]);
    const r = await t.ask(method, route, method === 'GET' ? undefined : sent);
    counts.set(r.status, (counts.get(r.status) ?? 0) + 1);
    const p = r.body as Problem;
    const named = r.status !== 422 || (p.fields?.length ?? 0) > 0;
    const said = r.status < 400 || typeof p.detail === 'string';
    if (r.status >= 500 || !named || !said)
      bad.push({ status: r.status, method, route, sent: JSON.stringify(sent)?.slice(0, 400), p });
  };
  const queue = [...plans];
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let p = queue.pop(); p; p = queue.pop()) {
        await one(p);
        // A PIN that was changed, a name that was tapped away: what is tested goes on.
        if (queue.length % 400 === 0) {
          await app.db.query(
            "UPDATE session SET person_id = 'marit', confirmed_person = 'marit', confirmed_until = now() + interval '1 hour' WHERE ended_at IS NULL",
          );
          await app.db.query('DELETE FROM pin_try');
        }
      }
    }),
  );
  // A bay may rightly be called anything: who signs in after this finds the yard's own.
  await app.db.query('UPDATE shop SET bays = $1', [yard[0]!.bays]);
  expect(bad.slice(0, 5)).toEqual([]);
  // It went deep as well as bouncing off the door.
  expect(counts.get(422)).toBeGreaterThan(BODIES / 4);
  expect([...counts.keys()].some((s) => s < 300)).toBe(true);
}, 600_000);

test('addresses: bad ids, half characters, signs that are none, objects in a query', async () => {
  const t = await app.tablet().signIn('marit');
  const routes = [
    '/jobs/not-a-uuid',
    '/jobs/%00',
    '/jobs/%ED%A0%80',
    '/jobs/%',
    '/vehicles/x',
    '/vehicles?q=%00',
    '/find?q[a]=1',
    '/find?q=a&q=b',
    '/parts?limit=1e9',
    '/parts?typeId=x',
    '/audit?before=-1',
    '/floor?since=yesterday',
    '/learning?older=a%20b',
    '/attachments/1',
    '/suppliers/%00/orders/1',
    `/${'x'.repeat(9000)}`,
  ];
  for (const r of routes) {
    const { status } = await t.get(r);
    expect([r.slice(0, 40), status >= 400 && status < 500]).toEqual([r.slice(0, 40), true]);
  }
});

test('a page without an origin, or of another site, does not write; a nested or broken body is refused in words', async () => {
  const t = await app.tablet().signIn('marit');
  for (const origin of ['null', 'http://elsewhere.invalid', 'not an origin', 'file://'])
    expect((await t.ask('POST', '/session/person', { person: 'isla' }, { origin })).status).toBe(403);
  const raw = (text: string) => t.ask('POST', '/session/person', text, { 'content-type': 'application/json' });
  for (const text of [
    '{',
    '"x"',
    '[',
    `{"person": ${'['.repeat(200)}${']'.repeat(200)}}`,
    '{"person":"a\\u0000b"}',
    '{"person":"\\ud800"}',
  ]) {
    const r = await raw(text);
    expect([text.slice(0, 20), r.status >= 400 && r.status < 500, typeof (r.body as Problem).detail]).toEqual([
      text.slice(0, 20),
      true,
      'string',
    ]);
  }
  const r = await raw('{"person":"\\ud800"}');
  expect((r.body as Problem).fields).toEqual([{ field: 'person', message: expect.stringContaining('lone surrogate') as string }]);
  // What refused it can be found again in the log.
  expect((r.body as Problem).request).toBe(r.headers.get('x-request-id'));
});
