import type { FileView, JobView, SessionView, StudyView } from '@ash-knot/contract';
import { analyseLoop, loopFromRows, simulatedLoop, type EntryBodies, type EntryKind, type GaugeSpec } from '@ash-knot/core';
import { freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

const gaugesOf = async (t: Tablet) => ((await t.get('/session')).body as SessionView).shop!.gauges;
const gauge = async (t: Tablet, id: string): Promise<GaugeSpec> => (await gaugesOf(t)).find((g) => g.id === id)!;
const line = <K extends EntryKind>(job: string, kind: K, body: EntryBodies[K]) => ({
  id: freshId(),
  job,
  kind,
  body,
  by: 'ruan',
  at: new Date().toISOString(),
});
const lead = async () => {
  const t = await app.tablet().signIn('marit');
  await t.pin('marit');
  return t;
};

test('nothing of it is answered to a device that is not signed in', async () => {
  const t = app.tablet();
  const id = freshId();
  for (const [m, route] of [
    ['GET', '/gauges/stream'],
    ['GET', '/gauges/dial-1/studies'],
    ['GET', `/attachments/${id}`],
    ['PUT', '/gauges/dial-1'],
    ['DELETE', '/gauges/dial-1'],
    ['POST', '/gauges/dial-1/say'],
    ['POST', '/gauges/dial-1/studies'],
    ['POST', '/gauges/wrench-1/here'],
    ['POST', '/gauges/wrench-1/pull'],
    ['PUT', `/gauges/force-1/loops/${id}`],
    ['PUT', `/jobs/${id}/attachments/loop/${id}`],
  ] as const)
    expect([route, (await t.ask(m, route, m === 'GET' ? undefined : {})).status]).toEqual([route, 401]);
});

describe('the register', () => {
  test('is the lead’s with a PIN; a gauge goes in, is changed, and is retired without losing its readings', async () => {
    const t = await app.tablet().signIn('ruan');
    await t.pin('ruan');
    const dial = await gauge(t, 'dial-1');
    const spec = { ...dial, id: 'dial-9', name: 'Dial 9', line: { ...dial!.line, frame: '7E1', ask: 'R' } };
    expect((await t.ask('PUT', '/gauges/dial-9', spec)).status).toBe(403);
    const m = await lead();
    expect((await m.ask('PUT', '/gauges/dial-9', spec)).status).toBe(200);
    expect((await m.ask('PUT', '/gauges/dial-9', { ...spec, line: { ...spec.line, frame: '9X3' } })).status).toBe(422);
    expect(await gauge(m, 'dial-9')).toMatchObject({
      name: 'Dial 9',
      line: { baud: 4800, frame: '7E1', ask: 'R', before: '01A' },
      retired: false,
    });
    expect((await m.ask('PUT', '/gauges/dial-9', { ...spec, calibratedUntil: null })).status).toBe(200);
    expect((await gauge(m, 'dial-9')).calibratedUntil).toBeNull();
    expect((await m.ask('DELETE', '/gauges/dial-9')).status).toBe(200);
    expect((await gauge(m, 'dial-9')).retired).toBe(true);
  });
  test.each([
    [{ resolution: 0 }, 'resolution'],
    [{ rangeMax: -1 }, 'rangeMax'],
    [{ unit: 'furlong' }, 'unit'],
    [{ calibratedUntil: 'soon' }, 'calibratedUntil'],
    [{ resolution: 20, rangeMax: 10 }, 'resolution'],
  ])('%o is refused at its field', async (x, field) => {
    const m = await lead();
    const r = await m.ask('PUT', '/gauges/dial-1', { ...(await gauge(m, 'dial-1')), ...x });
    expect(r.status).toBe(422);
    expect(JSON.stringify(r.body)).toContain(field);
    expect(await gauge(m, 'dial-1')).toMatchObject({ resolution: 0.01, rangeMax: 10 });
  });
});

/** What a bay's stream hears until `n` messages came. */
async function hearing(t: Tablet, n: number, route = '/gauges/stream'): Promise<() => Promise<unknown[]>> {
  const stop = new AbortController();
  const res = await fetch(`${app.address}/api${route}`, {
    headers: { cookie: (t as unknown as { cookie: string }).cookie },
    signal: stop.signal,
  });
  const reader = res.body!.getReader();
  let text = '';
  return async () => {
    for (;;) {
      const said = [...text.matchAll(/event: said\ndata: (.*)\n/g)].map((m) => JSON.parse(m[1]!) as unknown);
      if (said.length >= n) {
        stop.abort();
        return said;
      }
      text += Buffer.from((await reader.read()).value!).toString();
    }
  };
}

describe('what gauges say', () => {
  test('is heard in its own bay, as it was sent, and nowhere else', async () => {
    const here = await app.tablet().signIn('ruan', 'Bay 1');
    const there = await app.tablet().signIn('isla', 'Bay 2');
    const heard = await hearing(here, 1);
    const elsewhere = await hearing(there, 1);
    expect((await here.post('/gauges/dial-1/say', { text: '01A+0.42' })).status).toBe(200);
    expect(await heard()).toEqual([{ gauge: 'dial-1', text: '01A+0.42' }]);
    await there.post('/gauges/dial-2/say', { text: '0.5' });
    expect(await elsewhere()).toEqual([{ gauge: 'dial-2', text: '0.5' }]);
  });
  test('and on the open sheet’s own stream', async () => {
    const t = await app.tablet().signIn('ruan', 'Bay 1');
    const heard = await hearing(t, 1, `/jobs/${await t.job('HB 0093')}/stream?after=0`);
    await t.post('/gauges/dial-2/say', { text: '0.31' });
    expect(await heard()).toEqual([{ gauge: 'dial-2', text: '0.31' }]);
  });
  test('a simulated wrench says that it is there, is asked to pull, and says that it is gone', async () => {
    const t = await app.tablet().signIn('ruan', 'Bay 1');
    const heard = await hearing(t, 3);
    await t.post('/gauges/wrench-1/here', { here: 'simulated' });
    await t.post('/gauges/wrench-1/pull', { nm: 54 });
    await t.post('/gauges/wrench-1/here', { here: 'gone' });
    expect(await heard()).toEqual([
      { gauge: 'wrench-1', text: '', here: 'simulated' },
      { gauge: 'wrench-1', text: '', pullNm: 54 },
      { gauge: 'wrench-1', text: '', here: 'gone' },
    ]);
    expect((await t.post('/gauges/wrench-1/pull', { nm: -4 })).status).toBe(422);
    expect((await t.post('/gauges/wrench-1/here', { here: 'real' })).status).toBe(422);
    expect((await t.post('/gauges/nobody/here', { here: 'gone' })).status).toBe(404);
  });
  test.each([
    ['x', /must be a number/],
    ['1.2.3', /more than one decimal mark/],
    ['99', /further than this gauge reaches/],
  ])('“%s” is refused by name', async (text, message) => {
    const t = await app.tablet().signIn();
    const r = await t.post('/gauges/dial-1/say', { text });
    expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringMatching(message)]);
  });
});

