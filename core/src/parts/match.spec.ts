import fc from 'fast-check';
import { LINK_PART } from '../test';
import {
  askNext,
  compareParts,
  likeOld,
  fitWithout,
  loosened,
  matchPart,
  offersOf,
  PART_FIELDS,
  PART_KINDS,
  PART_VERSION,
  partFields,
  rankParts,
  readPart,
  readPartText,
  sayDifferences,
  sayNothing,
  sayOffer,
  type Part,
  type PartEnd,
  type PartHead,
  type Wanted,
} from '.';

const M10 = { thread: 'M10×1.25', nutHexMm: 16, hold: 'flats', holdMm: 17 } as const;
const FROM = { 'link-length': 'file', 'upper.stud-thread': 'file', 'lower.stud-thread': 'file' } as const;
const wanted: Wanted = {
  kinds: ['ball-stud link'],
  typeId: 't1',
  axle: 'front',
  lengthMm: 300,
  upper: { thread: 'M10×1.25' },
  lower: { thread: 'M10×1.25' },
  from: FROM,
};
const bushing: Part = {
  ...LINK_PART,
  id: 'b',
  kind: 'frame bushing',
  lengthMm: undefined,
  upper: undefined,
  lower: undefined,
  boreMm: 21.5,
  material: 'rubber',
};
const ends = (thread: string): { upper: PartEnd; lower: PartEnd } => ({ upper: { ...M10, thread }, lower: { ...M10, thread } });

test('the same part fits and says why', () => {
  const c = matchPart(LINK_PART, wanted);
  expect(c.excluded).toEqual([]);
  expect(c.sentence).toBe('Listed for this vehicle; on the shelf.');
  expect(c.lines.find((l) => l.size === 'link-length')!.by).toBe('from the file');
});

test.each<[string, Partial<Part>, RegExp]>([
  ['thread', ends('M12×1.25'), /upper stud is M12×1.25, M10×1.25 is needed.*lower stud is M12×1.25/],
  ['thread at one end', { lower: { ...M10, thread: 'M12×1.25' } }, /^Its lower stud is M12×1.25, M10×1.25 is needed\.$/],
  ['length', { lengthMm: 320 }, /320 mm long, 300 mm is needed/],
  ['kind', { kind: 'bolt-through link' }, /It is a bolt-through link/],
])('a wrong %s excludes with its reason', (_, change, why) => {
  const c = matchPart({ ...LINK_PART, ...change }, wanted);
  expect(c.score).toBe(0);
  expect(c.sentence).toMatch(why);
});

test('a handed part is out on the other side; a cone does not go where a shoulder was', () => {
  expect(matchPart({ ...LINK_PART, sided: 'left' }, { ...wanted, side: 'right' }).excluded[0]).toMatch(/left side/);
  expect(matchPart({ ...LINK_PART, sided: 'left' }, { ...wanted, side: 'left' }).excluded).toEqual([]);
  const seat: Wanted = { ...wanted, upper: { seat: 'taper' }, from: { 'upper.stud-seat': 'measured' } };
  expect(matchPart({ ...LINK_PART, upper: { ...M10, seat: 'shoulder' } }, seat).excluded[0]).toMatch(/upper stud has a shoulder/);
  // What its list does not say excludes nothing, and is said to be unknown.
  const c = matchPart(LINK_PART, seat);
  expect([c.excluded, c.lines.find((l) => l.size === 'upper.stud-seat')!.has]).toEqual([[], 'not said']);
});

test('bore: never larger than the bar, interference to 1 mm rubber, 0.5 mm polyurethane (common practice, no source)', () => {
  const w: Wanted = { kinds: ['frame bushing'], barMm: 22, from: { 'bar-diameter': 'file' } };
  expect(matchPart(bushing, w).excluded).toEqual([]);
  expect(matchPart({ ...bushing, boreMm: 22.5 }, w).excluded[0]).toMatch(/larger than the 22 mm bar/);
  expect(matchPart({ ...bushing, boreMm: 21.2, material: 'polyurethane' }, w).excluded[0]).toMatch(/too tight/);
  expect(matchPart({ ...bushing, boreMm: 21.2 }, w).excluded).toEqual([]);
});

