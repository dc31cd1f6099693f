import { exampleOf, type FloorView, type JobView, type PartList, type Problem } from '@ash-knot/contract';
import { makeEntry, writeWav, type Entry, type EntryBodies, type EntryKind, type Part } from '@ash-knot/core';
import { freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
let job: string;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn();
  job = await t.job('HB 0093');
});
afterAll(async () => app.stop());

const line = <K extends EntryKind>(kind: K, body: EntryBodies[K], more: Partial<Entry> = {}): Entry =>
  ({ ...makeEntry({ kind, body }, { id: freshId(), job, by: 'ruan', at: new Date().toISOString() }), ...more }) as Entry;
const write = (e: Entry, who = t, headers: Record<string, string> = {}) =>
  who.ask('POST', `/jobs/${e.job}/entries`, { entries: [e] }, headers);
const said = (r: { status: number; body: unknown }) => [r.status, (r.body as Problem).title];
const JPEG = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA=',
  'base64',
);

test('an entry keeps the device it came from and the bay that stood in', async () => {
  const e = line('note', { text: 'from where' });
  expect((await write(e)).status).toBe(201);
  const { rows } = await app.db.query(
    'SELECT bay, device = (SELECT id FROM session WHERE id = device) AS known FROM entry WHERE id = $1',
    [e.id],
  );
  expect(rows).toEqual([{ bay: 'Bay 2', known: true }]);
});

test('a name counts that was tapped at another device of the bay, not at another bay', async () => {
  const e = () => line('note', { text: 'x' }, { by: 'isla' } as Partial<Entry>);
  expect((await write(e())).status).toBe(403);
  const elsewhere = await app.tablet().signIn('isla', 'Bay 4');
  expect((await write(e())).status).toBe(403);
  await elsewhere.ask('DELETE', '/session');
  const beside = await app.tablet().signIn('isla', 'Bay 2');
  expect((await write(e())).status).toBe(201);
  // Gone with its device, and after a shift.
  await beside.ask('DELETE', '/session');
  expect((await write(e())).status).toBe(403);
});

test('the same id with anything else in it is a conflict, whatever that is', async () => {
  const e = line('note', { text: 'as it was' });
  expect((await write(e)).status).toBe(201);
  expect((await write(e)).status).toBe(201);
  for (const other of [
    { ...e, body: { text: 'as it was not' } },
    { ...e, at: new Date(Date.parse(e.at) - 1000).toISOString() },
    { ...e, kind: 'told', body: exampleOf('told') },
  ] as Entry[])
    expect((await write(other)).status).toBe(409);
});

test('times: ahead only as far as the device’s own clock was seen to be, never before the job, never of year 0', async () => {
  const ahead = (min: number) => new Date(Date.now() + min * 60_000).toISOString();
  expect(said(await write(line('note', { text: 'x' }, { at: ahead(5) } as Partial<Entry>)))).toEqual([422, 'clock']);
  const drifting = { 'ashknot-time': ahead(5) };
  expect((await write(line('note', { text: 'x' }, { at: ahead(5) } as Partial<Entry>), t, drifting)).status).toBe(201);
  // A clock that runs an hour ahead is wrong, not drifting: the server's time is offered.
  const r = await write(line('note', { text: 'x' }, { at: ahead(60) } as Partial<Entry>), t, { 'ashknot-time': ahead(60) });
  expect(said(r)).toEqual([422, 'clock']);
  expect(Math.abs(Date.parse((r.body as Problem).now!) - Date.now())).toBeLessThan(5_000);
  expect(said(await write(line('note', { text: 'x' }, { at: '2020-01-01T00:00:00Z' } as Partial<Entry>)))).toEqual([
    422,
    'clock',
  ]);
  const zero = await write(line('note', { text: 'x' }, { at: '0000-01-01T00:00:00Z' } as Partial<Entry>));
  expect((zero.body as Problem).fields![0]!.field).toBe('entries.0.at');
  const day = await write(line('recheck', { what: 'x', atKm: 1, onDate: '0000-01-01' }));
  expect((day.body as Problem).fields![0]!.field).toBe('entries.0.body.onDate');
  // Taken with the server's time, what the device said stays beside it.
  const kept = line('note', { text: 'late' }, { deviceAt: ahead(60) } as Partial<Entry>);
  expect((await write(kept)).status).toBe(201);
  expect(
    (await app.db.query("SELECT device_at - at > interval '50 min' AS apart FROM entry WHERE id = $1", [kept.id])).rows,
  ).toEqual([{ apart: true }]);
});

