import type {
  FileView,
  FloorView,
  FoundThing,
  VehicleTypeView,
  JobView,
  LearningView,
  PartList,
  PartMatch,
  Problem,
  SessionView,
  StoredEntry,
} from '@ash-knot/contract';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import {
  contextOf,
  fastenersOf,
  foldJob,
  makeEntry,
  planOf,
  rankParts,
  readPartText,
  wantedFor,
  type Wanted,
  type Entry,
  type PointName,
  type EntryBodies,
  type EntryKind,
} from '@ash-knot/core';
import { DEMO_PIN } from '@ash-knot/demo';
import { loadDemo } from './demo/load';
import { migrate } from './db/migrate';
import { hashPin, pinMatches } from './session/pin';
import { freshId, startApp, Tablet, type Running } from './test';
import path from 'node:path';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

const line = <K extends EntryKind>(job: string, kind: K, body: EntryBodies[K], by = 'ruan'): Entry =>
  makeEntry({ kind, body }, { id: freshId(), job, by, at: new Date().toISOString() });
/** With what a hand-back teaches, which is worked out behind it. */
const write = async (t: Tablet, job: string, ...entries: unknown[]) => {
  const r = await t.post(`/jobs/${job}/entries`, { entries });
  await app.serving.lessons.idle();
  return r;
};
const entriesOf = async (t: Tablet, job: string) => ((await t.get(`/jobs/${job}`)).body as JobView).entries;
const fieldsOf = (b: unknown) => (b as Problem).fields?.map((f) => f.field) ?? [];

describe('signing in', () => {
  test('nothing but the session is answered before a device is signed in', async () => {
    const t = app.tablet();
    for (const route of [
      '/floor',
      '/jobs/0193b000-0000-7000-8000-000000000000',
      '/vehicles',
      '/parts',
      '/find?q=x',
      '/types',
      '/learning',
      '/shop/suspects-table',
      '/lists',
      '/bookings/calendar',
      '/shop/logo',
      '/lists/vehicles/out?as=csv',
      '/attachments/0193b000-0000-7000-8000-000000000000',
    ]) {
      expect([route, (await t.get(route)).status]).toEqual([route, 401]);
    }
    for (const [m, route] of [
      ['POST', '/jobs'],
      ['PUT', '/shop/rules'],
      ['PUT', '/shop/suspects-table'],
      ['DELETE', '/shop/suspects-table'],
      ['PUT', '/lessons/0193b000-0000-7000-8000-000000000000'],
      ['POST', '/people'],
      ['POST', '/bookings'],
      ['POST', '/bookings/calendar?try=yes'],
      ['PUT', '/shop/logo'],
      ['POST', '/tokens'],
      ['POST', '/card-sheets'],
      ['PUT', '/card-sheets/0193b000-0000-7000-8000-000000000000/ruler'],
      ['DELETE', '/card-sheets/0193b000-0000-7000-8000-000000000000'],
      ['POST', '/lists/vehicles?name=x.csv'],
      ['POST', '/lists/imports/0193b000-0000-7000-8000-000000000000/take'],
      ['POST', '/lists/imports/0193b000-0000-7000-8000-000000000000/undo'],
      ['POST', '/vehicles'],
      ['PUT', '/vehicles/0193b000-0000-7000-8000-000000000000/customer'],
      ['DELETE', '/customers/0193b000-0000-7000-8000-000000000000'],
      ['PATCH', '/vehicles/0193b000-0000-7000-8000-000000000000'],
      ['PUT', '/types/0193b000-0000-7000-8000-000000000000'],
      ['POST', '/types/0193b000-0000-7000-8000-000000000000/together'],
      ['POST', '/vehicles/0193b000-0000-7000-8000-000000000000/together'],
      ['POST', '/jobs/0193b000-0000-7000-8000-000000000000/keep'],
    ] as const) {
      expect([route, (await t.ask(m, route, {})).status]).toEqual([route, 401]);
    }
    expect((await t.get('/session')).status).toBe(200);
  });

  test('the cookie is httpOnly and same-site; only its hash is stored', async () => {
    const t = app.tablet();
    const r = await t.post('/session', { person: 'ruan', pin: DEMO_PIN, bay: 'Bay 1' });
    const cookie = r.headers.getSetCookie()[0]!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const token = cookie.split(';')[0]!.split('=')[1]!;
    const { rows } = await app.db.query<{ n: string }>(
      `SELECT count(*) AS n FROM session WHERE encode(token_hash, 'escape') = $1`,
      [token],
    );
    expect(Number(rows[0]!.n)).toBe(0);
  });

  test('PINs are scrypt hashes with their own salt', async () => {
    const [a, b] = [await hashPin('2468'), await hashPin('2468')];
    expect(a).toMatch(/^scrypt\$16384\$8\$1\$/);
    expect(a).not.toBe(b);
    expect(await pinMatches('2468', a)).toBe(true);
    expect(await pinMatches('2469', a)).toBe(false);
    expect(await pinMatches('2468', 'nonsense')).toBe(false);
  });

  test('a learner does not sign a device in; a stranger’s name is nobody', async () => {
    expect((await app.tablet().post('/session', { person: 'tobin', pin: DEMO_PIN, bay: 'Bay 1' })).status).toBe(403);
    expect((await app.tablet().post('/session', { person: 'nobody', pin: DEMO_PIN, bay: 'Bay 1' })).status).toBe(403);
    const t = await app.tablet().signIn();
    expect((await t.post('/session/person', { person: 'nobody' })).status).toBe(403);
  });

  test('tapping another name drops the PIN that stood', async () => {
    const t = await app.tablet().signIn();
    await t.pin('ruan');
    expect(((await t.get('/session')).body as SessionView).confirmed?.person).toBe('ruan');
    await t.post('/session/person', { person: 'isla' });
    expect(((await t.get('/session')).body as SessionView).confirmed).toBeNull();
  });

  test('requests of another site are not taken', async () => {
    const t = await app.tablet().signIn();
    expect((await t.ask('POST', '/session/person', { person: 'isla' }, { origin: 'http://elsewhere.invalid' })).status).toBe(403);
  });
});