test('the bracket’s holes and the height count where both are known', () => {
  const w: Wanted = {
    kinds: ['frame bushing'],
    holeSpacingMm: 60,
    heightMm: 34,
    from: { 'hole-spacing': 'measured' },
    doubtMm: { 'hole-spacing': 0.5 },
  };
  expect(matchPart({ ...bushing, holeSpacingMm: 60.8, heightMm: 34 }, w).excluded).toEqual([]);
  expect(matchPart({ ...bushing, holeSpacingMm: 64 }, w).excluded[0]).toMatch(/holes are 64 mm apart, 60 mm is needed/);
  expect(matchPart({ ...bushing, heightMm: 40 }, w).excluded[0]).toMatch(/40 mm high/);
});

test('a bar by its diameter and its eyes', () => {
  const bar: Part = { ...bushing, kind: 'sway bar', boreMm: undefined, material: undefined, barMm: 22, holeSpacingMm: 920 };
  const w: Wanted = { kinds: ['sway bar'], widthMm: 900, from: { 'bar-width': 'measured' }, doubtMm: { 'bar-width': 3 } };
  expect(matchPart(bar, w).excluded[0]).toMatch(/eyes are 920 mm apart/);
  expect(matchPart({ ...bar, holeSpacingMm: 904 }, w).excluded).toEqual([]);
  const sized: Wanted = { ...w, barMm: 22 };
  const thick = { ...bar, id: 'thick', holeSpacingMm: 900, barMm: 24 };
  expect(rankParts([thick, { ...bar, holeSpacingMm: 900 }], sized).map((c) => c.part.barMm)).toEqual([22, 24]);
});

describe('an adjustable link is set', () => {
  const rod: Part = { ...LINK_PART, kind: 'rod-end link', lengthMm: undefined, lengthRangeMm: [285, 335] };
  const w: Wanted = { ...wanted, kinds: ['rod-end link'] };
  test('within its range it fits, out of it it says so, without one it says nothing', () => {
    expect(matchPart(rod, w).excluded).toEqual([]);
    expect(matchPart(rod, { ...w, lengthMm: 280 }).excluded[0]).toMatch(/set from 285–335 mm, 280 mm is needed/);
    expect(matchPart({ ...rod, lengthRangeMm: undefined }, { ...w, lengthMm: 280 }).excluded).toEqual([]);
  });
});

describe('measured, from the file and usual are three things', () => {
  const stranger = { ...LINK_PART, fits: [] };
  const said = (from: Wanted['from']) => matchPart(stranger, { ...wanted, from }).sentence;
  test('only what was measured is called measured, with its doubt', () => {
    expect(said({ 'link-length': 'measured' })).toMatch(/^Not listed; fits what was measured;/);
    expect(said({ 'link-length': 'file' })).toMatch(/^Not listed; fits the file’s word;/);
    expect(said({ 'link-length': 'usual', 'upper.stud-thread': 'usual' })).toMatch(
      /fits only what is usual: measure before it is ordered/,
    );
    const w: Wanted = { ...wanted, from: { 'link-length': 'measured' }, doubtMm: { 'link-length': 1 } };
    expect(matchPart(LINK_PART, w).lines.find((l) => l.size === 'link-length')!.by).toBe('measured ± 1 mm');
  });
  test('a usual thread excludes nothing: it ranks below, and says what is to be measured', () => {
    const c = matchPart(
      { ...LINK_PART, ...ends('M12×1.25') },
      { ...wanted, from: { 'upper.stud-thread': 'usual', 'lower.stud-thread': 'usual' } },
    );
    expect(c.excluded).toEqual([]);
    expect(c.sentence).toMatch(/stud thread, upper end M12×1.25, M10×1.25 is usual, not measured/);
  });
  test('the doubt of a measurement is on its side, and no further', () => {
    const at = (lengthMm: number, doubt: number) =>
      matchPart({ ...LINK_PART, lengthMm }, { ...wanted, from: { 'link-length': 'measured' }, doubtMm: { 'link-length': doubt } })
        .excluded.length;
    expect([at(312, 1), at(312, 2), at(311, 1)]).toEqual([1, 0, 0]);
  });
});

