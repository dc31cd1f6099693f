import { checkPin, FREE, LONGEST_S } from './tries';
import { DEMO_PIN } from '@ash-knot/demo';
import type { AuditPage, DeviceView, FloorView, PersonFull, Problem, SessionView } from '@ash-knot/contract';
import { firstRunCode } from '../shop/first-run';
import { freshId, startApp, Tablet, type Running } from '../test';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

const wrong = (t: Tablet, person = 'ruan') => t.post('/session/confirm', { person, pin: '0000' });
const lead = async () => {
  const t = await app.tablet().signIn('marit');
  await t.pin('marit');
  return t;
};

describe('PINs', () => {
  afterEach(() => app.db.query('DELETE FROM pin_try'));

  test('a hundred guesses at once are five: none of the rest is compared', async () => {
    const t = await app.tablet().signIn('isla');
    const answers = await Promise.all(Array.from({ length: 19 }, () => wrong(t)));
    const count = (s: number) => answers.filter((a) => a.status === s).length;
    expect([count(403), count(429)]).toEqual([5, 14]);
    const { rows } = await app.db.query("SELECT failed FROM pin_try WHERE person_id = 'ruan' AND source LIKE 'device %'");
    expect(rows).toEqual([{ failed: 5 }]);
  });

  test('who guesses at one device locks nobody out at another; the lock says when it ends', async () => {
    const [a, b] = [await app.tablet().signIn('isla'), await app.tablet().signIn('ruan')];
    for (let i = 0; i < 5; i++) await wrong(a);
    const r = await a.post('/session/confirm', { person: 'ruan', pin: DEMO_PIN });
    expect(r.status).toBe(429);
    expect((r.body as Problem).detail).toMatch(/Try again in \d+ s/);
    expect(Number(r.headers.get('retry-after'))).toBeGreaterThan(30);
    expect((await b.post('/session/confirm', { person: 'ruan', pin: DEMO_PIN })).status).toBe(200);
  });

  test('a stranger who guesses at the door closes it for that name from there, never a signed-in device', async () => {
    const inside = await app.tablet().signIn('pella');
    for (let i = 0; i < 5; i++)
      expect((await app.tablet().post('/session', { person: 'pella', pin: '0000', bay: 'Bay 1' })).status).toBe(403);
    expect((await app.tablet().post('/session', { person: 'pella', pin: DEMO_PIN, bay: 'Bay 1' })).status).toBe(429);
    expect((await inside.post('/session/confirm', { person: 'pella', pin: DEMO_PIN })).status).toBe(200);
    expect((await app.tablet().post('/session', { person: 'isla', pin: DEMO_PIN, bay: 'Bay 1' })).status).toBe(201);
  });

  test('a device that guesses, for whomever, is signed out, and the leads are told whose PIN it was', async () => {
    const t = await app.tablet().signIn('isla');
    for (let i = 0; i < 5; i++) expect((await wrong(t, 'ruan')).status).toBe(403);
    for (let i = 0; i < 4; i++) expect((await wrong(t, 'pella')).status).toBe(403);
    expect((await wrong(t, 'pella')).status).toBe(401);
    expect((await t.get('/floor')).status).toBe(401);
    const other = await app.tablet().signIn('isla');
    for (let i = 0; i < 5; i++) await wrong(other, 'ruan');
    const marit = await lead();
    const { guessed } = (await marit.get('/floor')).body as FloorView;
    expect(guessed).toMatchObject([{ person: 'ruan', name: 'Ruan Teague', wrong: 10 }]);
    const log = (await marit.get('/audit')).body as AuditPage;
    expect(log.lines.some((l) => l.what === 'signed out for guessing')).toBe(true);
  });

  /** What waits now is over: as if the clock had gone on by the longest wait. */
  const waited = async (): Promise<number> => {
    const { rows } = await app.db.query<{ s: number }>(
      "SELECT coalesce(max(extract(epoch FROM locked_until - now())), 0)::float8 AS s FROM pin_try WHERE person_id = 'ruan' AND source = ANY('{devices,door}')",
    );
    const s = Math.max(0, rows[0]!.s);
    await app.db.query(
      `UPDATE pin_try SET tried_at = tried_at - make_interval(secs => $1), locked_until = locked_until - make_interval(secs => $1)`,
      [s],
    );
    // A source that is fresh costs whoever guesses nothing.
    await app.db.query("DELETE FROM pin_try WHERE source NOT IN ('devices', 'door')");
    return s;
  };

  test.each(['devices', 'door'] as const)(
    'over all %s a person has few free tries, then each waits two hours: ten thousand by any mix take more than a year',
    async (where) => {
      let free = 0;
      const waits: number[] = [];
      for (let i = 0; waits.at(-1) !== LONGEST_S.wide && i < 100; i++) {
        const r = await checkPin(
          app.db,
          'ruan',
          '0000',
          where === 'devices' ? { device: freshId() } : { address: `192.0.2.${i}` },
        ).catch((e: { status: number }) => e.status);
        expect(r).toBe(403);
        const s = Math.round(await waited());
        if (s === 0) free++;
        else waits.push(s);
      }
      expect(free).toBeLessThan(FREE[where]);
      expect(waits.slice(0, 3)).toEqual([60, 120, 240]);
      // From there on it stays so, for each of both counts at once.
      for (let i = 0; i < 3; i++) {
        await checkPin(
          app.db,
          'ruan',
          '0000',
          where === 'devices' ? { device: freshId() } : { address: `198.51.100.${i}` },
        ).catch(() => 0);
        expect(Math.round(await waited())).toBe(LONGEST_S.wide);
      }
      const aYear = (365 * 86_400) / LONGEST_S.wide + free + waits.length;
      expect(2 * aYear).toBeLessThan(10_000);
    },
  );

  test('a right one in between gives the tries back', async () => {
    const t = await app.tablet().signIn('isla');
    for (let i = 0; i < 4; i++) await wrong(t);
    await t.pin('ruan');
    for (let i = 0; i < 4; i++) expect((await wrong(t)).status).toBe(403);
    expect((await t.post('/session/confirm', { person: 'ruan', pin: DEMO_PIN })).status).toBe(200);
  });
});

