import {
  csvOf,
  rowsOf,
  type CustomerView,
  type FileView,
  type ListRead,
  type ListsView,
  type ListUndone,
  type ListView,
  type PartList,
  type Problem,
  type TypePage,
} from '@ash-knot/contract';
import type { Part } from '@ash-knot/core';
import { LIST_IDS, type ListId, type ListMatch } from '@ash-knot/core/lists';
import { readTable, writeWorkbook } from '../heavy/table';
import { startApp, type Running, type Tablet } from '../test';

let app: Running;
let lead: Tablet;
beforeAll(async () => {
  app = await startApp();
  lead = await app.tablet().signIn('marit');
  await lead.pin('marit');
});
afterAll(async () => app.stop());

type Rows = readonly (readonly string[])[];
const send = (list: ListId, file: string | Uint8Array, name = 'list.csv', by = lead, sheet = '') =>
  by.ask('POST', `/lists/${list}?name=${encodeURIComponent(name)}&sheet=${encodeURIComponent(sheet)}`, file, {
    'content-type': 'application/octet-stream',
  });
const bring = async (list: ListId, rows: Rows): Promise<string> => {
  const r = await send(list, csvOf(rows));
  expect([r.status, r.body]).toEqual([201, expect.anything()]);
  return (r.body as ListRead).id;
};
const view = async (id: string): Promise<ListView> => (await lead.get(`/lists/imports/${id}`)).body;
const match = async (id: string, m: ListMatch): Promise<ListView> => (await lead.ask('PUT', `/lists/imports/${id}`, m)).body;
const take = (id: string, leaveOut = false, by = lead) => by.post(`/lists/imports/${id}/take`, { leaveOut });
const undo = (id: string, only: boolean, by = lead) => by.post(`/lists/imports/${id}/undo`, { try: only });
const out = async (list: ListId): Promise<string[][]> => rowsOf('x.csv', (await lead.get(`/lists/${list}/out?as=csv`)).body);
const typeName = async () => (await out('types'))[1]![0]!;

test.each(LIST_IDS)('%s written out and brought along again change nothing, as CSV and as XLSX', async (list) => {
  const csv = (await lead.get(`/lists/${list}/out?as=csv`)).body as string;
  const lines = rowsOf('x.csv', csv).length - 1;
  expect(lines).toBeGreaterThan(1);
  const xlsx = await fetch(`${app.address}/api/lists/${list}/out?as=xlsx`, { headers: { cookie: lead.cookie } });
  const book = new Uint8Array(await xlsx.arrayBuffer());
  for (const [file, name] of [
    [csv, 'all.csv'],
    [book, 'all.xlsx'],
  ] as const) {
    const { told } = await view(((await send(list, file, name)).body as ListRead).id);
    expect(told).toMatchObject({ added: 0, changed: 0, differ: 0, wrong: 0, same: lines });
  }
});

test('a template says how it is filled in; its own lines are never taken in', async () => {
  for (const list of LIST_IDS) {
    const csv = (await lead.get(`/lists/${list}/template?as=csv`)).body as string;
    const v = await view(((await send(list, csv)).body as ListRead).id);
    // Types of the file are named in words no type has: that is said, and nothing is taken.
    expect([list, v.told!.added]).toEqual([list, 0]);
    expect([list, v.told!.examples + v.told!.wrong]).toEqual([list, 2]);
  }
});