test('nearer in length never ranks lower, all else equal', () => {
  fc.assert(
    fc.property(fc.double({ min: 280, max: 320, noNaN: true }), fc.double({ min: 280, max: 320, noNaN: true }), (a, b) => {
      const [near, far] = Math.abs(a - 300) <= Math.abs(b - 300) ? [a, b] : [b, a];
      expect(matchPart({ ...LINK_PART, lengthMm: near }, wanted).score).toBeGreaterThanOrEqual(
        matchPart({ ...LINK_PART, lengthMm: far }, wanted).score,
      );
    }),
  );
});

const maybe = <T>(x: fc.Arbitrary<T>) => fc.option(x, { nil: undefined });
const anEnd = fc.record({
  thread: maybe(fc.constantFrom('M10×1.25', 'M12×1.25', 'M10×1.5')),
  seat: maybe(fc.constantFrom('taper' as const, 'shoulder' as const)),
  nutHexMm: maybe(fc.constantFrom(16, 18)),
});
const anyPart: fc.Arbitrary<Part> = fc
  .record({
    lengthMm: maybe(fc.integer({ min: 285, max: 315 })),
    upper: maybe(anEnd),
    lower: maybe(anEnd),
    grade: fc.constantFrom('plain' as const, 'better' as const, 'heavy duty' as const),
    stock: fc.integer({ min: 0, max: 3 }),
    deliveryHours: fc.integer({ min: 0, max: 60 }),
    priceMinor: fc.integer({ min: 500, max: 9000 }),
    fits: fc.constantFrom(LINK_PART.fits, []),
  })
  .map((p) => ({ ...LINK_PART, ...p, id: JSON.stringify(p) }));

describe('properties of matching', () => {
  const w: Wanted = {
    ...wanted,
    upper: { thread: 'M10×1.25', seat: 'taper' },
    lower: { thread: 'M10×1.25', seat: 'taper' },
    from: {
      'link-length': 'measured',
      'upper.stud-thread': 'measured',
      'lower.stud-thread': 'measured',
      'upper.stud-seat': 'measured',
    },
    doubtMm: { 'link-length': 1 },
  };
  const identical: Part = {
    ...LINK_PART,
    id: 'identical',
    grade: 'plain',
    stock: 0,
    deliveryHours: 60,
    upper: { ...M10, seat: 'taper' },
    lower: { ...M10, seat: 'taper' },
  };
  test('a part identical to what is wanted is never behind one that differs beyond the doubt', () =>
    fc.assert(
      fc.property(fc.array(anyPart, { maxLength: 12 }), (parts) => {
        const ranked = rankParts([...parts, identical], w);
        const before = ranked.slice(
          0,
          ranked.findIndex((c) => c.part.id === 'identical'),
        );
        for (const c of before) {
          expect(c.lines.every((l) => l.fit === 'same' || l.fit === 'unknown')).toBe(true);
          const length = c.part.lengthMm;
          expect(length === undefined || Math.abs(length - 300) <= 1).toBe(true);
        }
      }),
    ));
  test('a measured mismatch beyond doubt is never offered', () =>
    fc.assert(
      fc.property(anyPart, (p) => {
        const wrong =
          (p.lengthMm !== undefined && Math.abs(p.lengthMm - 300) > 11) ||
          [p.upper?.thread, p.lower?.thread].some((t) => t !== undefined && t !== 'M10×1.25') ||
          p.upper?.seat === 'shoulder';
        expect(matchPart(p, w).excluded.length > 0).toBe(wrong || p.lower?.seat === 'shoulder');
      }),
    ));
  test('saying more of a part, or knowing more of what is wanted, never brings an excluded one back', () =>
    fc.assert(
      fc.property(anyPart, anyPart, (p, more) => {
        const merge = (a?: PartEnd, b?: PartEnd): PartEnd | undefined =>
          a || b ? { ...b, ...Object.fromEntries(Object.entries(a ?? {}).filter(([, v]) => v !== undefined)) } : undefined;
        const fuller: Part = {
          ...p,
          lengthMm: p.lengthMm ?? more.lengthMm,
          upper: merge(p.upper, more.upper),
          lower: merge(p.lower, more.lower),
          holeSpacingMm: 60,
          hardness: 70,
          lengthRangeMm: [200, 400],
        };
        if (matchPart(p, w).excluded.length) expect(matchPart(fuller, w).excluded.length).toBeGreaterThan(0);
        const { upper: _u, lower: _l, ...less } = w;
        if (matchPart(p, less).excluded.length) expect(matchPart(p, w).excluded.length).toBeGreaterThan(0);
      }),
    ));
});

