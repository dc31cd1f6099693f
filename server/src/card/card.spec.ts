import type { CardSheetView, SessionView } from '@ash-knot/contract';
import { NEW_SHOP_GAUGES, filmBody, filmResult } from '@ash-knot/core';
import { MOST_SHEETS, readFilm, rowsOfFilm, type TakenFilm } from '@ash-knot/core/image';
import { chanceFrom } from '@ash-knot/core/numeric';
import { filmed, pushes } from '@ash-knot/core/test/film';
import { freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

const sheets = async (t: Tablet): Promise<readonly CardSheetView[]> =>
  ((await t.get('/session')).body as SessionView).shop!.sheets;
const print = async (t: Tablet, paper = 'A4') => {
  const id = freshId();
  const r = await t.post('/card-sheets', { id, paper });
  return { id, ...r, number: (r.body as { number: number }).number };
};

describe('sheets of cards', () => {
  test('each has the next number, asked twice the same; its ruler is measured by a caliper of the register', async () => {
    const t = await app.tablet().signIn('ruan');
    const before = await sheets(t);
    expect(before.map((s) => [s.number, s.ruler === null])).toEqual([
      [1, false],
      [2, true],
    ]);
    const mine = await print(t, 'Letter');
    expect([mine.status, mine.number]).toEqual([201, 3]);
    expect((await t.post('/card-sheets', { id: mine.id, paper: 'Letter' })).body).toMatchObject({ number: 3 });
    expect((await t.ask('PUT', `/card-sheets/${mine.id}/ruler`, { mm: 99.4, uMm: 0.03, gauge: 'caliper-1' })).status).toBe(200);
    expect((await sheets(t)).find((s) => s.number === 3)).toMatchObject({
      paper: 'Letter',
      madeBy: 'Ruan Teague',
      ruler: { mm: 99.4, uMm: 0.03, gauge: 'caliper-1', by: 'Ruan Teague' },
    });
  });
  test('two that print at once get two numbers', async () => {
    const [a, b] = await Promise.all([app.tablet().signIn('ruan'), app.tablet().signIn('isla')]);
    const [x, y] = await Promise.all([print(a), print(b)]);
    expect(new Set([x.number, y.number]).size).toBe(2);
  });
  test.each([
    [{ mm: 80, uMm: 0.03, gauge: 'caliper-1' }, 'mm'],
    [{ mm: 99, uMm: 0, gauge: 'caliper-1' }, 'uMm'],
    [{ mm: 99, uMm: 0.03, gauge: 'dial-1' }, 'gauge'],
  ])('a ruler of %o is refused at its field', async (body, field) => {
    const t = await app.tablet().signIn('ruan');
    const [s] = await sheets(t);
    const r = await t.ask('PUT', `/card-sheets/${s!.id}/ruler`, body);
    expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringContaining(field)]);
    expect((await sheets(t))[0]!.ruler!.mm).toBe(99.7);
  });
  test('one put away keeps its number until all the others were used; with none left it is said', async () => {
    const t = await app.tablet().signIn('ruan');
    const gone = await print(t);
    expect((await t.ask('DELETE', `/card-sheets/${gone.id}`)).status).toBe(200);
    expect((await t.ask('DELETE', `/card-sheets/${gone.id}`)).status).toBe(404);
    expect((await sheets(t)).map((s) => s.number)).not.toContain(gone.number);
    const left = MOST_SHEETS - Math.max(...(await sheets(t)).map((s) => s.number), gone.number);
    for (let i = 0; i < left; i++) expect((await print(t)).number).not.toBe(gone.number);
    expect((await print(t)).number).toBe(gone.number);
    const none = await print(t);
    expect([none.status, JSON.stringify(none.body)]).toEqual([409, expect.stringMatching(/All 62 numbers are in use/)]);
  });
});

describe('a film on a job', () => {
  const taken: TakenFilm = {
    width: 1280,
    height: 720,
    sheet: 1,
    cards: [1, 2],
    pictures: filmed(chanceFrom(3), pushes(0.6, 6), { hand: [4, 2] }).map((f, i) => ({ ...f, atS: i / 10 })),
    faults: {},
  };
  const csv = rowsOfFilm(taken)
    .map((r) => r.join())
    .join('\n');
  const sheet = { number: 1, ruler: { mm: 99.7, uMm: 0.03 } };
  const result = filmResult(taken, readFilm(taken, sheet));
  const gauge = NEW_SHOP_GAUGES[0]!;
  const entryOf = (job: string, file: string, x: Partial<typeof result> = {}) => ({
    id: freshId(),
    job,
    kind: 'film' as const,
    version: 1,
    by: 'ruan',
    at: new Date().toISOString(),
    body: filmBody({ joint: 'front.left.link-lower', phase: 'before', gauge, on: '2026-12-02' }, taken, sheet, {
      file,
      from: 'camera',
      result: { ...result, ...x },
    }),
  });
  const put = (t: Tablet, job: string, id: string, text: string) =>
    t.ask('PUT', `/jobs/${job}/attachments/film/${id}`, text, { 'content-type': 'text/csv' });

  test('its positions are kept with the job and come out as they went in', async () => {
    const t = await app.tablet().signIn('ruan');
    const job = await t.job('HB 0093');
    const file = freshId();
    // Its positions first.
    expect((await t.post(`/jobs/${job}/entries`, { entries: [entryOf(job, file)] })).status).toBe(422);
    expect((await put(t, job, file, csv)).status).toBe(201);
    expect((await t.post(`/jobs/${job}/entries`, { entries: [entryOf(job, file)] })).status).toBe(201);
    expect((await t.get(`/attachments/${file}`)).body).toBe(csv);
    // Another job cannot claim it.
    const other = await t.job('SK 2047');
    expect((await t.post(`/jobs/${other}/entries`, { entries: [entryOf(other, file)] })).status).toBe(422);
  });
  test('what is no film, and a play that is not of its readings, are refused', async () => {
    const t = await app.tablet().signIn('ruan');
    const job = await t.job('HB 0093');
    const file = freshId();
    const bad = await put(t, job, file, csv.replace('# ,width', '# ,wide').replace('#,width', '#,wide'));
    expect([bad.status, JSON.stringify(bad.body)]).toEqual([422, expect.stringMatching(/must say “width”/)]);
    expect((await put(t, job, file, csv)).status).toBe(201);
    const r = await t.post(`/jobs/${job}/entries`, { entries: [entryOf(job, file, { meanMm: 3 })] });
    expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringMatching(/mean of its readings/)]);
  });
});
