import fc from 'fast-check';
import jstat from 'jstat';
import { bell } from '../gauge/simulate';
import { gaugeStudy, oneWayAnova, twoWayAnova, type StudyReading } from '.';

describe('analysis of variance', () => {
  // NIST StRD SmLs01, 04 and 07: nine groups of 21, the same digits behind 0, 6 and 12 leading ones (from memory;
  // their certified sums of squares confirm the construction).
  const smls = (leading: number) =>
    [0.4, 0.3, 0.5, 0.3, 0.5, 0.3, 0.5, 0.3, 0.5].map((c) => [
      leading + c,
      ...Array.from({ length: 20 }, (_, i) => leading + c + (i % 2 ? 0.1 : -0.1)),
    ]);
  test('NIST StRD SmLs01: 1.68, 1.80, F 21', () => {
    const a = oneWayAnova(smls(1));
    expect(a.between.ss).toBeCloseTo(1.68, 12);
    expect(a.within.ss).toBeCloseTo(1.8, 12);
    expect(a.between.f).toBeCloseTo(21, 11);
    expect([a.between.degrees, a.within.degrees]).toEqual([8, 180]);
  });
  test('NIST StRD SmLs04 and the stiff SmLs07 keep F 21 as far as the data themselves hold it', () => {
    expect(oneWayAnova(smls(1e6)).between.f).toBeCloseTo(21, 7);
    // At 1e12 a double itself holds the readings to 1e-4 only.
    expect(Math.abs(oneWayAnova(smls(1e12)).between.f / 21 - 1)).toBeLessThan(1e-2);
  });
  // NIST StRD AtmWtAg (from memory; the certified F confirms every digit): 107.868 and these.
  const AG = [
    [
      1568, 1465, 1572, 1785, 1446, 1903, 1526, 1494, 1616, 1587, 1519, 1486, 1419, 1569, 1508, 1672, 1385, 1518, 1662, 1424,
      1360, 1333, 1610, 1477,
    ],
    [
      1079, 1344, 1513, 1197, 1604, 1385, 1642, 1365, 1151, 1082, 1517, 1448, 1198, 1482, 1334, 1609, 1101, 1512, 1469, 1360,
      1254, 1261, 1450, 1368,
    ],
  ].map((g) => g.map((d) => 107.868 + d / 1e7));
  test('NIST StRD AtmWtAg', () => {
    const a = oneWayAnova(AG);
    expect(a.between.ss).toBeCloseTo(3.638341875e-9, 14);
    expect(a.within.ss).toBeCloseTo(1.04951729166667e-8, 14);
    expect(Math.abs(a.between.f / 15.946733567793 - 1)).toBeLessThan(1e-6);
  });
  test('agrees with an independent library (jStat), unequal groups too', () => {
    const groups = [
      [3.1, 3.4, 2.9],
      [3.9, 4.1, 4.4, 4.0],
      [3.3, 3.2],
    ];
    expect(oneWayAnova(groups).between.f).toBeCloseTo(jstat.anovafscore(...groups), 9);
  });
  test('two-way: what was put in comes out, and the parts add up to the whole', () => {
    // Parts differ by 1 and 2, people by 0.1, repeats by ±0.01, no interaction.
    const cells = [0, 1, 3].map((p) => [0, 0.1].map((q) => [5 + p + q - 0.01, 5 + p + q + 0.01]));
    const a = twoWayAnova(cells);
    expect(a.repeats.ss).toBeCloseTo(12 * 1e-4, 12);
    expect(a.interaction.ss).toBeCloseTo(0, 12);
    expect(a.people.ss).toBeCloseTo(6 * 2 * 0.05 ** 2, 12);
    const all = cells.flat(2);
    const m = all.reduce((s, x) => s + x, 0) / all.length;
    expect(a.total.ss).toBeCloseTo(
      all.reduce((s, x) => s + (x - m) ** 2, 0),
      10,
    );
  });
  test('two-way: sums of squares are additive on any data, and a shift changes nothing', () => {
    const cell = fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 2, maxLength: 2 });
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell), { minLength: 3, maxLength: 3 }), (cells) => {
        const a = twoWayAnova(cells);
        const all = cells.flat(2);
        const m = all.reduce((s, x) => s + x, 0) / all.length;
        expect(a.total.ss).toBeCloseTo(
          all.reduce((s, x) => s + (x - m) ** 2, 0),
          8,
        );
        const far = twoWayAnova(cells.map((p) => p.map((c) => c.map((x) => x + 1000))));
        expect(far.parts.ss).toBeCloseTo(a.parts.ss, 6);
      }),
    );
  });
  test('what is missing is named', () => {
    expect(() => oneWayAnova([[1], [2]])).toThrow(/number of readings must be more than the number of groups/);
    expect(() => oneWayAnova([[1, 2], []])).toThrow(/group 2 is empty/);
    expect(() =>
      twoWayAnova([
        [
          [1, 2],
          [1, 2],
        ],
        [[1, 2], [1]],
      ]),
    ).toThrow(/part 2 by person 2 must have 2 repeats/);
  });
});