describe('what to measure next', () => {
  const open: Wanted = { kinds: ['ball-stud link'] };
  test('fitting ones first, excluded after; then ask for what separates, by how many it leaves out', () => {
    const parts = [{ ...LINK_PART, id: 'x', ...ends('M12×1.25') }, LINK_PART, { ...LINK_PART, id: 'y', lengthMm: 306 }];
    expect(rankParts(parts, wanted).map((c) => c.part.id)).toEqual(['p1', 'y', 'x']);
    const ask = askNext(rankParts(parts, open), open)!;
    expect(ask).toMatchObject({ of: 3 });
    expect(ask.leavesOut).toBeCloseTo(3 - (4 + 1) / 3, 9);
    expect(askNext(rankParts([LINK_PART], open), open)).toBeUndefined();
  });
  test('what only is usual is asked for, what the file says is not', () => {
    const parts = [LINK_PART, { ...LINK_PART, id: 'x', upper: { ...M10, thread: 'M12×1.25' } }];
    const of = (from: Wanted['from']) => askNext(rankParts(parts, { ...open, from }), { ...open, from })?.key;
    expect(of({ 'upper.stud-thread': 'usual' })).toBe('upper.stud-thread');
    expect(of({ 'upper.stud-thread': 'file' })).toBeUndefined();
  });
});

test('a bushing that leaves no grip at the worn seat is not first, and says so', () => {
  const w: Wanted = { kinds: ['frame bushing'], barMm: 22, seatMm: 21.4 };
  const small = { ...bushing, id: 's', boreMm: 21, priceMinor: 9000 };
  const [first, last] = rankParts([bushing, small], w);
  expect([first!.part.id, last!.part.id]).toEqual(['s', 'b']);
  expect(last!.sentence).toContain('At the worn seat it has no grip (0.10 mm of air).');
});

test('identical offers of different suppliers are one row, told apart by number, price, delivery and warranty', () => {
  const other: Part = {
    ...LINK_PART,
    id: 'p2',
    supplier: 'b',
    priceMinor: 1900,
    stock: 0,
    deliveryHours: 26,
    warrantyMonths: 12,
    fits: [...LINK_PART.fits],
  };
  const longer: Part = { ...LINK_PART, id: 'p3', lengthMm: 301 };
  const offers = offersOf(rankParts([other, LINK_PART, longer], wanted));
  expect(offers.map((o) => [o.best.part.id, o.others.map((c) => c.part.id)])).toEqual([
    ['p1', ['p2']],
    ['p3', []],
  ]);
  expect(sayOffer(other, '19.00')).toBe('b, p2, 19.00, here in 26 h, 12 months');
});

describe('old beside new', () => {
  test('says what differs, by how much, and what nobody says', () => {
    const fresh: Part = { ...LINK_PART, lengthMm: 308, upper: { ...LINK_PART.upper!, thread: 'M12×1.25' }, lower: undefined };
    const d = compareParts(LINK_PART, fresh);
    expect(d.find((x) => x.what === 'length')).toMatchObject({ a: '300.0 mm', b: '308.0 mm', is: 'differs', byMm: 8 });
    expect(d.find((x) => x.what === 'thread, lower end')).toMatchObject({ b: '–', is: 'unknown' });
    expect(d.some((x) => x.what === 'bore')).toBe(false);
    expect(sayDifferences(LINK_PART, fresh)).toBe('8.0 mm longer; thread, upper end M12×1.25, not M10×1.25.');
    expect(sayDifferences(LINK_PART, LINK_PART)).toBe('The same in all 11 that both say.');
    expect(sayDifferences({ kind: 'ball-stud link', name: 'the old one' }, LINK_PART)).toBe(
      'Nothing is known of both: measure the old one.',
    );
  });
});

