import { randomUUID } from 'node:crypto';
import type {
  BookingBody,
  BookingPage,
  BookingView,
  CalendarTaken,
  FloorView,
  JobView,
  Problem,
  SessionView,
  VehicleView,
} from '@ash-knot/contract';
import { ENTRY_SPECS, foldJob, contextOf, requestOf, sayWhen } from '@ash-knot/core';
import { startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
let vehicle: VehicleView;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn('pella');
  vehicle = ((await t.get('/vehicles')).body as VehicleView[]).find((v) => !v.openJob)!;
});
afterAll(async () => app.stop());

const complaint: BookingBody['complaint'] = {
  character: ['dull clunk'],
  where: ['front', 'left'],
  when: ['pothole'],
  handling: [],
  conditions: [],
  like: [],
  history: [],
  words: 'knocks over kerbs',
};
const soon = (minutes = 30) => new Date(Date.now() + minutes * 60_000).toISOString();
const body = (over: Partial<BookingBody> = {}): BookingBody => ({
  vehicleId: vehicle.id,
  plate: '',
  who: 'Mats, 555 0102',
  comesAt: soon(),
  minutes: 60,
  kind: 'noise',
  bay: 'Bay 2',
  person: 'ruan',
  complaint,
  note: 'waits here',
  ...over,
});
const book = async (over: Partial<BookingBody> = {}): Promise<BookingView> => {
  const r = await t.post('/bookings', body(over));
  expect([r.status, r.body]).toEqual([201, expect.anything()]);
  return r.body;
};
const floor = async () => (await t.get('/floor')).body as FloorView;
const arrive = (id: string, v = vehicle) =>
  t.post('/jobs', { id: randomUUID(), vehicleId: v.id, kind: 'noise', bay: 'Bay 2', distanceKm: v.distanceKm + 10, booking: id });

test('a booking stands on the floor until it comes; its complaint is the first line of its sheet, by whom and when it was told', async () => {
  // A moment ago: half an hour from now is another day just before midnight.
  const b = await book({ comesAt: soon(-1) });
  expect(b).toMatchObject({ plate: vehicle.plate, seen: 0, by: 'Pella Quist', job: null, gone: null });
  expect((await floor()).due.find((d) => d.id === b.id)).toMatchObject({
    plate: vehicle.plate,
    words: 'knocks over kerbs',
    person: 'Ruan Teague',
    bay: 'Bay 2',
  });
  // Before it comes the suspects can be ranked by what was told.
  const { sheet } = (await t.get(`/bookings/${b.id}`)).body as BookingPage;
  const rules = (await t.get('/session')).body as SessionView;
  expect(requestOf(foldJob(contextOf(sheet!, rules.shop!), sheet!.entries)).case).toMatchObject({
    character: ['dull clunk'],
    when: ['pothole'],
  });
  const { id } = (await arrive(b.id)).body as { id: string };
  const [first] = ((await t.get(`/jobs/${id}`)).body as JobView).entries;
  expect(first).toMatchObject({ kind: 'complaint', by: 'pella', body: { ...complaint, booked: b.at } });
  expect(ENTRY_SPECS.complaint.say(first!.body as never, { zone: 'UTC' } as never)).toMatch(
    `Complaint, as it was booked ${sayWhen(b.at, 'UTC')}: “knocks over kerbs”`,
  );
  expect((await floor()).due.some((d) => d.id === b.id)).toBe(false);
  expect((await t.get(`/bookings/${b.id}`)).body).toMatchObject({ job: id });
  // Only once, and changed no more.
  expect((await arrive(b.id)).status).toBe(409);
  expect((await t.ask('PUT', `/bookings/${b.id}`, { seen: 0, to: body() })).status).toBe(409);
});

test('one that is not in the file yet comes as it is called; a job of another vehicle is refused', async () => {
  const other = ((await t.get('/vehicles')).body as VehicleView[]).filter((v) => !v.openJob);
  const unknown = await book({ vehicleId: null, plate: 'QX 1' });
  expect((await t.get(`/bookings/${unknown.id}`)).body).toMatchObject({ vehicle: null, sheet: null, plate: 'QX 1' });
  const ofOne = await book({ vehicleId: other[0]!.id });
  const refused = await arrive(ofOne.id, other[1]);
  expect([refused.status, (refused.body as Problem).detail]).toEqual([
    409,
    'This booking is of another vehicle. Nothing was stored.',
  ]);
  expect(((await t.get(`/vehicles/${other[1]!.id}`)).body as { vehicle: VehicleView }).vehicle.openJob).toBeNull();
  expect((await arrive(unknown.id, other[1])).status).toBe(201);
});

test('changed, with what it was; called off, with why; nothing is written over and nothing erased', async () => {
  const b = await book({ comesAt: soon(600) });
  const later = soon(900);
  const moved = (await t.ask('PUT', `/bookings/${b.id}`, { seen: 0, to: body({ comesAt: later, person: null }) }))
    .body as BookingView;
  expect(moved).toMatchObject({ seen: 1, person: null });
  expect((await t.ask('PUT', `/bookings/${b.id}`, { seen: 0, to: body() })).body).toMatchObject({
    detail: expect.stringContaining('Somebody changed it meanwhile'),
  });
  const { rows } = await app.db.query<{ before: BookingView }>('SELECT before FROM booking_was WHERE booking_id = $1', [b.id]);
  expect(rows[0]!.before).toMatchObject({ comesAt: b.comesAt, person: 'ruan' });
  expect((await t.post(`/bookings/${b.id}/cancel`, { why: 'x' })).status).toBe(422);
  expect((await t.post(`/bookings/${b.id}/cancel`, { why: 'sold it' })).body).toMatchObject({
    gone: { by: 'Pella Quist', why: 'sold it' },
  });
  const day = (await t.get(`/bookings?from=${soon(-60)}&to=${soon(2000)}`)).body as BookingView[];
  expect(day.find((x) => x.id === b.id)?.gone?.why).toBe('sold it');
  expect((await arrive(b.id)).status).toBe(409);
});