describe('the door', () => {
  test('a stranger is told the yard, its bays and first names, and nothing else', async () => {
    const v = (await app.tablet().get('/session')).body as SessionView;
    expect(v.shop).toBeNull();
    expect(v.door!.bays).toContain('Bay 2');
    expect(v.people.map((p) => p.name)).toEqual(['Isla', 'Marit', 'Pella', 'Ruan']);
    expect(JSON.stringify(v)).not.toMatch(/Teague|learned|rules/);
  });

  test('where the rule hides the names they are typed; a bay that is none is refused', async () => {
    const t = await lead();
    const { shop } = (await t.get('/session')).body as SessionView;
    await t.ask('PUT', '/shop/rules', { ...shop!.rules, namesAtDoor: false });
    expect(((await app.tablet().get('/session')).body as SessionView).people).toEqual([]);
    const called = (person: string) => app.tablet().post('/session', { person, pin: DEMO_PIN, bay: 'Bay 1' });
    expect((await called('ruan teague')).status).toBe(201);
    expect((await called('Ruan')).status).toBe(201);
    expect((await called('Teague')).status).toBe(403);
    await t.ask('PUT', '/shop/rules', shop!.rules);
    const r = await app.tablet().post('/session', { person: 'ruan', pin: DEMO_PIN, bay: 'Bay 9' });
    expect([r.status, (r.body as Problem).fields![0]!.field]).toEqual([422, 'bay']);
  });
});