describe('vehicles', () => {
  const HEAD = ['Reg. No', 'Model', 'First registered', 'Mileage (miles)', 'Owner', 'Mobile'];
  const line = (plate: string, over: Record<string, string> = {}) =>
    HEAD.map((h, i) => over[h] ?? [plate, 'HOY-FOUR', '2016-03-01', '52,000', 'Kari Moe', '+47 555 0100'][i]!);
  let id = '';
  test('columns headed otherwise are guessed, a strange word is asked once, every bad line is named', async () => {
    id = await bring('vehicles', [
      HEAD,
      line('ZZ 1'),
      line('ZZ 2'),
      line('ZZ 3', { 'First registered': 'long ago' }),
      line('ZZ 1'),
    ]);
    let v = await view(id);
    expect(v.match.columns).toMatchObject({
      plate: { column: 'Reg. No' },
      distance: { column: 'Mileage (miles)' },
      telephone: { column: 'Mobile' },
    });
    expect(v.told).toMatchObject({ added: 0, wrong: 4, strange: [{ column: 'type', word: 'HOY-FOUR', lines: 4 }] });
    const name = await typeName();
    expect(v.picks['type']).toContain(name);
    v = await match(id, { ...v.match, words: { type: { 'HOY-FOUR': name } } });
    expect(v.told).toMatchObject({ added: 2, addedNames: ['ZZ 1', 'ZZ 2'], strange: [] });
    expect(v.told!.wrongLines).toEqual([
      { line: 4, what: 'The year must be a year, such as 2016 (given: long ago).' },
      { line: 5, what: 'The plate stands in line 2 already (given: ZZ 1).' },
    ]);
  });
  test('nothing is taken while a line is wrong, unless it is left out, set aside and shown', async () => {
    expect(((await take(id)).body as Problem).detail).toBe(
      '2 of its lines are wrong: put them right, or leave them out. Nothing was stored.',
    );
    expect((await view(id)).stands).toBe('open');
    const taken = (await take(id, true)).body as ListView;
    expect(taken).toMatchObject({ stands: 'taken', added: 2, aside: 2 });
    const wrong = rowsOf('x.csv', (await lead.get(`/lists/imports/${id}/wrong`)).body);
    expect(wrong.map((r) => r.at(-1))).toEqual([
      'what is wrong',
      expect.stringContaining('long ago'),
      expect.stringContaining('line 2'),
    ]);
    const found = (await lead.get('/vehicles?q=ZZ 1')).body as { id: string; distanceKm: number; year: number; owner: string }[];
    expect(found[0]).toMatchObject({ year: 2016, owner: 'Kari Moe' });
    expect(found[0]!.distanceKm).toBeCloseTo(52_000 * 1.609344, 3);
    // One customer, though two lines name them.
    expect((await lead.get(`/vehicles/${found[0]!.id}/customer`)).body as CustomerView).toMatchObject({
      telephone: '+47 555 0100',
      vehicles: 2,
    });
    expect((await take(id)).status).toBe(409);
  });
  test('the next list with the same head is matched already', async () => {
    const next = (await send('vehicles', csvOf([HEAD, line('ZZ 9')]))).body as ListRead;
    expect(next.remembered).toBe(true);
    expect((await view(next.id)).told).toMatchObject({ added: 1, wrong: 0 });
    expect((await lead.post(`/lists/imports/${next.id}/leave`, {})).status).toBe(204);
    expect((await take(next.id)).status).toBe(409);
  });
  test('it is taken back: what was used since stays, and is named beforehand', async () => {
    const [v] = (await lead.get('/vehicles?q=ZZ 2')).body as { id: string }[];
    const opened = await lead.post('/jobs', {
      id: crypto.randomUUID(),
      vehicleId: v!.id,
      kind: 'noise',
      bay: null,
      distanceKm: 84_000,
      sure: true,
    });
    expect([opened.status, opened.body]).toEqual([201, expect.anything()]);
    expect((await undo(id, true)).body).toEqual({ back: 1, stays: ['ZZ 2'], done: false } satisfies ListUndone);
    expect((await lead.get('/vehicles?q=ZZ 1')).body).toHaveLength(1);
    expect((await undo(id, false)).body).toEqual({ back: 1, stays: ['ZZ 2'], done: true } satisfies ListUndone);
    expect((await lead.get('/vehicles?q=ZZ 1')).body).toHaveLength(0);
    expect(((await lead.get('/lists')).body as ListsView).lists.find((l) => l.id === id)).toMatchObject({
      stands: 'undone',
      undoneBy: expect.any(String),
    });
    expect((await undo(id, false)).status).toBe(409);
  });
  test('a customer who is deleted stands in no line that was set aside', async () => {
    const one = await bring('vehicles', [
      HEAD,
      line('ZY 1', { Owner: 'Ola Vik', Mobile: '555 0999' }),
      line('ZY 2', { Owner: 'Ola Vik', 'First registered': '?' }),
    ]);
    await take(one, true);
    const [v] = (await lead.get('/vehicles?q=ZY 1')).body as { id: string }[];
    const c = (await lead.get(`/vehicles/${v!.id}/customer`)).body as CustomerView;
    expect((await lead.get(`/lists/imports/${one}/wrong`)).body).toMatch(/Ola Vik/);
    expect((await lead.ask('DELETE', `/customers/${c.id}`)).status).toBe(200);
    expect((await lead.get(`/lists/imports/${one}/wrong`)).body).not.toMatch(/Ola Vik/);
    expect(((await lead.get(`/vehicles/${v!.id}`)).body as FileView).vehicle.owner).toBe('');
  });
});