describe('a part that is in no catalogue', () => {
  const head: PartHead = {
    id: 'own-1',
    kind: 'ball-stud link',
    name: ' Bag 7 ',
    supplier: 'island stores',
    price: '23,50',
    currency: 'EUR',
    torque: '40-46 N·m',
    source: 'its box',
    fits: [{ typeId: 't1', axle: 'front' }],
  };
  test('is written down field by field and matched like any other', () => {
    const p = readPartText(head, {
      length: '302 mm',
      'upper.thread': 'm10x1.25',
      'upper.hold': '5 mm hex',
      'lower.thread': 'M10×1.25',
      nuts: 'yes',
      stock: '2',
      side: 'left',
    });
    expect(p).toMatchObject({
      name: 'Bag 7',
      priceMinor: 2350,
      lengthMm: 302,
      upper: { thread: 'M10×1.25', hold: 'hex', holdMm: 5 },
      sided: 'left',
      stock: 2,
      source: 'its box',
    });
    expect(p.torque.map((t) => [t.fastener, t.minNm, t.maxNm, t.publisher])).toEqual([
      ['link-upper-nut', 40, 46, 'part maker'],
      ['link-lower-nut', 40, 46, 'part maker'],
    ]);
    // What nobody wrote is unknown, not made up.
    expect([p.lower!.hold, p.boreMm, p.lengthRangeMm]).toEqual([undefined, undefined, undefined]);
    expect([p.greaseable, p.warrantyMonths, p.deliveryHours, p.nutsSupplied]).toEqual([undefined, undefined, undefined, true]);
    expect(matchPart(p, { ...wanted, side: 'left' }).excluded).toEqual([]);
  });
  test('takes along what was measured of the old one', () => {
    expect(likeOld('ball-stud link', { ...wanted, upper: M10 })).toEqual({
      length: '300.0 mm',
      'upper.thread': 'M10×1.25',
      'upper.hex': '16 mm',
      'upper.hold': '17 mm flats',
      'lower.thread': 'M10×1.25',
    });
  });
  test('what is only usual of the old one stays out', () =>
    expect(likeOld('ball-stud link', { ...wanted, from: { 'link-length': 'usual', 'upper.stud-thread': 'usual' } })).toEqual({
      'lower.thread': 'M10×1.25',
    }));
  test.each([
    [{ name: ' ' }, {}, /name of the part is empty/],
    [{ price: 'x' }, {}, /price must be a number/],
    [{ source: '' }, {}, /where that is written is empty/],
    [{ torque: '5 mm' }, {}, /torque of the part has no unit called/],
    [{}, { length: '3' }, /length must be between 30 and 700 mm/],
    [{}, { 'upper.thread': 'big' }, /thread, upper end must be like/],
    [{}, { warranty: '1.5' }, /warranty, months must be a whole number/],
    [{}, { nuts: 'some' }, /nuts in the box must be one of/],
  ])('%j %j is refused by name', (h, text, message) =>
    expect(() => readPartText({ ...head, torque: '', ...h }, text)).toThrow(message),
  );
  test.each(PART_KINDS)('%s: what is picked can be read, for every field', (kind) => {
    for (const f of partFields(kind)) for (const pick of f.picks ?? []) expect(() => f.read(pick)).not.toThrow();
    expect(partFields(kind).length).toBeGreaterThan(3);
    expect(new Set(PART_FIELDS.map((f) => f.id)).size).toBe(PART_FIELDS.length);
  });
});