describe('the ledger', () => {
  test('an entry posted twice is stored once', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const before = (await entriesOf(t, job)).length;
    const e = line(job, 'note', { text: 'listened at the slip' });
    expect((await write(t, job, e)).status).toBe(201);
    expect((await write(t, job, e)).status).toBe(201);
    expect((await entriesOf(t, job)).length).toBe(before + 1);
  });

  test('an id that stands for something else is a conflict', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const e = line(job, 'note', { text: 'x' });
    await write(t, job, e);
    expect(
      (
        await write(t, job, {
          ...line(job, 'defect', { joint: 'front.left.damper', what: 'oil leak' }),
          id: e.id,
        })
      ).status,
    ).toBe(409);
  });

  test('one wrong entry in a batch stores none of it, and its field is named', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const before = (await entriesOf(t, job)).length;
    const bad = {
      ...line(job, 'defect', { joint: 'front.left.damper', what: 'oil leak' }),
      body: { joint: 'front.left.damper', what: 'sad' },
    };
    const r = await write(t, job, line(job, 'note', { text: 'good' }), bad);
    expect(r.status).toBe(422);
    expect(r.headers.get('content-type')).toMatch(/problem\+json/);
    expect(fieldsOf(r.body)).toContain('entries.1.body.what');
    expect((r.body as Problem).detail).toMatch(/Nothing was stored/);
    expect((await entriesOf(t, job)).length).toBe(before);
  });

  test('a gauge that is not in the register takes the whole batch back', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const before = (await entriesOf(t, job)).length;
    const r = await write(
      t,
      job,
      line(job, 'note', { text: 'first' }),
      line(job, 'reading', {
        joint: 'front.left.frame-bushing',
        phase: 'before',
        gauge: 'ghost',
        first: 0,
        second: 0.3,
        unit: 'mm',
        playMm: 0.3,
      }),
    );
    expect(r.status).toBe(422);
    expect((await entriesOf(t, job)).length).toBe(before);
  });

  test('rows cannot be changed or deleted, even with SQL', async () => {
    await expect(app.db.query(`UPDATE entry SET kind = 'note'`)).rejects.toThrow(/append-only/);
    await expect(app.db.query('DELETE FROM entry')).rejects.toThrow(/append-only/);
  });

  test('readings and torques are also written relationally, and struck with their entry', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const e = line(job, 'reading', {
      joint: 'front.left.frame-bushing',
      phase: 'before',
      gauge: 'dial-1',
      first: 1,
      second: 1.5,
      unit: 'mm',
      playMm: 0.5,
    });
    await write(t, job, e);
    const row = async () => (await app.db.query('SELECT play_mm, struck FROM reading WHERE entry_id = $1', [e.id])).rows[0];
    expect(await row()).toEqual({ play_mm: 0.5, struck: false });
    expect((await write(t, job, line(job, 'strike', { entry: e.id, why: 'misread' }))).status).toBe(201);
    expect(await row()).toEqual({ play_mm: 0.5, struck: true });
  });

  test('somebody else’s entry is struck only with a PIN; a learner’s strike of it never', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const e = line(job, 'note', { text: 'by ruan' });
    await write(t, job, e);
    await t.post('/session/person', { person: 'isla' });
    const strike = line(job, 'strike', { entry: e.id, why: 'no' }, 'isla');
    const refused = await write(t, job, strike);
    expect([refused.status, (refused.body as Problem).title]).toEqual([403, 'pin']);
    await t.pin('isla');
    expect((await write(t, job, strike)).status).toBe(201);
    const own = line(job, 'note', { text: 'by ruan again' });
    await write(t, job, own);
    await t.post('/session/person', { person: 'tobin' });
    await t.pin('tobin');
    expect((await write(t, job, line(job, 'strike', { entry: own.id, why: 'no' }, 'tobin'))).status).toBe(403);
  });

  test('roles are checked on the server', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    expect(
      (
        await write(
          t,
          job,
          line(
            job,
            'torque',
            {
              fastener: 'front.left.wheel-nut',
              targetNm: 100,
              targetText: '100 N·m',
              source: 'x',
              achievedNm: 100,
              value: 100,
              unit: 'N·m',
              method: 'torque wrench',
            },
            'pella',
          ),
        )
      ).status,
    ).toBe(403);
    expect(
      (
        await write(
          t,
          job,
          line(job, 'answer', { answer: 'approved', what: 'x', parts: [], who: 'y', how: 'by phone', warning: '' }, 'tobin'),
        )
      ).status,
    ).toBe(403);
  });

  test('a customer’s answer needs the PIN of whoever signs it, not another’s', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('SCH 11');
    const answer = line(job, 'answer', {
      answer: 'declined',
      what: 'rear bushings',
      parts: [],
      who: 'School council',
      how: 'by phone',
      warning: 'they will knock',
    });
    expect((await write(t, job, answer)).status).toBe(403);
    await t.pin('isla');
    expect((await write(t, job, answer)).status).toBe(403);
    await t.pin('ruan');
    expect((await write(t, job, answer)).status).toBe(201);
  });

  test('a time in the future is refused', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const r = await write(t, job, {
      ...line(job, 'note', { text: 'x' }),
      at: new Date(Date.now() + 3_600_000).toISOString(),
    });
    expect([r.status, fieldsOf(r.body)]).toEqual([422, ['at']]);
  });

  test('an entry from before its job was opened is refused; what was measured keeps its moment', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const at = new Date(Date.now() - 400 * 86_400_000).toISOString();
    const r = await write(t, job, { ...line(job, 'note', { text: 'x' }), at });
    expect([r.status, fieldsOf(r.body)]).toEqual([422, ['at']]);
    const zero = { ...line(job, 'zero', { gauge: 'dial-1', when: 'start', zeroMm: 0 }), at };
    expect((await write(t, job, zero, line(job, 'strike', { entry: zero.id, why: 'only a test' }))).status).toBe(201);
  });

  test('a device writes only for names that were tapped on it', async () => {
    const t = await app.tablet().signIn('ruan');
    const job = await t.job('HB 0093');
    await t.post('/session/person', { person: 'tobin' });
    // A learner's tablet cannot store what the lead is said to have said.
    const r = await write(t, job, line(job, 'verdict', { causes: [], reproduced: false, note: '' }, 'marit'));
    expect([r.status, (r.body as Problem).detail]).toEqual([
      403,
      'This device does not write for that name: tap it first. Nothing was stored.',
    ]);
    // What was written under the name before, and was still on its way, is taken.
    expect((await write(t, job, line(job, 'note', { text: 'mine' }, 'ruan'))).status).toBe(201);
    await t.post('/session/person', { person: 'marit' });
    expect((await write(t, job, line(job, 'note', { text: 'hers' }, 'marit'))).status).toBe(201);
  });

  test('a part’s torques are the catalogue’s: none can be slipped in with a choice', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const part = ((await t.get('/parts?kind=bolt-through%20link&limit=1')).body as PartList).parts[0]!;
    const joints = ['front.left.link-lower' as const];
    const sheet = {
      fastener: 'link-bolt-nut' as const,
      minNm: 99,
      maxNm: 99,
      value: 99,
      unit: 'N·m',
      source: 'thin air',
      publisher: 'part maker' as const,
    };
    for (const p of [
      { ...part, torque: [sheet] },
      { ...part, id: 'no-such-part' },
      { ...part, id: 'own-1', kind: 'other part' as const, torque: [{ ...sheet, publisher: 'vehicle maker' as const }] },
      { ...part, id: 'own-2', kind: 'other part' as const, torque: [{ ...sheet, source: ' ' }] },
      { ...part, id: 'refit', kind: 'refit' as const, torque: [sheet] },
    ]) {
      expect([(await write(t, job, line(job, 'choose', { joints, part: p, quantity: 1 }))).status, p.id]).toEqual([422, p.id]);
    }
    // One of one's own brings what its maker's sheet says, with where it is written.
    const own = line(job, 'choose', {
      joints,
      part: { ...part, id: 'own-3', kind: 'other part' as const, torque: [{ ...sheet, source: 'sheet in the box' }] },
      quantity: 1,
    });
    expect((await write(t, job, own, line(job, 'strike', { entry: own.id, why: 'only a test' }))).status).toBe(201);
    const bare = await write(t, job, line(job, 'choose', { joints, part, quantity: 1 }));
    expect([bare.status, (bare.body as Problem).detail]).toEqual([
      422,
      'The reason is needed for one side only: the other side has run as far. Nothing was stored.',
    ]);
    const good = line(job, 'choose', { joints, part, quantity: 1, oneSideReason: 'the right one is new' });
    expect((await write(t, job, good)).status).toBe(201);
    const dollars = await write(
      t,
      job,
      line(job, 'choose', { joints, part: { ...part, currency: 'USD' }, quantity: 1, oneSideReason: 'x' }),
    );
    expect((dollars.body as Problem).detail).toMatch(/currency of the part must be EUR, the shop’s/);
    await write(t, job, line(job, 'strike', { entry: good.id, why: 'only a test' }));
  });

  test('an entry of another job is refused', async () => {
    const t = await app.tablet().signIn();
    const [a, b] = [await t.job('HB 0093'), await t.job('SCH 11')];
    expect((await write(t, a, line(b, 'note', { text: 'x' }))).status).toBe(422);
  });
});

