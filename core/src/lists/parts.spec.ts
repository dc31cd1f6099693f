import fc from 'fast-check';
import { LINK_PART } from '../test';
import type { Part } from '../parts';
import { cellChanges, LISTS, listTable } from '.';
import { listContext, readList } from '../test/lists';

const c = listContext();
const LIST = LISTS.parts;
/** All of a list at once. */
const readCatalogue = (rows: readonly (readonly string[])[]) => {
  const { read, wrong } = readList(LIST, rows, c);
  return { parts: read, wrong };
};
const said: Part = {
  ...LINK_PART,
  fits: [
    { typeId: 't1', axle: 'front' },
    { typeId: 't2', axle: 'rear' },
  ],
  torque: [
    {
      fastener: 'link-upper-nut',
      minNm: 48,
      maxNm: 54,
      value: 48,
      valueMax: 54,
      unit: 'N·m',
      thread: 'M10×1.25',
      condition: 'dry',
      source: 'its sheet',
      publisher: 'part maker',
    },
    { fastener: 'link-lower-nut', minNm: 50, maxNm: 50, value: 50, unit: 'N·m', source: 'its sheet', publisher: 'part maker' },
  ],
};
/** As it is stored: what is undefined is not there. */
const stored = (p: unknown): unknown => JSON.parse(JSON.stringify(p));

test('a part written into a table and read again is the same part', () => {
  const read = readCatalogue(listTable(LIST, [said], c));
  expect(read.wrong).toEqual([]);
  expect(stored(read.parts)).toEqual(stored([said]));
});

test('whatever a part says comes back to the last digit, and what it does not say stays unsaid', () => {
  const opt = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined });
  const mm = (min: number, max: number) => opt(fc.double({ min, max, noNaN: true }));
  const yes = opt(fc.boolean());
  const common = {
    greaseable: yes,
    warrantyMonths: opt(fc.integer({ min: 0, max: 240 })),
    deliveryHours: opt(fc.integer({ min: 0, max: 9999 })),
    priceMinor: fc.integer({ min: 0, max: 9_999_999 }),
    stock: fc.integer({ min: 0, max: 1000 }),
    sided: fc.constantFrom('left', 'right', 'either'),
    orientation: opt(fc.constantFrom('arrow; forward', 'paint, "left"')),
    grade: fc.constantFrom('plain', 'better', 'heavy duty'),
  };
  const bare = { upper: undefined, lower: undefined, lengthMm: undefined, nutsSupplied: undefined };
  const link = fc
    .record({
      ...common,
      lengthMm: mm(30, 700),
      nutsSupplied: yes,
      hex: opt(fc.constantFrom(15, 16, 17.5)),
      holdMm: fc.constantFrom(5, 17),
    })
    .map(({ hex, holdMm, ...p }) => ({
      ...LINK_PART,
      ...p,
      upper: { nutHexMm: hex, hold: 'flats', holdMm },
      lower: { hold: 'none' },
    }));
  const bushing = fc
    .record({
      ...common,
      boreMm: mm(5, 80),
      heightMm: mm(5, 150),
      holeSpacingMm: mm(10, 200),
      pip: yes,
      hardness: opt(fc.integer({ min: 20, max: 99 })),
      material: opt(fc.constantFrom('rubber', 'polyurethane')),
    })
    .map((p) => ({ ...LINK_PART, ...bare, ...p, kind: 'frame bushing' }));
  const bar = fc
    .record({ ...common, barMm: mm(8, 60), wallMm: mm(1, 20), holeSpacingMm: mm(200, 2000) })
    .map((p) => ({ ...LINK_PART, ...bare, ...p, greaseable: undefined, sided: 'either', kind: 'sway bar' }));
  fc.assert(
    fc.property(fc.array(fc.oneof(link, bushing, bar), { minLength: 1, maxLength: 6 }), (made) => {
      const parts = made.map((p, i) => ({ ...p, id: `p${i}` }) as unknown as Part);
      const read = readCatalogue(listTable(LIST, parts, c));
      expect(read.wrong).toEqual([]);
      expect(stored(read.parts)).toEqual(stored(parts));
    }),
    { numRuns: 150 },
  );
});

test('every bad line is named with its column and its bound; the good ones are read', () => {
  const head = ['number', 'kind', 'name', 'supplier', 'price', 'source', 'length', 'bore', 'listed for', 'torque', 'currency'];
  const good = ['n1', 'ball-stud link', 'Link', 's', '18.50', 'its list', '305 mm', '', 'Sea, dog rear', '', ''];
  const but = (n: string, over: Record<string, string>) => head.map((h, i) => (h === 'number' ? n : (over[h] ?? good[i]!)));
  const rows = [
    head,
    good,
    but('n2', { length: '3050 mm' }),
    but('n3', { price: 'dear' }),
    but('n4', { kind: 'spring' }),
    but('n5', { bore: '20 mm' }),
    but('n6', { 'listed for': 'Nowhere front' }),
    [],
    but('n1', {}),
    but('n7', { torque: 'wheel: 20 N·m' }),
    but('n8', { torque: 'link-upper-nut: 4800 N·m' }),
    but('n9', { currency: 'USD' }),
    but('n10', { supplier: '' }),
    but('n11', { name: 'x'.repeat(121) }),
    [...but('n12', {}), 'one too many'],
    but('n13', { length: '305' }),
  ];
  const read = readCatalogue(rows);
  expect(read.parts.map((p) => p.id)).toEqual(['n1', 'n13']);
  expect(read.parts[0]).toMatchObject({ priceMinor: 1850, lengthMm: 305, fits: [{ typeId: 't2', axle: 'rear' }], stock: 0 });
  expect(read.parts[0]!.warrantyMonths).toBeUndefined();
  const told = read.wrong.map((w) => `${w.line}: ${w.what}`);
  expect(told).toHaveLength(12);
  for (const [i, what] of [
    /^3: The length must be between 30 and 700 mm/,
    /^4: The price must be a number/,
    /^5: The kind is none we know/,
    /^6: The bore is not said of a ball-stud link/,
    /^7: The listed for must be a type of the file/,
    /^9: The number stands in line 2 already \(given: Link \(n1\)\)/,
    /^10: The torque must begin with a fastener/,
    /^11: The torque must be between 1 and 1000 N·m/,
    /^12: The currency must be EUR/,
    /^13: The supplier is empty/,
    /^14: The name must have at most 120 letters/,
    /^15: The line has 12 cells, the first line names 11/,
  ].entries())
    expect(told[i]).toMatch(what);
});

test('what a list changes of a known part is told by column; its stock is counted, not imported', () => {
  const is: Part = {
    ...said,
    priceMinor: 2550,
    stock: 40,
    warrantyMonths: undefined,
    lower: { ...said.lower, thread: 'M12×1.25' },
  };
  const changes = (a: Part, b: Part) =>
    cellChanges(
      LIST.cells(a, c),
      LIST.cells(b, c),
      LIST.columns.filter((x) => x.id !== 'stock'),
    );
  expect(changes(said, is)).toEqual([
    { column: 'price', was: '24.00', is: '25.50' },
    { column: 'lower.thread', was: 'M10×1.25', is: 'M12×1.25' },
    { column: 'warranty', was: '24', is: '' },
  ]);
  expect(changes(said, { ...said })).toEqual([]);
});