test('a part of the first version is read as today’s: both its ends, and an adjustable one with its reach', () => {
  const { version: _v, upper: _u, lower: _l, source: _s, ...rest } = LINK_PART;
  const old = { ...rest, kind: 'adjustable link', thread: 'M10×1.25', hold: 'flats', holdMm: 17 };
  expect(readPart(old)).toMatchObject({
    version: PART_VERSION,
    kind: 'rod-end link',
    lengthRangeMm: [275, 325],
    upper: { thread: 'M10×1.25', hold: 'flats', holdMm: 17 },
    lower: { thread: 'M10×1.25' },
  });
  expect(readPart(LINK_PART)).toBe(LINK_PART);
  // The second version could not tell "no" from nobody's word: only what it affirmed is kept.
  const second = readPart({
    ...LINK_PART,
    version: 2,
    greaseable: false,
    nutsSupplied: true,
    warrantyMonths: 0,
    deliveryHours: 0,
  });
  expect([second.version, second.greaseable, second.nutsSupplied, second.warrantyMonths, second.deliveryHours]).toEqual([
    PART_VERSION,
    undefined,
    true,
    undefined,
    undefined,
  ]);
  expect(() => readPart({ version: PART_VERSION + 1 })).toThrow(/version of the part/);
});

test('a nut that runs on as if it were right is warned of with the mismatch', () => {
  const part: Part = { ...LINK_PART, upper: { thread: 'M12×1.25' }, lower: { thread: 'M12×1.25' } };
  const out = matchPart(part, {
    ...wanted,
    upper: { thread: '1/2-20' },
    lower: undefined,
    from: { 'upper.stud-thread': 'measured' },
  });
  expect(out.excluded.join(' ')).toBe(
    'Its upper stud is M12×1.25, 1/2-20 is needed. A 1/2-20 nut runs onto it as if it were right, on 49 % of its thread, and strips.',
  );
});

describe('with nothing that fits', () => {
  const parts = [300, 301, 340].map((lengthMm, i) => ({ ...LINK_PART, id: `p${i}`, lengthMm }));
  const without = (w: Wanted) => fitWithout(parts, w);

  test('it names the size that leaves nothing, where it comes from, and what to do', () => {
    const w: Wanted = { ...wanted, lengthMm: 260, from: { ...FROM, 'link-length': 'measured' } };
    expect(rankParts(parts, w).every((c) => c.excluded.length)).toBe(true);
    expect(without(w).filter((x) => x.fit)).toEqual([{ key: 'link-length', fit: 3 }]);
    expect(sayNothing(w, without(w))).toBe(
      'Nothing in the catalogue fits what is known. Three would fit if it did not have to be 260 mm long (measured). Measure that again, or order one by its number and write it down below.',
    );
  });
  test('where no single size does it, and where there is none of its kind', () => {
    const two: Wanted = { ...wanted, lengthMm: 260, upper: { thread: 'M14×1.5' } };
    expect(sayNothing(two, without(two))).toMatch(
      /^No ball-stud link in the catalogue comes near it, whichever size is left out/,
    );
    expect(sayNothing({ kinds: ['sway bar'] }, [])).toMatch(/^There is no sway bar in the catalogue/);
  });
  test('what is only usual leaves nothing out, and is not blamed', () => {
    expect(loosened({ ...wanted, from: { ...FROM, 'link-length': 'usual' } }).map((x) => x.key)).not.toContain('link-length');
  });
});

test('a nut of another hex than the file’s is another part; a measured one, and rod ends with their own bolts, only rank lower', () => {
  const hex = (from: 'file' | 'measured'): Wanted => ({
    ...wanted,
    kinds: ['ball-stud link', 'rod-end link'],
    upper: { thread: 'M10×1.25', nutHexMm: 18 },
    from: { ...FROM, 'upper.nut-hex': from },
  });
  expect(matchPart(LINK_PART, hex('file')).sentence).toBe('Its upper nut takes 16 mm, the file says 18 mm: it is another part.');
  expect(matchPart(LINK_PART, hex('measured')).excluded).toEqual([]);
  const rod: Part = { ...LINK_PART, kind: 'rod-end link', lengthMm: undefined, lengthRangeMm: [280, 330] };
  expect(matchPart(rod, hex('file')).excluded).toEqual([]);
});