describe('the hand-back', () => {
  test('is refused with everything that is open named, and taken when nothing is', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('PV 2210');
    await t.pin('ruan');
    const tooEarly = await write(t, job, line(job, 'hand-back', { distanceKm: 999_999, note: '' }));
    expect(tooEarly.status).toBe(409);
    expect((tooEarly.body as Problem).fields!.map((f) => f.message)).toEqual(
      expect.arrayContaining(['The drive over the same bump is not recorded.', 'No recheck is set.']),
    );
    const view = (await t.get(`/jobs/${job}`)).body as JobView;
    await write(
      t,
      job,
      line(job, 'road-test', { result: 'quiet', note: '' }),
      line(job, 'recheck', { what: 'bolts', atKm: view.distanceKm + 100, onDate: '2030-01-01' }),
    );
    const back = line(job, 'hand-back', { distanceKm: view.distanceKm + 3, note: '' });
    expect((await write(t, job, back)).status).toBe(201);
    expect(((await t.get('/floor')).body as FloorView).jobs.some((j) => j.id === job)).toBe(false);
    expect((await write(t, job, line(job, 'defect', { joint: 'front.left.damper', what: 'oil leak' }))).status).toBe(409);
    expect((await write(t, job, line(job, 'note', { text: 'a note is still taken' }))).status).toBe(201);
    // Taken back with a PIN: the job is on the floor again.
    expect((await write(t, job, line(job, 'strike', { entry: back.id, why: 'not yet' }))).status).toBe(201);
    expect(((await t.get('/floor')).body as FloorView).jobs.some((j) => j.id === job)).toBe(true);
  });

  test('a dangerous finding nobody was told of blocks it', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('NR 508');
    await t.pin('ruan');
    const r = await write(t, job, line(job, 'hand-back', { distanceKm: 1, note: '' }));
    expect((r.body as Problem).fields!.map((f) => f.message).join(' ')).toMatch(
      /Dangerous: left ball joint. The owner has not been told yet/,
    );
  });
});