describe('people and devices', () => {
  test('somebody new, renamed, another role, gone: what they wrote stays theirs, and no device speaks for them', async () => {
    const t = await lead();
    const { id } = (await t.post('/people', { name: 'Wen Arkle', role: 'technician', pin: '1357' })).body as { id: string };
    expect((await t.post('/people', { name: 'wen arkle', role: 'learner', pin: '1357' })).status).toBe(409);
    const theirs = app.tablet();
    expect((await theirs.post('/session', { person: id, pin: '1357', bay: 'Bay 1' })).status).toBe(201);
    await theirs.post('/session/confirm', { person: id, pin: '1357' });
    // A changed PIN ends what the old one stood for.
    await t.ask('PUT', `/people/${id}/pin`, { pin: '8642' });
    expect(((await theirs.get('/session')).body as SessionView).confirmed).toBeNull();
    await t.ask('PATCH', `/people/${id}`, { name: 'Wen Arkle Voss', role: 'writer' });
    expect(((await theirs.get('/session')).body as SessionView).people.find((p) => p.id === id)).toMatchObject({
      name: 'Wen Arkle Voss',
      role: 'writer',
    });
    expect((await t.ask('PATCH', `/people/${id}`, { active: false })).status).toBe(200);
    const after = (await theirs.get('/session')).body as SessionView;
    expect([after.person, after.people.some((p) => p.id === id)]).toEqual([null, false]);
    expect((await app.tablet().post('/session', { person: id, pin: '8642', bay: 'Bay 1' })).status).toBe(403);
    const list = (await t.get('/people')).body as PersonFull[];
    expect(list.find((p) => p.id === id)).toMatchObject({ active: false });
    // The name is free again.
    expect((await t.post('/people', { name: 'Wen Arkle Voss', role: 'learner', pin: '1357' })).status).toBe(201);
    expect((await t.ask('PATCH', `/people/${id}`, { active: true })).status).toBe(409);
    expect((await t.ask('PATCH', `/people/${id}`, {})).status).toBe(422);
  });

  test('the only lead stays lead', async () => {
    const t = await lead();
    for (const change of [{ role: 'technician' }, { active: false }])
      expect((await t.ask('PATCH', '/people/marit', change)).status).toBe(409);
  });

  test('a device is ended by a lead: its next request is a stranger’s and its open streams end', async () => {
    const t = await lead();
    const other = await app.tablet().signIn('isla', 'Bay 3');
    const stream = await fetch(`${app.address}/api/floor/stream`, { headers: { cookie: other.cookie } });
    const reader = stream.body!.getReader();
    const list = (await t.get('/devices')).body as DeviceView[];
    expect(list.filter((d) => d.here).length).toBe(1);
    const it = list.find((d) => d.bay === 'Bay 3' && d.person === 'Isla Morrow' && !d.endedAt)!;
    expect((await other.ask('DELETE', `/devices/${it.id}`)).status).toBe(403);
    expect((await t.ask('DELETE', `/devices/${it.id}`)).status).toBe(200);
    expect((await other.get('/floor')).status).toBe(401);
    for (;;) if ((await reader.read()).done) break;
    expect((await t.ask('DELETE', `/devices/${it.id}`)).status).toBe(404);
    expect(((await t.get('/devices')).body as DeviceView[]).find((d) => d.id === it.id)).toMatchObject({ endedBy: 'Marit Voss' });
  });

  test('what was changed is in the log with who and from where, a page at a time, and cannot be changed there', async () => {
    const t = await lead();
    await wrong(t, 'isla');
    const lines: AuditPage['lines'][number][] = [];
    for (let before: number | null | undefined; before !== null;) {
      const page = (await t.get(`/audit${before ? `?before=${before}` : ''}`)).body as AuditPage;
      lines.push(...page.lines);
      before = page.before;
    }
    expect(lines.map((l) => l.id)).toEqual([...new Set(lines.map((l) => l.id))].sort((a, b) => b - a));
    const said = lines.map((l) => l.what);
    for (const what of ['signed in', 'wrong PIN', 'person added', 'person changed', 'PIN changed', 'device ended', 'rules'])
      expect(said).toContain(what);
    const rules = lines.find((l) => l.what === 'rules')!;
    expect(rules).toMatchObject({ by: 'Marit Voss', bay: 'Bay 2' });
    // Only what was changed: the last of them put the names back.
    expect(rules.about).toEqual({ changed: { namesAtDoor: { from: false, to: true } } });
    expect(JSON.stringify(lines)).not.toMatch(/scrypt|"1357"|"8642"/);
    expect((await (await app.tablet().signIn('ruan')).get('/audit')).status).toBe(403);
    await expect(app.db.query('DELETE FROM audit')).rejects.toThrow('append-only');
  });
});

describe('the first run of an empty shop', () => {
  let empty: Running;
  beforeAll(async () => {
    empty = await startApp({ demo: false });
  });
  afterAll(async () => empty.stop());

  test('its lead is made once, with the code the server printed, and then it is a yard like any other', async () => {
    const code = (await firstRunCode(empty.db))!;
    expect(code).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}$/);
    const t = new Tablet(empty.address);
    expect(((await t.get('/session')).body as SessionView).door).toBeNull();
    expect((await t.post('/session', { person: 'x', pin: '1111', bay: 'Bay 1' })).status).toBe(409);
    const make = (body: object) =>
      t.post('/first-run', {
        code,
        shop: 'North Quay',
        bays: ['Bay 1'],
        currency: 'EUR',
        lead: 'Oda Lunn',
        pin: '9753',
        ...body,
      });
    expect((await make({ code: 'AAAA-AAAA-AAAA' })).status).toBe(403);
    expect(((await make({ bays: [] })).body as Problem).fields![0]!.field).toBe('bays');
    // A code of an earlier start is worth nothing.
    const later = (await firstRunCode(empty.db))!;
    expect((await make({})).status).toBe(403);
    const { person } = (await make({ code: later.toLowerCase() })).body as { person: string };
    expect((await make({ code: later })).status).toBe(409);
    expect(await firstRunCode(empty.db)).toBeUndefined();
    expect((await t.post('/session', { person, pin: '9753', bay: 'Bay 1' })).status).toBe(201);
    const { shop } = (await t.get('/session')).body as SessionView;
    // No limit and no inspection rule that nobody has named a source for.
    expect(shop!.rules).toMatchObject({ playLimits: {}, inspection: { source: '' }, prices: { labourMinorPerHour: 0 } });
    await t.post('/session/confirm', { person, pin: '9753' });
    expect((await t.ask('PUT', '/shop/places', { name: 'North Quay', bays: ['Bay 1', 'Pit'], notice: '' })).status).toBe(200);
    expect(((await t.get('/session')).body as SessionView).door!.bays).toEqual(['Bay 1', 'Pit']);
  });
});
