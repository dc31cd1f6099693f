import { STRUT_TYPE } from '../test';
import { listContext, readList } from '../test/lists';
import {
  checkMatch,
  guessMatch,
  headsOf,
  LIST_IDS,
  LISTS,
  listTable,
  MOST_LINES,
  tableOf,
  TAKEN_BY,
  templateTable,
  type ListOf,
} from '.';

const c = listContext();
const says = (rows: readonly (readonly string[])[], list: keyof typeof LISTS) =>
  readList(LISTS[list] as ListOf<unknown>, rows, c).wrong.map((w) => `${w.line}: ${w.what}`);

describe('a head', () => {
  test('is met however others write it; a column of the file is one of ours at most', () => {
    const guess = (...heads: string[]) => guessMatch(LISTS.vehicles.columns, heads).columns;
    expect(guess('REG. NO', 'Vehicle (model)', 'E-Mail address', 'Notes')).toEqual({
      plate: { column: 'REG. NO' },
      'e-mail': { column: 'E-Mail address' },
      note: { column: 'Notes' },
      type: { column: 'Vehicle (model)' },
    });
    // Ours first: what we head "type" ourselves is not taken for a vehicle's.
    expect(guess('Vehicle', 'type')).toEqual({ type: { column: 'type' } });
    expect(headsOf(['a', '', 'a', ' '])).toEqual(['a', 'column 2', 'a (2)', 'column 4']);
  });
  test('that cannot be read by is refused by its column', () => {
    const { columns } = LISTS.people;
    const check = (match: Record<string, { column: string } | { all: string }>) => () =>
      checkMatch(columns, ['Name', 'Job'], { columns: match, words: {} });
    expect(check({ name: { column: 'Name' }, role: { column: 'Job' } })).not.toThrow();
    expect(check({ name: { column: 'Name' } })).toThrow('The role comes from no column');
    expect(check({ name: { column: 'Name' }, role: { all: ' ' } })).toThrow('The role comes from no column');
    expect(check({ name: { column: 'Name' }, role: { column: 'Name' } })).toThrow('of a column that is used already');
    expect(check({ name: { column: 'Nom' }, role: { column: 'Job' } })).toThrow('of a column the file does not have');
    expect(check({ valueOf: { column: 'Name' } })).toThrow('is none of this list (given: valueOf)');
  });
});

test('a table is bounded, and says by how much', () => {
  expect(() => tableOf([])).toThrow('The list is empty');
  expect(() => tableOf([['a'], [], ['']])).toThrow('no line below it');
  expect(() => tableOf([['a'], ...Array<string[]>(MOST_LINES + 1).fill(['x'])])).toThrow(`may have ${MOST_LINES} lines`);
  expect(() => tableOf([Array<string>(301).fill('x'), ['y']])).toThrow('may have 300 columns');
  expect(tableOf([[''], ['a', 'b', ''], ['x', '']])).toEqual({ heads: ['a', 'b'], rows: [['x']] });
});

test('words of the file are ours when a person has said so; one that is near is offered', () => {
  const rows = [
    ['name', 'role'],
    ['Ola', 'Tecnician'],
    ['Per', 'LEAD'],
    ['Siv', 'constructor'],
  ];
  expect(says(rows, 'people')).toEqual([
    '2: The role is none we know: technician perhaps? (given: Tecnician).',
    '4: The role is none we know: one of technician, lead, writer, learner (given: constructor).',
  ]);
  const match = { columns: { name: { column: 'name' }, role: { all: 'x' } }, words: { role: { x: 'learner' } } };
  expect(readList(LISTS.people, rows, c, match).read.map((p) => p.role)).toEqual(['learner', 'learner', 'learner']);
});

test('every list has a template whose lines are passed over, and says who takes it in', () => {
  for (const id of LIST_IDS) {
    const list = LISTS[id] as ListOf<unknown>;
    expect(list.id).toBe(id);
    expect(TAKEN_BY[id]).toContain('lead');
    const { read, wrong, examples } = readList(list, templateTable(list), c);
    expect([id, read, wrong.length + examples]).toEqual([id, [], 2]);
  }
});