describe('a distance typed wrongly', () => {
  const open = async (t: Tablet, vehicleId: string, distanceKm: number) => {
    const id = freshId();
    return { id, status: (await t.post('/jobs', { id, vehicleId, kind: 'access', bay: null, distanceKm })).status };
  };
  const km = async (vehicle: string) =>
    (await app.db.query<{ distance_km: number }>('SELECT distance_km FROM vehicle WHERE id = $1', [vehicle])).rows[0]!
      .distance_km;

  test('is put right on the tape with a PIN, after the hand-back too; the file opens again, and a struck one counts no more', async () => {
    const t = await app.tablet().signIn();
    const typeId = ((await t.get('/types')).body as { id: string }[])[0]!.id;
    const made = await t.post('/vehicles', { plate: 'KM 9', typeId, year: 2018, distanceKm: 980_000, kmPerDay: 30, owner: '' });
    const vehicle = (made.body as { id: string }).id;
    const { id: job } = await open(t, vehicle, 980_000);
    const purpose = line(job, 'purpose', { what: 'to look at the bar', rule: '' });
    const right = line(job, 'distance', { distanceKm: 98_000, wasKm: 980_000, why: 'a nought too many' });
    expect((await write(t, job, right)).status).toBe(403);
    await t.pin('ruan');
    const back = line(job, 'hand-back', { distanceKm: 980_010, note: '' });
    expect((await write(t, job, purpose, back)).status).toBe(201);
    expect((await open(t, vehicle, 98_500)).status).toBe(422);
    // The hand-back said it too: both are put right.
    expect((await write(t, job, right, line(job, 'strike', { entry: back.id, why: 'wrong distance' }))).status).toBe(201);
    expect(await km(vehicle)).toBe(98_000);
    expect(((await t.get(`/jobs/${job}`)).body as JobView).distanceKm).toBe(98_000);
    expect((await write(t, job, line(job, 'hand-back', { distanceKm: 98_010, note: '' }))).status).toBe(201);
    const next = await open(t, vehicle, 98_500);
    expect(next.status).toBe(201);
    // One vehicle, one open sheet: the older hand-back is not taken back now, and it is said in words.
    const again = line(job, 'strike', { entry: (await entriesOf(t, job)).at(-1)!.id, why: 'once more' });
    const refused = await write(t, job, again);
    expect([refused.status, (refused.body as Problem).detail]).toEqual([
      409,
      'KM 9 has a newer job open. Hand that one back first; then this hand-back can be struck.',
    ]);
    expect((await write(t, job, line(job, 'strike', { entry: right.id, why: 'it was right' }))).status).toBe(201);
    expect(await km(vehicle)).toBe(980_000);
  });
});

describe('live changes', () => {
  test('a second tablet is sent what the first writes, and what it missed', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const seen = await entriesOf(t, job);
    const second = await app.tablet().signIn('isla');
    const cookie = (second as unknown as { cookie: string }).cookie;
    const missed = line(job, 'note', { text: 'before the stream' });
    await write(t, job, missed);
    const stop = new AbortController();
    const res = await fetch(`${app.address}/api/jobs/${job}/stream?after=${seen.at(-1)!.seq}`, {
      headers: { cookie },
      signal: stop.signal,
    });
    expect(res.headers.get('content-type')).toMatch(/event-stream/);
    const live = line(job, 'note', { text: 'while it is open' });
    const got: string[] = [];
    const reader = res.body!.getReader();
    let text = '';
    while (got.length < 2) {
      const { value } = await reader.read();
      text += Buffer.from(value!).toString();
      got.length = 0;
      for (const m of text.matchAll(/event: entries\ndata: (.*)\n/g))
        got.push(...(JSON.parse(m[1]!) as StoredEntry[]).map((e) => e.id));
      if (got.length === 1 && !text.includes(live.id)) await write(t, job, live);
    }
    stop.abort();
    expect(got).toEqual([missed.id, live.id]);
  });
});

