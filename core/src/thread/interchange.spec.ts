import {
  GREASE_FITTINGS,
  greaseFittingOf,
  HEX_SIZES,
  LOOK_ALIKES,
  minorMm,
  nutHexes,
  nutOnBolt,
  parseThread,
  sayInterchange,
  THREADS,
} from '.';

// ISO 724 (metric) and ASME B1.1 (unified, inches × 25.4): basic pitch diameter and minor diameter, mm; from memory.
test.each([
  ['M8×1.25', 7.188, 6.647],
  ['M10×1.25', 9.188, 8.647],
  ['M10×1.5', 9.026, 8.376],
  ['M12×1.25', 11.188, 10.647],
  ['M14×1.5', 13.026, 12.376],
  ['1/4-28', 0.2268 * 25.4, 0.2113 * 25.4],
  ['5/16-18', 0.2764 * 25.4, 0.2524 * 25.4],
  ['3/8-24', 0.3479 * 25.4, 0.3299 * 25.4],
  ['1/2-20', 0.4675 * 25.4, 0.4459 * 25.4],
])('%s: d2 %d, D1 %d', (name, d2, d1) => {
  const t = parseThread(name);
  expect(t.pitchDiameterMm).toBeCloseTo(d2, 2);
  expect(minorMm(t)).toBeCloseTo(d1, 2);
});

describe('a nut on the bolt of another thread', () => {
  test.each([
    // The pair that kills: it runs on all the way and holds by half.
    ['1/2-20', 'M12×1.25', 'strips'],
    ['M12×1.25', '1/2-20', 'does not start'],
    ['M8×1.25', '5/16-18', 'binds'],
    ['5/16-18', 'M8×1.25', 'does not start'],
    ['M10×1.5', '3/8-16', 'binds'],
    ['M10×1.25', 'M10×1.5', 'binds'],
    ['M10×1.25', 'M10×1.25', 'same'],
    ['1/4-28', 'M6×1', 'binds'],
  ] as const)('%s on %s: %s', (nut, bolt, is) => expect(nutOnBolt(parseThread(nut), parseThread(bolt)).is).toBe(is));
  test('1/2-20 on M12×1.25 by hand: (11.8745 − 11.188) tan 30° / 0.02 = 19.8 turns; (12 − 11.325)/2 of 0.687 high', () => {
    const x = nutOnBolt(parseThread('1/2-20'), parseThread('M12×1.25'));
    expect(x.turns).toBeCloseTo(19.8, 0);
    expect(x.engaged).toBeCloseTo(0.49, 2);
    expect(sayInterchange('M12×1.25', '1/2-20')).toBe(
      'A 1/2-20 nut runs onto it as if it were right, on 49 % of its thread, and strips.',
    );
  });
  test('no two different threads are the same, and what runs on one way does not start the other', () => {
    for (const a of THREADS)
      for (const b of THREADS) {
        const there = nutOnBolt(a, b).is;
        expect(there === 'same').toBe(a.name === b.name);
        if (there === 'strips') expect(nutOnBolt(b, a).is).toBe('does not start');
      }
  });
  test('every look-alike is told', () => {
    for (const [a, b] of LOOK_ALIKES) expect(sayInterchange(a, b)).toMatch(/does not start|binds|strips/);
  });
});

describe('hexes of nuts', () => {
  test.each([
    ['M10×1.25', [16, 17, 15]],
    ['M12×1.5', [18, 19]],
    ['M8×1.25', [13]],
    ['1/2-20', [19.05]],
    ['3/8-24', [14.2875]],
    ['M18×1.5', []],
  ] as const)('%s', (name, mm) => {
    const hexes = nutHexes(parseThread(name));
    expect(new Set(hexes.map((h) => h.mm))).toEqual(new Set(mm));
    for (const h of hexes) expect(HEX_SIZES.some((s) => Math.abs(s.mm - h.mm) < 0.01)).toBe(true);
  });
  test('who says so stands with each', () =>
    expect(nutHexes(parseThread('M12×1.75'))).toEqual([
      { mm: 18, sources: ['ISO 4032', 'DIN 6923, flanged'] },
      { mm: 19, sources: ['DIN 934'] },
    ]));
});

test('grease fittings: a metric one does not stay in an inch hole', () => {
  expect(greaseFittingOf('M6×1')?.source).toBe('DIN 71412');
  expect(greaseFittingOf('M12×1.25')).toBeUndefined();
  const straight = GREASE_FITTINGS.filter((g) => !g.tapered).map((g) => parseThread(g.thread));
  for (const a of straight) for (const b of straight) if (a !== b) expect(nutOnBolt(a, b).is).not.toBe('same');
});