test('a list nobody went on with is left after a fortnight, and its lines are kept no longer', async () => {
  const rows = [
    ['name', 'role'],
    ['Siv Aune', 'technician'],
  ];
  const old = await bring('people', rows);
  await app.db.query("UPDATE list_import SET at = now() - interval '15 days' WHERE id = $1", [old]);
  const fresh = await bring('people', rows);
  expect(await view(old)).toMatchObject({ stands: 'left', sample: [] });
  expect((await view(fresh)).stands).toBe('open');
  await lead.post(`/lists/imports/${fresh}/leave`, {});
});

test('types come with what is said of them, the rest is usual; their torques come with their sources, and go again', async () => {
  const id = await bring('types', [
    ['name', 'front suspension', 'rear suspension', 'front bar', 'front link.length', 'Jacking points'],
    ['Tern 2', 'strut', 'twist-beam', 'links', '312 mm', 'sill seams'],
    ['Tern 3', 'strut', 'strut', 'none', '312 mm', 'sill seams'],
  ]);
  expect((await view(id)).told!.wrongLines).toEqual([
    { line: 3, what: 'The front link.length is not said of such an axle: is its bar or its link missing? (given: 312 mm).' },
  ]);
  expect((await take(id, true)).body).toMatchObject({ stands: 'taken' });
  const { rows } = await app.db.query<{ id: string }>("SELECT id FROM vehicle_type WHERE name = 'Tern 2'");
  const type = async () => ((await lead.get(`/types/${rows[0]!.id}`)).body as TypePage).spec;
  expect((await type()).usual).not.toContain('front.link.length');
  expect((await type()).usual).toContain('front.bar');
  const book = await bring('torques', [
    ['type', 'axle', 'fastener', 'torque', 'source'],
    ['Tern 2', 'front', 'link-upper-nut', '48–54 N·m', 'its book, page 12'],
    ['Tern 2', 'front', 'wheel-nut', '110', 'its book'],
    ['Tern 2', 'front', 'link-lower-nut', '50 N·m', ''],
  ]);
  expect((await view(book)).told!.wrongLines.map((w) => w.what)).toEqual([
    'The torque needs its unit: N·m or lbf·ft (given: 110).',
    'The source is empty.',
  ]);
  await take(book, true);
  expect((await type()).torqueBook.front).toMatchObject([
    { fastener: 'link-upper-nut', minNm: 48, maxNm: 54, source: 'its book, page 12', publisher: 'vehicle maker' },
  ]);
  // A type with a change to its name in the log is used: it stays when its list is taken back; the value goes.
  expect((await undo(book, false)).body).toMatchObject({ back: 1, stays: [] });
  expect((await type()).torqueBook.front).toEqual([]);
  expect((await undo(id, true)).body).toMatchObject({ back: 0, stays: ['Tern 2'] });
});