test('a recording is this job’s, and a WAV file by its own bytes; what is none is not kept', async () => {
  const sound = freshId();
  const put = (bytes: Uint8Array, id = sound) => t.ask('PUT', `/jobs/${job}/attachments/recording/${id}`, bytes);
  const body: EntryBodies['recording'] = {
    sound,
    name: 'quay road.wav',
    from: 'file',
    phase: 'before',
    hz: 48_000,
    places: ['left front'],
    recorded: {
      seconds: 1,
      impacts: 0,
      kinds: { thud: 0, either: 0, ring: 0 },
      first: [0],
      leadMs: null,
      levelDb: null,
      everyTenS: [],
      levelsDb: [],
    },
    impacts: [],
    notes: [],
  };
  const early = await write(line('recording', body));
  expect([early.status, (early.body as Problem).fields![0]!.field]).toEqual([422, 'body.sound']);
  expect((await put(new TextEncoder().encode('no sound'))).status).toBe(422);
  const cut = writeWav([new Float32Array(2000)], 48_000).slice(0, 2000);
  expect(((await put(cut)).body as Problem).detail).toContain('it was cut off');
  expect((await put(writeWav([Float32Array.from({ length: 2000 }, (_, i) => Math.sin(i) / 2)], 48_000))).status).toBe(201);
  expect((await write(line('recording', body))).status).toBe(201);
  const back = await t.get(`/attachments/${sound}`);
  expect(back.headers.get('content-type')).toContain('audio/wav');
});

test('a photograph is this job’s, the same under its id, and no larger than a browser can hold', async () => {
  const other = await t.job('SCH 11');
  const photo = freshId();
  const put = (to: string, bytes: Buffer, id = photo) => t.ask('PUT', `/jobs/${to}/attachments/photo/${id}`, bytes);
  expect((await put(other, JPEG)).status).toBe(201);
  expect((await put(other, JPEG)).status).toBe(201);
  expect((await put(job, JPEG)).status).toBe(409);
  expect((await put(other, Buffer.concat([JPEG, Buffer.from([0])]))).status).toBe(409);
  const r = await write(line('photo', { photo, caption: '' }));
  expect((r.body as Problem).fields![0]!.field).toBe('body.photo');
  // A PNG that says it is 60 000 pixels wide.
  const bomb = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  bomb.writeUInt32BE(60_000, 16);
  bomb.writeUInt32BE(60_000, 20);
  const refused = await put(job, bomb, freshId());
  expect([refused.status, (refused.body as Problem).detail]).toEqual([422, expect.stringContaining('million pixels') as string]);
  const damaged = await put(job, Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]), freshId());
  expect((damaged.body as Problem).detail).toContain('does not say how large it is');
  const shown = await t.get(`/attachments/${photo}`);
  expect(shown.headers.get('cache-control')).toBe('private, no-cache');
  expect(shown.headers.get('content-type')).toBe('image/jpeg');
});

test('a part is the catalogue’s in price and size too; one its list has changed since is told so', async () => {
  const part = ((await t.get('/parts?kind=bolt-through%20link&limit=1')).body as PartList).parts[0]!;
  const choose = (p: Part) => line('choose', { joints: ['rear.left.link-lower', 'rear.right.link-lower'], part: p, quantity: 2 });
  for (const [field, p] of [
    ['priceMinor', { ...part, priceMinor: 1 }],
    ['lengthMm', { ...part, lengthMm: 12 }],
    ['name', { ...part, name: 'another' }],
  ] as const) {
    const r = await write(choose(p as Part));
    expect([r.status, (r.body as Problem).detail]).toEqual([422, expect.stringContaining(field) as string]);
  }
  await app.db.query(
    `WITH i AS (INSERT INTO list_import (id, list, name, heads, rows, lines, match, by_person, taken_at)
                VALUES (gen_random_uuid(), 'parts', 'list', '{}', '[]', 1, '{}', 'marit', now()) RETURNING id)
     INSERT INTO list_row (import_id, n, of, ref, name, before) SELECT id, 1, 'part', $1, $2, $3 FROM i`,
    [part.id, part.name, JSON.stringify(part)],
  );
  await app.db.query(`UPDATE part SET spec = spec || '{"priceMinor": 4242}' WHERE id = $1`, [part.id]);
  const r = await write(choose(part));
  expect(said(r)).toEqual([409, 'catalogue']);
  expect((r.body as Problem).detail).toContain('Choose it again');
  await app.db.query('UPDATE part SET spec = $2 WHERE id = $1', [part.id, JSON.stringify(part)]);
  const chosen = choose(part);
  expect((await write(chosen)).status).toBe(201);
  expect((await write(line('strike', { entry: chosen.id, why: 'a test' }))).status).toBe(201);
});