describe('vehicles', () => {
  const HEAD = ['plate', 'type', 'year', 'distance', 'customer', 'telephone', 'e-mail', 'told'];
  const line = (over: Record<string, string>) =>
    HEAD.map((h) => over[h] ?? { plate: 'IS 1', type: 'Hoy 4', year: '2016', distance: '84.000' }[h] ?? '');
  test.each([
    [{ plate: '-' }, 'The plate must have 2 to 16 letters and digits (given: -).'],
    [{ year: '3/16' }, 'The year must be a year, such as 2016 (given: 3/16).'],
    [{ year: '2031' }, 'The year must be between 1950 and 2027 (given: 2031).'],
    [{ distance: 'far' }, 'The distance must be a number of km, such as 61 200 (given: far).'],
    [{ telephone: '555 1' }, 'The customer is empty, though the line has a telephone.'],
    [{ customer: 'Ann', telephone: 'ask' }, 'The telephone must be a number: digits, spaces and a + in front (given: ask).'],
    [{ customer: 'Ann', 'e-mail': 'ann at' }, 'The e-mail must be an address such as ann@yard.example (given: ann at).'],
    [{ type: 'Hoy 5' }, 'The type is none we know: Hoy 4 perhaps? (given: Hoy 5).'],
  ])('%j is refused by its column', (over, what) =>
    expect(says([HEAD, line(over as never)], 'vehicles')).toEqual([`2: ${what}`]),
  );
  test('years stand in dates, distances in the unit of their head; two lines of one plate are one too many', () => {
    const rows = [
      ['plate', 'type', 'First registered', 'Mileage (miles)'],
      ['is 1', 'hoy 4', '2016-03-01', '52,000'],
      ['IS-1', 'Hoy 4', '2016', '1'],
    ];
    const { read, wrong } = readList(LISTS.vehicles, rows, c);
    expect(read[0]).toMatchObject({ plate: 'IS 1', type: 'Hoy 4', year: 2016, customer: null });
    // 1 mi = 1.609344 km exactly (International yard and pound, 1959).
    expect(read[0]!.distanceKm).toBeCloseTo(52_000 * 1.609344, 6);
    expect(wrong.map((w) => w.what)).toEqual(['The plate stands in line 2 already (given: IS-1).']);
  });
});

test('a type comes back as it went out, and what is only usual stays unsaid', () => {
  const usual = { ...STRUT_TYPE, name: 'Hoy 4', usual: ['front.link.length', 'rear.nuts'] as const };
  for (const type of [{ ...STRUT_TYPE, name: 'Hoy 4' }, usual]) {
    const table = listTable(LISTS.types, [type], c);
    const { read, wrong } = readList(LISTS.types, table, c);
    expect(wrong).toEqual([]);
    expect(LISTS.types.cells(read[0]!, c)).toEqual(LISTS.types.cells(type, c));
  }
  expect(listTable(LISTS.types, [usual], c)[0]).not.toContain('front link.length');
});

test('a torque needs its unit, its source and a fastener; it comes back as it went out', () => {
  const HEAD = ['type', 'axle', 'fastener', 'torque', 'source', 'thread', 'condition', 'wheel'];
  const good = [
    ['Hoy 4', 'front', 'link-upper-nut', '48–54 N·m', 'its book', 'M10×1.25', 'dry', ''],
    ['Hoy 4', 'rear', 'wheel-nut', '81 lbf·ft', 'its book', '', '', 'steel'],
    ['Hoy 4', 'rear', 'wheel-nut', '110 N·m', 'its book', '', '', 'alloy'],
  ];
  const { read, wrong } = readList(LISTS.torques, [HEAD, ...good], c);
  expect(wrong).toEqual([]);
  expect(listTable(LISTS.torques, read, c).slice(1)).toEqual(good);
  const but = (at: number, text: string) => says([HEAD, good[0]!.with(at, text)], 'torques')[0];
  expect(but(3, '48')).toBe('2: The torque needs its unit: N·m or lbf·ft (given: 48).');
  expect(but(4, '')).toBe('2: The source is empty.');
  expect(but(5, 'M99')).toMatch('2: The thread');
  expect(but(7, 'steel')).toBe('2: The wheel is said of wheel nuts only (given: steel).');
});