test('bad ones are named by their field; nothing is stored', async () => {
  const before = (await floor()).due.length;
  for (const [field, over] of [
    ['minutes', { minutes: 0 }],
    ['comesAt', { comesAt: 'tomorrow' }],
    ['bay', { bay: 'the moon' }],
    ['person', { person: 'nobody' }],
    ['plate', { vehicleId: null, plate: '', who: '' }],
    ['complaint.when.0', { complaint: { ...complaint, when: ['valueOf'] } }],
  ] as const) {
    const r = await t.post('/bookings', body(over as never));
    expect([field, r.status, (r.body as Problem).fields?.[0]?.field]).toEqual([field, 422, field]);
  }
  expect((await t.post('/bookings', body({ vehicleId: randomUUID() }))).status).toBe(404);
  expect((await t.get(`/bookings?from=${soon()}&to=${soon(100_000)}`)).status).toBe(422);
  expect((await floor()).due.length).toBe(before);
});

test('who brings it is shown to who reaches customers; a learner books nothing', async () => {
  const b = await book({ comesAt: soon(60) });
  const l = await app.tablet().signIn();
  await l.post('/session/person', { person: 'tobin' });
  expect((await l.get(`/bookings/${b.id}`)).body).toMatchObject({ who: '', plate: vehicle.plate });
  expect((await l.post('/bookings', body())).status).toBe(403);
  expect((await app.tablet().get('/bookings/calendar')).status).toBe(401);
  expect(JSON.stringify((await l.get('/floor')).body)).not.toContain('555 0102');
});

test('who brings it is deleted with the customer, by their vehicle or by their name', async () => {
  const marit = await app.tablet().signIn('marit');
  await marit.pin('marit');
  const named = await book({ vehicleId: null, plate: 'QX 9', who: 'Berit Lund, 555 0177' });
  await t.ask('PUT', `/bookings/${named.id}`, { seen: 0, to: body({ vehicleId: null, plate: 'QX 9', who: 'berit lund' }) });
  await marit.ask('PUT', `/vehicles/${vehicle.id}/customer`, { name: 'Berit Lund' });
  const { id } = (await marit.get(`/vehicles/${vehicle.id}/customer`)).body as { id: string };
  expect((await marit.ask('DELETE', `/customers/${id}`)).status).toBe(200);
  const { rows } = await app.db.query<{ all: string }>(
    "SELECT string_agg(b::text, '') || (SELECT string_agg(w::text, '') FROM booking_was w) AS all FROM booking b",
  );
  expect(rows[0]!.all).not.toMatch(/berit|0177/i);
});

describe('a calendar', () => {
  const send = async (text: string, only: 'yes' | 'no'): Promise<CalendarTaken> => {
    const r = await t.ask('POST', `/bookings/calendar?try=${only}`, text, { 'content-type': 'text/calendar' });
    expect([r.status, r.body]).toEqual([200, expect.anything()]);
    return r.body;
  };
  const none = { added: [], moved: [], aside: [] };
  test('written out and taken in again changes nothing; who brings it is not in it', async () => {
    await book({ comesAt: soon(60) });
    const text = (await t.get('/bookings/calendar')).body as string;
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/);
    expect(text).toContain(`SUMMARY:${vehicle.plate}: knocks over kerbs`);
    expect(text).not.toContain('555 0102');
    const tried = await send(text, 'yes');
    expect({ ...tried, aside: tried.aside.filter((a) => a.why !== 'it came already') }).toMatchObject(none);
    expect(tried.same).toBeGreaterThan(0);
  });
  test('from elsewhere: its vehicle is known by its plate, it is tried first, moved when it moves, and not taken twice', async () => {
    const at = new Date(Date.now() + 3 * 86_400_000);
    const stamp = (d: Date) => d.toISOString().replace(/[-:]|\.\d+/g, '');
    const text = (d: Date) =>
      [
        'BEGIN:VCALENDAR',
        'VERSION:2.0',
        'PRODID:x',
        'BEGIN:VEVENT',
        'UID:desk-1',
        'DTSTAMP:20261201T080000Z',
        `DTSTART:${stamp(d)}`,
        'DURATION:PT90M',
        `SUMMARY:${vehicle.plate} rattles`,
        'END:VEVENT',
        'END:VCALENDAR',
      ].join('\r\n');
    const tried = await send(text(at), 'yes');
    expect(tried).toMatchObject({ added: [`${vehicle.plate} rattles`], moved: [], same: 0, taken: false });
    expect(await send(text(at), 'yes')).toEqual(tried);
    await send(text(at), 'no');
    expect(await send(text(at), 'no')).toMatchObject({ added: [], same: 1 });
    const [b] = ((await t.get(`/bookings?from=${soon(4000)}&to=${soon(6000)}`)).body as BookingView[]).filter(
      (x) => x.minutes === 90,
    );
    expect(b).toMatchObject({ vehicleId: vehicle.id, complaint: { words: `${vehicle.plate} rattles` } });
    const later = new Date(at.getTime() + 3_600_000);
    expect((await send(text(later), 'no')).moved).toHaveLength(1);
    expect(Date.parse(((await t.get(`/bookings/${b!.id}`)).body as BookingView).comesAt)).toBe(
      Math.floor(later.getTime() / 1000) * 1000,
    );
  });
});