describe('a gauge study', () => {
  const study = (
    joints: number,
    people: number,
    repeats: number,
    sd: { repeat: number; person: number },
    seed = 5,
  ): StudyReading[] => {
    const chance = bell(seed);
    const lean = Array.from({ length: people }, () => sd.person * chance());
    return Array.from({ length: joints }, (_, j) =>
      lean.flatMap((l, p) =>
        Array.from({ length: repeats }, () => ({
          joint: `joint ${j}`,
          person: `p${p}`,
          playMm: 0.3 + 0.1 * j + l + sd.repeat * chance(),
        })),
      ),
    ).flat();
  };
  test('recovers what was put in', () => {
    const r = gaugeStudy(study(12, 6, 10, { repeat: 0.02, person: 0.05 }), 0.5);
    expect(r.repeatabilityMm).toBeCloseTo(0.02, 2);
    expect(r.reproducibilityMm).toBeGreaterThan(0.02);
    expect(r.pPeople).toBeLessThan(0.001);
    expect(r.bothMm).toBeCloseTo(Math.hypot(r.repeatabilityMm, r.reproducibilityMm), 12);
    expect(r.sentences[1]).toMatch(/The people differ/);
  });
  test('with one joint: one-way over people, as an independent library has it', () => {
    const readings = study(1, 3, 5, { repeat: 0.02, person: 0.02 });
    const groups = ['p0', 'p1', 'p2'].map((p) => readings.filter((x) => x.person === p).map((x) => x.playMm));
    const f = jstat.anovafscore(...groups);
    expect(gaugeStudy(readings, 0.5).pPeople).toBeCloseTo(1 - jstat.centralF.cdf(f, 2, 12), 6);
  });
  test('what it means for the limit, in words', () => {
    const words = (repeat: number) => gaugeStudy(study(5, 2, 4, { repeat, person: 0 }), 0.5).sentences.at(-1)!;
    expect(words(0.01)).toMatch(/^Good for the limit of 0\.50 mm/);
    expect(words(0.05)).toMatch(/^Serves for the limit of 0\.50 mm with care/);
    expect(words(0.2)).toMatch(/^Too coarse for the limit of 0\.50 mm/);
  });
  test('one person, or a reading missing, is refused by name', () => {
    expect(() => gaugeStudy(study(2, 1, 3, { repeat: 0.02, person: 0 }), 0.5)).toThrow(/number of people must be 2 or more/);
    expect(() => gaugeStudy(study(2, 2, 3, { repeat: 0.02, person: 0 }).slice(1), 0.5)).toThrow(
      /readings of joint 0 by p1 must be 2, as many|readings of joint 0 by p0/,
    );
  });
});

describe('against what is known beforehand', () => {
  const truths = { 'feeler 0.10 mm': 0.1, 'feeler 0.50 mm': 0.5 };
  const readings = Object.entries(truths).flatMap(([joint, mm]) =>
    ['Isla', 'Ruan'].flatMap((person, p) =>
      [0, 1].map((k) => ({ joint, person, playMm: mm + 0.02 + 0.004 * (k - 0.5) * (p ? 1 : -1) })),
    ),
  );
  test('what it shows too much is said, and is in its scatter', () => {
    const s = gaugeStudy(readings, 0.5, undefined, truths);
    expect(s.against!.biasMm).toBeCloseTo(0.02, 9);
    expect(s.against!.worstMm).toBeCloseTo(0.022, 9);
    expect(s.known.sdMm).toBeCloseTo(Math.hypot(s.repeatabilityMm, s.reproducibilityMm, 0.02), 9);
    expect(s.sentences[0]).toBe('Against what was known it shows 0.020 mm too much in the mean, at worst 0.022 mm too much.');
    expect(gaugeStudy(readings, 0.5).against).toBeUndefined();
  });
  test('a joint of which nothing is known is named', () => {
    expect(() => gaugeStudy(readings, 0.5, undefined, { 'feeler 0.10 mm': 0.1 })).toThrow(
      /play of feeler 0\.50 mm must be known/i,
    );
  });
});