describe('vehicles and jobs', () => {
  test('a plate is one plate however it is typed; a taken one is a conflict', async () => {
    const t = await app.tablet().signIn();
    const found = (await t.get('/vehicles?q=sk-2047')).body as { plate: string }[];
    expect(found[0]!.plate).toBe('SK 2047');
    const types = (await t.get('/types')).body as { id: string }[];
    const v = { plate: 'sk 2047', typeId: types[0]!.id, year: 2018, distanceKm: 10, kmPerDay: 1, owner: '' };
    expect((await t.post('/vehicles', v)).status).toBe(409);
    expect((await t.post('/vehicles', { ...v, plate: 'ZZ 1' })).status).toBe(201);
  });

  test('a VIN that cannot be one is refused by its field, a wrong check digit is not', async () => {
    const t = await app.tablet().signIn();
    const typeId = ((await t.get('/types')).body as { id: string }[])[0]!.id;
    const base = { typeId, year: 2018, distanceKm: 10, kmPerDay: 1, owner: '' };
    const bad = await t.post('/vehicles', { ...base, plate: 'ZZ 2', vin: '123' });
    expect([bad.status, fieldsOf(bad.body)]).toEqual([422, ['vin']]);
    expect((await t.post('/vehicles', { ...base, plate: 'ZZ 3', vin: '11111111211111111' })).status).toBe(201);
  });

  test('a type of its own comes in with its vehicle, or neither does', async () => {
    const t = await app.tablet().signIn();
    const spec = ((await t.get('/types')).body as { spec: { name: string } }[])[0]!.spec;
    const v = {
      plate: 'ZZ 10',
      newType: { ...spec, name: 'Made up here' },
      year: 2018,
      distanceKm: 10,
      kmPerDay: 1,
      owner: '',
    };
    expect((await t.post('/vehicles', { ...v, plate: 'SK 2047' })).status).toBe(409);
    expect(((await t.get('/types')).body as { spec: { name: string } }[]).some((x) => x.spec.name === 'Made up here')).toBe(
      false,
    );
    expect((await t.post('/vehicles', v)).status).toBe(201);
    expect((await t.post('/vehicles', { ...v, plate: 'ZZ 11' })).status).toBe(409);
  });

  test('one open job a vehicle; the same request twice is harmless; the distance never runs back', async () => {
    const t = await app.tablet().signIn();
    const vehicle = ((await t.get('/vehicles?q=LK%20902')).body as { id: string; distanceKm: number }[])[0]!;
    const body = {
      id: freshId(),
      vehicleId: vehicle.id,
      kind: 'noise',
      bay: null,
      distanceKm: vehicle.distanceKm + 5,
    };
    expect((await t.post('/jobs', { ...body, distanceKm: 1 })).status).toBe(422);
    expect((await t.post('/jobs', body)).status).toBe(201);
    expect((await t.post('/jobs', body)).status).toBe(201);
    expect((await t.post('/jobs', { ...body, id: freshId() })).status).toBe(409);
  });

  test('a point measured on a vehicle is in its file at the next visit; a struck one, and another vehicle’s, is not', async () => {
    const t = await app.tablet().signIn();
    const [v] = (await t.get('/vehicles?q=SK%202051')).body as { id: string; distanceKm: number }[];
    const open = async (km: number): Promise<string> => {
      const id = freshId();
      const made = await t.post('/jobs', { id, vehicleId: v!.id, kind: 'changed stance', bay: null, distanceKm: km });
      expect(made.status).toBe(201);
      return id;
    };
    const first = await open(v!.distanceKm + 5);
    const point = (name: PointName, up: number) =>
      line(first, 'point', { axle: 'front', point: name, at: [-70, 612, up], text: `${up} mm up` });
    const wrong = point('barEye', 900);
    for (const e of [point('linkMount', 575), point('linkMount', 580), wrong])
      expect((await write(t, first, e)).status).toBe(201);
    expect((await write(t, first, line(first, 'strike', { entry: wrong.id, why: 'misread' }))).status).toBe(201);
    expect(
      (await write(t, first, line(first, 'point', { axle: 'front', point: 'nowhere' as PointName, at: [0, 0, 0], text: 'x' })))
        .status,
    ).toBe(422);
    expect(((await t.get(`/jobs/${first}`)).body as JobView).file.points).toEqual([]);
    await app.db.query('UPDATE job SET closed_at = now() WHERE id = $1', [first]);
    const next = await open(v!.distanceKm + 900);
    expect(((await t.get(`/jobs/${next}`)).body as JobView).file.points).toEqual([
      { axle: 'front', point: 'linkMount', at: [-70, 612, 580] },
    ]);
    expect(((await t.get(`/jobs/${await t.job('SK 2047')}`)).body as JobView).file.points).toEqual([]);
    await app.db.query('UPDATE job SET closed_at = now() WHERE id = $1', [next]);
  });

  test('a job is moved to another bay, and the floor shows it', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('SCH 11');
    expect((await t.ask('PATCH', `/jobs/${job}`, { bay: 'Bay 1' })).status).toBe(200);
    expect(((await t.get('/floor')).body as FloorView).jobs.find((j) => j.id === job)!.bay).toBe('Bay 1');
    expect((await t.ask('PATCH', `/jobs/${freshId()}`, { bay: null })).status).toBe(404);
  });

  test('the file has play over distance and past jobs; parts narrow by type; find understands both dialects', async () => {
    const t = await app.tablet().signIn();
    const v = ((await t.get('/vehicles?q=SK%202063')).body as { id: string; typeId: string }[])[0]!;
    const file = (await t.get(`/vehicles/${v.id}`)).body as FileView;
    expect(file.play.length).toBeGreaterThan(5);
    expect(file.jobs.length).toBeGreaterThan(1);
    const parts = (await t.get(`/parts?typeId=${v.typeId}&axle=front&limit=500`)).body as PartList;
    expect(parts.total).toBeGreaterThan(10);
    expect(parts.parts.every((p) => p.fits.some((f) => f.typeId === v.typeId))).toBe(true);
    const find = async (q: string, job = '') =>
      (await t.get(`/find?q=${encodeURIComponent(q)}${job && `&job=${job}`}`)).body as FoundThing[];
    const ids = async (q: string) => (await find(q)).map((f) => f.id);
    // Both dialects find the same, and more than nothing.
    expect(await ids('drop link')).toEqual(await ids('end link'));
    expect((await find('end link')).every((f) => f.kind === 'part')).toBe(true);
    expect(await ids('frame bushing')).toEqual(await ids('bar bush'));
    expect((await find('anti-roll bar bush')).length).toBeGreaterThan(0);
  });

  test('find forgives a typing error, and knows part numbers, types and the joints of the sheet it is asked from', async () => {
    const t = await app.tablet().signIn();
    const find = async (q: string, job = '') =>
      (await t.get(`/find?q=${encodeURIComponent(q)}${job && `&job=${job}`}`)).body as FoundThing[];
    const [part] = ((await t.get('/parts?limit=1')).body as PartList).parts;
    expect((await find(part!.id))[0]).toMatchObject({ kind: 'part', id: part!.id });
    const supplier = part!.supplier.toLowerCase();
    const slip = supplier.slice(0, 2) + supplier[3] + supplier[2] + supplier.slice(4);
    expect((await find(slip)).some((f) => f.kind === 'part' && f.detail.includes(part!.supplier))).toBe(true);
    expect((await find('SK2O63')).some((f) => f.title === 'SK 2063')).toBe(true);
    const type = ((await t.get('/types')).body as VehicleTypeView[])[0]!;
    expect(await find(type.spec.name)).toContainEqual(
      expect.objectContaining({ kind: 'type', id: type.id, title: type.spec.name }),
    );
    const job = await t.job('HB 0093');
    expect((await find('left ball joint', job))[0]).toMatchObject({ kind: 'joint', id: 'front.left.ball-joint' });
    expect((await find('bal joint right', job))[0]).toMatchObject({ kind: 'joint', id: 'front.right.ball-joint' });
    expect((await find('wishbone bushes', job)).map((f) => f.id)).toContain('front.left.arm-bushings');
    expect((await find('ball joint')).some((f) => f.kind === 'joint')).toBe(false);
    expect(await find('zzzzqqq')).toEqual([]);
  });

  test('bad queries and unknown things are problems, not errors', async () => {
    const t = await app.tablet().signIn();
    expect((await t.get('/parts?limit=999999')).status).toBe(422);
    expect((await t.get('/jobs/nonsense')).status).toBe(422);
    expect((await t.get('/jobs/0193b000-0000-7000-8000-000000000000')).status).toBe(404);
    expect((await t.get('/nothing-here')).status).toBe(404);
    expect((await t.ask('POST', '/jobs', '{"half', { 'content-type': 'application/json' })).status).toBe(400);
    expect((await t.ask('POST', '/jobs', { big: 'x'.repeat(600_000) })).status).toBe(413);
  });
});