describe('loops', () => {
  const { x, f } = simulatedLoop(
    { a: -0.3, b: 0.3, minus: 1500, plus: 2000, middle: 0, friction: 15, contact: 6000 },
    { points: 400 },
  );
  const csv = ['displacement [mm],force [N]', ...[...x].map((v, i) => `${v},${f[i]}`)].join('\n');
  const put = (t: Tablet, route: string, body: string) => t.ask('PUT', route, body, { 'content-type': 'text/csv' });

  test('a gauge sends one, the sheet keeps it, and it comes out as it went in', async () => {
    const t = await app.tablet().signIn('ruan', 'Bay 1');
    const heard = await hearing(t, 1);
    const file = freshId();
    expect((await put(t, `/gauges/force-1/loops/${file}`, csv)).status).toBe(201);
    expect(await heard()).toEqual([{ gauge: 'force-1', text: '', loop: file }]);
    expect((await t.get(`/attachments/${file}`)).body).toBe(csv);
    const job = await t.job('HB 0093');
    const result = analyseLoop(x, f);
    const entry = line(job, 'loop', { joint: 'front.left.frame-bushing', phase: 'before', gauge: 'force-1', file, result });
    expect((await t.post(`/jobs/${job}/entries`, { entries: [entry] })).status).toBe(201);
    const back = ((await t.get(`/jobs/${job}`)).body as JobView).entries.find((e) => e.id === entry.id)!;
    expect(back.body).toEqual(JSON.parse(JSON.stringify(entry.body)));
    // Kept for one job, it cannot be claimed by another.
    const other = await t.job('SK 2047');
    const stolen = line(other, 'loop', { joint: 'front.left.frame-bushing', phase: 'before', gauge: 'force-1', file, result });
    expect((await t.post(`/jobs/${other}/entries`, { entries: [stolen] })).status).toBe(404);
  });
  test.each([
    ['a word for a number', 'displacement,force\n1,b', /force of row 1 must be a number/],
    ['an unknown unit', 'x [furlong],force\n1,2', /no unit called/],
    ['nothing', '', /file is empty/],
  ])('%s is refused and nothing is stored', async (_, body, message) => {
    const t = await app.tablet().signIn();
    const id = freshId();
    const r = await put(t, `/jobs/${await t.job('HB 0093')}/attachments/loop/${id}`, body);
    expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringMatching(message)]);
    expect((await t.get(`/attachments/${id}`)).status).toBe(404);
  });
  test('larger than 8 MB is refused', async () => {
    const t = await app.tablet().signIn();
    expect(
      (await put(t, `/jobs/${await t.job('HB 0093')}/attachments/loop/${freshId()}`, 'x'.repeat(8 * 1024 * 1024 + 1))).status,
    ).toBe(413);
  });
  test('simulated points survive the text exactly', () => {
    const again = loopFromRows(csv.split('\n').map((l) => l.split(',')));
    expect([...again.x]).toEqual([...x]);
  });
});