test('parts: what a list says is changed, what it does not say stays; stock stays as counted; it is taken back', async () => {
  const all = (await lead.get('/parts?limit=500&shelf=stocked')).body as PartList;
  const part = all.parts.find((p) => p.lengthMm && p.fits.length)!;
  const one = async (): Promise<Part> =>
    ((await lead.get(`/parts?limit=500&q=${part.id}`)).body as PartList).parts.find((p) => p.id === part.id)!;
  await lead.post(`/parts/${encodeURIComponent(part.id)}/count`, { counted: 4 });
  const id = await bring('parts', [
    ['Article', 'Category', 'Description', 'Brand', 'Net price', 'Qty'],
    [part.id, part.kind, part.name, part.supplier, '77', '50'],
    ['NEW-3', 'frame bushing', 'Bushing', 'Nordkai', '6,90', '2'],
  ]);
  let v = await view(id);
  expect(v.unmatched).toBe('The source comes from no column: say which, or what it is for all lines.');
  v = await match(id, { ...v.match, columns: { ...v.match.columns, source: { all: 'autumn list' } } });
  expect(v.told).toMatchObject({ added: 1, changed: 1, wrong: 0 });
  expect(v.told!.changes[0]!.changes.map((c) => c.column).sort()).toEqual(['price', 'source']);
  const writer = await app.tablet().signIn('ruan');
  expect((await take(id, false, writer)).status).toBe(403);
  await take(id);
  expect(await one()).toMatchObject({
    priceMinor: 7700,
    stock: 4,
    fits: part.fits,
    lengthMm: part.lengthMm,
    source: 'autumn list',
  });
  expect((await undo(id, false)).body).toMatchObject({ back: 2, stays: [] });
  expect(await one()).toMatchObject({ priceMinor: part.priceMinor, source: part.source, stock: 4 });
  expect(((await lead.get('/parts?q=NEW-3')).body as PartList).total).toBe(0);
});

test('people come without a PIN, by a lead only; nobody gets in by an empty one', async () => {
  const rows = [
    ['Name', 'Position'],
    ['Siv Aune', 'Technician'],
    ['Marit', 'chief'],
  ];
  const writer = await app.tablet().signIn('ruan');
  expect((await send('people', csvOf(rows), 'p.csv', writer)).status).toBe(403);
  const id = await bring('people', rows);
  expect((await view(id)).told).toMatchObject({ added: 1, wrong: 1, strange: [{ column: 'role', word: 'chief' }] });
  await take(id, true);
  const { rows: p } = await app.db.query<{ id: string }>("SELECT id FROM person WHERE name = 'Siv Aune'");
  for (const pin of ['0000', '1234'])
    expect((await app.tablet().post('/session', { person: p[0]!.id, pin, bay: 'Bay 2' })).status).toBe(403);
  expect((await undo(id, false)).body).toMatchObject({ back: 1 });
});

test('a file that is no list is refused in words; nothing of it is kept', async () => {
  const before = ((await lead.get('/lists')).body as ListsView).lists.length;
  const said = async (file: string | Uint8Array, name = 'x.csv', sheet = '') => {
    const r = await send('vehicles', file, name, lead, sheet);
    expect(r.status).toBe(422);
    return (r.body as Problem).detail;
  };
  expect(await said('')).toMatch('The list is empty');
  expect(await said('plate,type')).toMatch('has a head and no line below it');
  expect(await said('{"a":1}', 'x.json')).toMatch('must be a list of lines');
  expect(await said('x', 'x.xls')).toMatch('must be CSV, JSON or XLSX');
  expect(await said(new Uint8Array([0x50, 0x4b, 3, 4, 9, 9]), 'x.xlsx')).toMatch('no workbook that can be read');
  const book = new Uint8Array(await writeWorkbook('One', [['plate'], ['x']]));
  expect(await said(book, 'x.xlsx', 'Two')).toMatch('has no sheet “Two”');
  expect(await said(`plate\n${'x'.repeat(4001)}`)).toMatch('may have 4000 letters in a cell');
  expect(await said(`plate\n${'x\n'.repeat(20_001)}`)).toMatch('may have 20000 lines at once');
  expect((await send('vehicles', 'x'.repeat(9_000_000))).status).toBe(413);
  expect(((await lead.get('/lists')).body as ListsView).lists).toHaveLength(before);
  expect((await app.tablet().get('/lists/parts/out?as=csv')).status).toBe(401);
  const learner = await app.tablet().signIn();
  await learner.post('/session/person', { person: 'tobin' });
  expect((await learner.get('/lists/vehicles/out?as=csv')).status).toBe(403);
});

test('a workbook’s dates, numbers and answers are texts as they are read; an older file’s letters are kept', async () => {
  const read = await readTable('x.csv', new Uint8Array([...Buffer.from('name\nBj'), 0xf8, ...Buffer.from('rn')]), '');
  expect(read).toMatchObject({ rows: [['name'], ['Bjørn']] });
});