describe('the catalogue', () => {
  const wanted = async (t: Tablet, plate: string, over: Partial<Wanted> = {}): Promise<Wanted> => {
    const s = await stateOf(t, plate);
    return { ...wantedFor(s, ['front.left.link-lower', 'front.right.link-lower']), ...over };
  };
  const stateOf = async (t: Tablet, plate: string) => {
    const job = (await t.get(`/jobs/${await t.job(plate)}`)).body as JobView;
    const { shop } = (await t.get('/session')).body as SessionView;
    return foldJob(contextOf(job, shop!), job.entries);
  };
  const match = async (t: Tablet, w: Wanted) => (await t.post('/parts/match', { wanted: w })).body as PartMatch;

  test('is narrowed by the database and ranked by core, as core alone would rank the whole of it', async () => {
    const t = await app.tablet().signIn();
    const w = JSON.parse(JSON.stringify(await wanted(t, 'SK 2047'))) as Wanted;
    const found = await match(t, w);
    const all = ((await t.get('/parts?limit=500')).body as PartList).parts;
    const best = rankParts(all, w)
      .filter((c) => c.excluded.length === 0)
      .slice(0, 5);
    expect(found.fitting.slice(0, 5).map((c) => c.score)).toEqual(best.map((c) => c.score));
    expect(found.looked).toBeLessThan(all.length);
    // What is listed for it and does not fit says why.
    expect(found.excluded.every((c) => c.excluded.length > 0)).toBe(true);
    expect(found.excluded.map((c) => c.sentence).join()).toMatch(/stud is M10×1.5, M10×1.25 is needed/);
  });
  test('a part of one’s own joins the shelf and is matched like any other; twice it is refused', async () => {
    const t = await app.tablet().signIn();
    const s = await stateOf(t, 'SK 2047');
    const part = readPartText(
      {
        id: 'DRAWER-1',
        kind: 'ball-stud link',
        name: 'From the drawer',
        supplier: '',
        price: '9',
        currency: 'EUR',
        torque: '',
        source: 'its box',
        fits: [{ typeId: s.context.typeId, axle: 'front' }],
      },
      { length: '305 mm', 'upper.thread': 'M10×1.25', 'lower.thread': 'M10×1.25', stock: '2', grade: 'better', warranty: '36' },
    );
    expect((await t.post('/parts', { part })).status).toBe(201);
    expect((await t.post('/parts', { part })).body).toMatchObject({
      detail: expect.stringContaining('already a part numbered DRAWER-1') as string,
    });
    const w = JSON.parse(JSON.stringify(await wanted(t, 'SK 2047'))) as Wanted;
    expect((await match(t, w)).fitting.map((c) => c.part.id)).toContain('DRAWER-1');
    expect((await match(t, { ...w, lengthMm: 350 })).fitting.map((c) => c.part.id)).not.toContain('DRAWER-1');
    const bad = { ...part, id: 'DRAWER-2', currency: 'SEK' };
    expect((await t.post('/parts', { part: bad })).status).toBe(422);
    expect(
      (await t.post('/parts', { part: { ...part, id: 'DRAWER-3', fits: [{ typeId: freshId(), axle: 'front' }] } })).status,
    ).toBe(422);
    expect((await app.tablet().post('/parts', { part })).status).toBe(401);
  });
  test('where nothing fits it is counted what would without each size: here the length alone leaves nothing', async () => {
    const t = await app.tablet().signIn();
    const w = JSON.parse(JSON.stringify(await wanted(t, 'SK 2047'))) as Wanted;
    expect((await match(t, w)).without).toEqual([]);
    const found = await match(t, { ...w, lengthMm: 120, from: { ...w.from, 'link-length': 'measured' } });
    expect(found.fitting).toEqual([]);
    const by = new Map(found.without.map((x) => [x.key, x.fit]));
    expect(by.get('link-length')).toBeGreaterThan(0);
    expect(by.get('upper.stud-thread')).toBe(0);
  });
  test('what cannot be looked for is refused by its field', async () => {
    const t = await app.tablet().signIn();
    const r = await t.post('/parts/match', { wanted: { kinds: ['spoon'] } });
    expect(r.status).toBe(422);
    expect(fieldsOf(r.body)[0]).toMatch(/kinds/);
  });
});

describe('the shelf', () => {
  test('what is taken off it for a job is less there, and back when that is struck', async () => {
    const t = await app.tablet().signIn();
    const all = ((await t.get('/parts?limit=500')).body as PartList).parts;
    const part = all.find((p) => p.stock >= 2)!;
    const stock = async () =>
      ((await t.get(`/parts?q=${part.id}&limit=5`)).body as PartList).parts.find((p) => p.id === part.id)!.stock;
    const job = await t.job('SCH 11');
    const choice = ((await t.get(`/jobs/${job}`)).body as JobView).entries.find((e) => e.kind === 'choose')!.id;
    const taken = line(job, 'goods', {
      choice,
      part: part.id,
      name: part.name,
      quantity: 2,
      from: 'shelf',
      checks: [],
      measured: [],
      outcome: 'taken',
      why: '',
    });
    expect((await write(t, job, taken)).status).toBe(201);
    expect(await stock()).toBe(part.stock - 2);
    await write(t, job, line(job, 'strike', { entry: taken.id, why: 'another one' }));
    expect(await stock()).toBe(part.stock);
  });
});