describe('a study', () => {
  const readings = ['joint 1', 'joint 2', 'joint 3'].flatMap((joint, j) =>
    ['Isla', 'Ruan'].flatMap((person, p) =>
      [0, 1, 2].map((k) => ({ joint, person, playMm: 0.3 + 0.1 * j + 0.01 * p + 0.004 * ((k * 7 + j) % 3) })),
    ),
  );
  test('changes what is known of the gauge, once, and stays to be read', async () => {
    const t = await app.tablet().signIn('ruan');
    expect((await t.post('/gauges/caliper-1/studies', { id: freshId(), limitMm: 0.5, readings })).status).toBe(403);
    await t.pin('ruan');
    const before = await gauge(t, 'caliper-1');
    const body = { id: freshId(), limitMm: 0.5, readings };
    expect((await t.post('/gauges/caliper-1/studies', body)).status).toBe(201);
    expect((await t.post('/gauges/caliper-1/studies', body)).status).toBe(201);
    const studies = (await t.get('/gauges/caliper-1/studies')).body as StudyView[];
    expect(studies).toHaveLength(1);
    expect(studies[0]).toMatchObject({ by: 'Ruan Teague', readings, result: { people: 2, joints: 3, repeats: 3 } });
    const after = await gauge(t, 'caliper-1');
    expect(after.known.sdMm).toBeCloseTo(studies[0]!.result.bothMm, 12);
    expect(after.known.sdMm).not.toBe(before.known.sdMm);
  });
  test('a reading that is missing is named and nothing changes', async () => {
    const t = await app.tablet().signIn('ruan');
    await t.pin('ruan');
    const r = await t.post('/gauges/dial-1/studies', { id: freshId(), limitMm: 0.5, readings: readings.slice(1) });
    expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringMatching(/readings of joint/)]);
    expect((await gauge(t, 'dial-1')).known.sdMm).toBe(0.02);
  });
});

test('a sheet knows the play of the visit before; a file knows phases and what was renewed', async () => {
  const t = await app.tablet().signIn();
  const view = (await t.get(`/jobs/${await t.job('HB 0093')}`)).body as JobView;
  const last = view.lastPlay.find((l) => l.joint === 'front.left.frame-bushing')!;
  expect(last.playMm.length).toBeGreaterThan(0);
  expect(last.at < view.openedAt).toBe(true);
  const file = (await t.get(`/vehicles/${view.vehicle.id}`)).body as FileView;
  expect(new Set(file.play.map((p) => p.phase)).has('before')).toBe(true);
  const { rows } = await app.db.query<{ id: string }>(
    `SELECT vehicle_id AS id FROM lesson WHERE cardinality(renewed) > 0 LIMIT 1`,
  );
  expect(((await t.get(`/vehicles/${rows[0]!.id}`)).body as FileView).renewed.length).toBeGreaterThan(0);
});