test('two tablets that did not hear each other: the second strike, choice and hand-back say who was first', async () => {
  const marit = await app.tablet().signIn('marit', 'Bay 1');
  await marit.pin('marit');
  const by = { by: 'marit' } as Partial<Entry>;
  const note = line('note', { text: 'to be struck' });
  await write(note);
  expect((await write(line('strike', { entry: note.id, why: 'mine' }, by), marit)).status).toBe(201);
  const second = await write(line('strike', { entry: note.id, why: 'mine too' }));
  expect(said(second)).toEqual([409, 'struck']);
  expect((second.body as Problem).detail).toMatch(/^Marit Voss has struck it already, at \d+ \w+, \d\d:\d\d/);

  const parts = ((await t.get('/parts?q=ball-stud&limit=2')).body as PartList).parts;
  const seen = ((await t.get(`/jobs/${job}`)).body as JobView).entries.at(-1)!.seq;
  const choice = (part: Part) => ({
    joints: ['front.left.link-lower' as const, 'front.right.link-lower' as const],
    part,
    quantity: 2,
  });
  const theirs = line('choose', choice(parts[0]!), by);
  expect((await write(theirs, marit)).status).toBe(201);
  const mine = line('choose', choice(parts[1]!), { seen } as Partial<Entry>);
  const r = await write(mine);
  expect(said(r)).toEqual([409, 'crossed']);
  expect((r.body as Problem).detail).toContain(`Marit Voss chose ${parts[0]!.name}`);
  // Read, and written all the same: another way beside it.
  const { seen: _, ...knowing } = mine;
  expect((await write(knowing as Entry)).status).toBe(201);
  for (const e of [theirs, mine]) await write(line('strike', { entry: e.id, why: 'a test' }, by), marit);

  const { jobs } = (await t.get('/floor')).body as FloorView;
  const closing = jobs.find((j) => j.vehicle.plate === 'PV 2210')!;
  await app.db.query('UPDATE job SET closed_at = now() WHERE id = $1', [closing.id]);
  await app.db.query(
    'INSERT INTO entry (id, job_id, kind, version, body, by_person, at) VALUES ($1, $2, \'hand-back\', 1, \'{"distanceKm": 1, "note": ""}\', \'marit\', now())',
    [freshId(), closing.id],
  );
  await t.pin('ruan');
  const late = await write({ ...line('hand-back', exampleOf('hand-back')), job: closing.id } as Entry);
  expect([late.status, (late.body as Problem).detail]).toEqual([
    409,
    expect.stringMatching(/^Marit Voss handed the vehicle back at /) as string,
  ]);
});

test('plates of any script are told apart, and found', async () => {
  const { rows } = await app.db.query<{ id: string }>('SELECT id FROM vehicle_type LIMIT 1');
  const vehicle = (plate: string) => ({ plate, typeId: rows[0]!.id, year: 2015, distanceKm: 1, kmPerDay: 1, owner: 'x' });
  for (const plate of ['Ж 123 АБ', 'Ц 123 АБ', '京 A1', 'Å 77'])
    expect([plate, (await t.post('/vehicles', vehicle(plate))).status]).toEqual([plate, 201]);
  expect((await t.post('/vehicles', vehicle('ж123аб'))).status).toBe(409);
  expect((await t.post('/vehicles', vehicle('--'))).status).toBe(422);
  const found = (await t.get(`/vehicles?q=${encodeURIComponent('ж123')}`)).body as { plate: string }[];
  expect(found.map((v) => v.plate)).toEqual(['Ж 123 АБ']);
});