describe('variants of a type', () => {
  test('a vehicle is one of them, found at a job it is for good, and struck it is open again', async () => {
    const t = await app.tablet().signIn();
    const types = (await t.get('/types')).body as VehicleTypeView[];
    const skiff = types.find((x) => x.spec.variants?.length)!;
    const vehicle = { plate: 'VAR 1', typeId: skiff.id, year: 2018, distanceKm: 1000, owner: 'x' };
    expect((await t.post('/vehicles', { ...vehicle, variant: 'front bar 99' })).status).toBe(422);
    const v = (await t.post('/vehicles', vehicle)).body as { id: string; variant: string | null };
    expect(v.variant).toBeNull();
    const job = freshId();
    await t.post('/jobs', { id: job, vehicleId: v.id, kind: 'noise', bay: null, distanceKm: 1010 });
    const e = line(job, 'variant', { name: 'front bar 22' });
    expect((await write(t, job, e)).status).toBe(201);
    const of = async () => ((await t.get(`/vehicles/${v.id}`)).body as FileView).vehicle.variant;
    expect(await of()).toBe('front bar 22');
    const view = (await t.get(`/jobs/${job}`)).body as JobView;
    const { shop } = (await t.get('/session')).body as SessionView;
    const s = foldJob(contextOf(view, shop!), view.entries);
    expect(s.axles.front.bar!.diameterMm).toBe(22);
    await write(t, job, line(job, 'strike', { entry: e.id, why: 'the other one' }));
    expect(await of()).toBeNull();
  });
});

describe('photographs', () => {
  const png = Uint8Array.from(
    Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'),
  );
  test('a picture goes in and comes out the same; sending it again is harmless', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    const id = freshId();
    expect((await t.ask('PUT', `/jobs/${job}/attachments/photo/${id}`, png)).status).toBe(201);
    expect((await t.ask('PUT', `/jobs/${job}/attachments/photo/${id}`, png)).status).toBe(201);
    const r = await t.get(`/attachments/${id}`);
    expect(r.headers.get('content-type')).toBe('image/png');
    expect(r.headers.get('cache-control')).toBe('private, no-cache');
    // Asked about again, it is not sent again; by a stranger not even that.
    const tag = { 'if-none-match': r.headers.get('etag')!, 'cache-control': 'max-age=0' };
    const again = await t.ask('GET', `/attachments/${id}`, undefined, tag);
    expect([again.status, again.body]).toEqual([304, '']);
    expect((await app.tablet().ask('GET', `/attachments/${id}`, undefined, tag)).status).toBe(401);
  });
  test('what is no picture is refused whatever it says it is; larger than 10 MB too', async () => {
    const t = await app.tablet().signIn();
    const job = await t.job('HB 0093');
    expect(
      (
        await t.ask('PUT', `/jobs/${job}/attachments/photo/${freshId()}`, Uint8Array.from(Buffer.from('<svg onload="x">')), {
          'content-type': 'image/png',
        })
      ).status,
    ).toBe(422);
    expect(
      (await t.ask('PUT', `/jobs/${job}/attachments/photo/${freshId()}`, new Uint8Array(10 * 1024 * 1024 + 10))).status,
    ).toBe(413);
  });
});

describe('yard rules', () => {
  test('only the lead, only with a PIN, only within bounds', async () => {
    const t = await app.tablet().signIn();
    const rules = ((await t.get('/session')).body as SessionView).shop!.rules;
    expect((await t.ask('PUT', '/shop/rules', rules)).status).toBe(403);
    await t.pin('ruan');
    expect((await t.ask('PUT', '/shop/rules', rules)).status).toBe(403);
    await t.pin('marit');
    expect((await t.ask('PUT', '/shop/rules', { ...rules, verdictThreshold: 1.5 })).status).toBe(422);
    expect((await t.ask('PUT', '/shop/rules', { ...rules, dialect: 'anti-roll bar' })).status).toBe(200);
    expect(((await t.get('/session')).body as SessionView).shop!.rules.dialect).toBe('anti-roll bar');
    expect((await t.post('/people', { name: 'Ana New', role: 'technician', pin: '13' })).status).toBe(422);
    expect((await t.post('/people', { name: 'Ana New', role: 'technician', pin: '1357' })).status).toBe(201);
    expect((await t.post('/people', { name: 'Ana New', role: 'technician', pin: '1357' })).status).toBe(409);
  });
});

test('the file tells what each joint had at the last visit that measured it, after the work where it was measured again', async () => {
  const { rows } = await app.db.query<{ job: string; joint: string; mean: number; n: number; phase: string; km: number }>(
    `SELECT j.id AS job, r.joint, r.phase, avg(r.play_mm) AS mean, count(*)::int AS n, o.distance_km AS km
       FROM job j JOIN job o ON o.vehicle_id = j.vehicle_id AND o.opened_at < j.opened_at
       JOIN reading r ON r.job_id = o.id AND NOT r.struck AND NOT r.by_loop
      WHERE NOT EXISTS (SELECT 1 FROM job x JOIN reading y ON y.job_id = x.id WHERE x.vehicle_id = j.vehicle_id AND x.opened_at > o.opened_at AND x.opened_at < j.opened_at AND y.joint = r.joint)
        AND (r.phase = 'after' OR NOT EXISTS (SELECT 1 FROM reading y WHERE y.job_id = o.id AND y.joint = r.joint AND y.phase = 'after' AND NOT y.struck))
      GROUP BY j.id, r.joint, r.phase, o.id, o.distance_km LIMIT 5`,
  );
  expect(rows.length).toBeGreaterThan(0);
  const t = await app.tablet().signIn();
  for (const r of rows) {
    const { file } = (await t.get(`/jobs/${r.job}`)).body as JobView;
    const is = file.plays.find((p) => p.joint === r.joint)!;
    expect(is).toMatchObject({ phase: r.phase, n: r.n, atKm: r.km });
    expect(is.meanMm).toBeCloseTo(r.mean, 9);
  }
});

describe('learning from closed jobs', () => {
  const learning = async (t: Tablet) => (await t.get('/learning')).body as LearningView;
  const learned = async (t: Tablet) => ((await t.get('/session')).body as SessionView).shop!.learned;

  test('the demo’s history has taught: calibrated, better than knowing nothing, and each job says what it was', async () => {
    const t = await app.tablet().signIn();
    const v = await learning(t);
    expect(v.taught.jobs).toBeGreaterThan(60);
    expect(v.taught.counting).toBe(v.taught.jobs);
    for (const layer of [v.worn, v.makes]) {
      expect(layer.heard.n).toBeGreaterThan(300);
      for (const stage of [layer.heard, layer.found]) expect(stage.brier).toBeLessThan(stage.brierOfBase);
    }
    // Hands know more than ears: 0.007 to 0.024 against 0.029 in eight histories drawn anew. What makes the noise is said of a few
    // hundred suspects only, and one wrong verdict in fifteen moves it by as much as the hands are better: no bound there.
    expect(v.worn.found.brier).toBeLessThan(v.worn.heard.brier);
    expect(v.lessons.some((l) => l.faults.some((f) => f.endsWith('bracket-bolts')))).toBe(true);
    expect((await learned(t)).find((c) => c.key === 'prior|link-lower')!.yes).toBeGreaterThan(5);
  });

  test('a lesson is taken out and put back by a lead with a PIN, and the counts follow exactly', async () => {
    const t = await app.tablet().signIn('ruan');
    const before = await learned(t);
    const job = (await learning(t)).lessons[0]!.job;
    expect((await t.ask('PUT', `/lessons/${job}`, { undone: true })).status).toBe(403);
    const lead = await app.tablet().signIn('marit');
    await lead.pin('marit');
    expect((await lead.ask('PUT', `/lessons/${job}`, { undone: 'yes' })).status).toBe(422);
    expect((await lead.ask('PUT', `/lessons/${job}`, { undone: true })).status).toBe(200);
    const without = await learned(t);
    expect(without).not.toEqual(before);
    expect((await learning(t)).lessons.find((l) => l.job === job)!.undone).toBe(true);
    await lead.ask('PUT', `/lessons/${job}`, { undone: false });
    expect(await learned(t)).toEqual(before);
    expect((await lead.ask('PUT', `/lessons/${freshId()}`, { undone: true })).status).toBe(404);
  });

  test('a suspects table goes out and comes in; one with a probability above 1 is refused by name, and nothing changes', async () => {
    const t = await app.tablet().signIn('marit');
    await t.pin('marit');
    const out = (await t.get('/shop/suspects-table')).body as typeof SHIPPED;
    expect(out).toEqual(JSON.parse(JSON.stringify(SHIPPED)));
    const bad = { ...out, leaks: { ...out.leaks, rattle: 1.2 } };
    const r = await t.ask('PUT', '/shop/suspects-table', bad);
    expect(r.status).toBe(422);
    expect((r.body as Problem).detail).toMatch(
      /leaks, rattle must be a probability between 0 and 1 \(given: 1.2\).*Nothing was stored/,
    );
    expect(((await t.get('/session')).body as SessionView).shop!.suspectsTable).toBeNull();
    const mine = { ...out, provenance: 'the yard’s own', leaks: { ...out.leaks, rattle: 0.09 } };
    expect((await t.ask('PUT', '/shop/suspects-table', mine)).status).toBe(200);
    expect(((await t.get('/session')).body as SessionView).shop!.suspectsTable).toEqual(mine);
    expect((await t.ask('DELETE', '/shop/suspects-table')).status).toBe(200);
    expect(((await t.get('/session')).body as SessionView).shop!.suspectsTable).toBeNull();
  });

  test('a sheet knows what was renewed on its vehicle and what its sisters had', async () => {
    const t = await app.tablet().signIn();
    const view = (await t.get(`/jobs/${await t.job('SK 2047')}`)).body as JobView;
    expect(view.file.sisters.jobs).toBeGreaterThan(3);
    expect(Object.values(view.file.sisters.found).reduce((a, b) => a + b!, 0)).toBeGreaterThanOrEqual(view.file.sisters.jobs);
    expect(view.file.renewed.length).toBeGreaterThan(0);
    for (const r of view.file.renewed) expect(r.atKm).toBeLessThan(view.distanceKm);
  });
});

describe('the page’s headers', () => {
  test('a content security policy without inline scripts, no sniffing, no framing', async () => {
    const h = (await app.tablet().get('/session')).headers;
    expect(h.get('content-security-policy')).toMatch(/script-src 'self'(;|$)/);
    expect(h.get('content-security-policy')).toMatch(/frame-ancestors 'none'/);
    expect(h.get('x-content-type-options')).toBe('nosniff');
    expect(h.get('x-powered-by')).toBeNull();
  });
});

describe('the database', () => {
  test('migrating and loading again change nothing', async () => {
    expect(await migrate(app.db, path.join(__dirname, 'db/migrations'))).toEqual([]);
    expect(await loadDemo(app.db, new Date())).toBeUndefined();
  });

  test('server and browser see the same job: the stored ledger folds to the same plan', async () => {
    const t = await app.tablet().signIn();
    const view = (await t.get(`/jobs/${await t.job('SK 2047')}`)).body as JobView;
    const shop = ((await t.get('/session')).body as SessionView).shop!;
    const s = foldJob(contextOf(view, shop), view.entries);
    expect(planOf(s).length).toBeGreaterThan(15);
    expect(fastenersOf(s).filter((f) => f.state === 'done').length).toBeGreaterThan(0);
    expect(fastenersOf(s).some((f) => f.state === 'open')).toBe(true);
  });
});
