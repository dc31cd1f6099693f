import fc from 'fast-check';
import { findThread, LOOK_ALIKES, metricThread, parseThread, pitchFromCrests, proofLoadN, THREADS } from '.';

describe('ISO metric geometry (ISO 68-1, ISO 724, ISO 898-1 table of stress areas)', () => {
  test.each([
    [8, 1.25, 36.6],
    [10, 1.5, 58.0],
    [10, 1.25, 61.2],
    [12, 1.75, 84.3],
    [12, 1.5, 88.1],
    [12, 1.25, 92.1],
    [14, 1.5, 124.5],
  ])('M%d×%d has %d mm²', (d, p, area) => {
    expect(metricThread(d, p).stressAreaMm2).toBeCloseTo(area, 0);
    expect(Math.abs(metricThread(d, p).stressAreaMm2 - area)).toBeLessThan(0.06);
  });

  test('M10 6g outside diameter 9.732–9.968 (ISO 965-2, from memory)', () => {
    const t = metricThread(10, 1.5);
    // Tables round the deviation to a whole µm.
    expect(Math.abs(t.outsideMaxMm - 9.968)).toBeLessThan(0.001);
    expect(Math.abs(t.outsideMinMm - 9.732)).toBeLessThan(0.001);
  });
});

test.each([
  ['3/8-16', 0.0775],
  ['3/8-24', 0.0878],
  ['7/16-20', 0.1187],
  ['1/2-13', 0.1419],
  ['1/2-20', 0.16],
])('ASME B1.1: %s has %d in²', (name, area) => {
  expect(Math.abs(parseThread(name).stressAreaMm2 / 25.4 ** 2 / area - 1)).toBeLessThan(0.001);
});

test('3/8-16 UNC 2A outside diameter 0.3643–0.3737 in (ASME B1.1, from memory)', () => {
  const t = parseThread('3/8-16 UNC');
  expect(Math.abs(t.outsideMinMm / 25.4 - 0.3643)).toBeLessThan(0.0001);
  expect(Math.abs(t.outsideMaxMm / 25.4 - 0.3737)).toBeLessThan(0.0001);
});

test.each([
  ['8.8', 'M10', 33_700],
  ['8.8', 'M12', 48_900],
  ['10.9', 'M10', 48_100],
  ['10.9', 'M12', 70_000],
] as const)('ISO 898-1 proof load (from memory): %s %s', (cls, name, load) => {
  expect(Math.abs(proofLoadN(parseThread(name), cls) / load - 1)).toBeLessThan(0.004);
});

test('SAE J429 grade 8, 1/2-13: 17 000 lbf (from memory)', () => {
  expect(Math.abs(proofLoadN(parseThread('1/2-13'), 'grade 8') / 4.4482216152605 / 17_000 - 1)).toBeLessThan(0.005);
});

describe('finder', () => {
  test('a diameter and a pitch name the thread', () => {
    expect(findThread(9.85, 0.02, 1.25)[0]!.thread.name).toBe('M10×1.25');
    expect(findThread(9.85, 0.02, 1.5)[0]!.thread.name).toBe('M10×1.5');
  });

  test('M12×1.25 and 1/2-20 are told apart by diameter only with a fine caliper, and warned of', () => {
    const found = findThread(12.55, 0.2, 1.26);
    expect(found.map((c) => c.thread.name)).toEqual(expect.arrayContaining(['M12×1.25', '1/2-20']));
    expect(found.find((c) => c.thread.name === 'M12×1.25')!.lookAlike).toBe('1/2-20');
  });

  test('shares add up, every true thread comes first with its own middle values', () => {
    for (const t of THREADS) {
      const found = findThread((t.outsideMinMm + t.outsideMaxMm) / 2, 0.01, t.pitchMm, 0.01);
      expect(found[0]!.thread.name).toBe(t.name);
      expect(found.reduce((s, c) => s + c.share, 0)).toBeGreaterThan(0.98);
    }
  });

  test('every look-alike pair exists', () => {
    for (const name of LOOK_ALIKES.flat()) expect(THREADS.some((t) => t.name === name)).toBe(true);
  });

  test('nothing near gives nothing', () => expect(findThread(60, 0.02)).toEqual([]));
});

test('pitch from crests, and what is refused', () => {
  expect(pitchFromCrests(12.5, 11)).toBeCloseTo(1.25, 12);
  expect(() => pitchFromCrests(12.5, 1)).toThrow(/crests must be a whole number of 2 or more/);
  expect(() => parseThread('bolt')).toThrow(/must be like M10×1.25/);
  expect(() => parseThread('M99')).toThrow(/needs its pitch/);
  expect(() => metricThread(1, 4)).toThrow(/too coarse/);
  expect(() => findThread(-1, 0.02)).toThrow(/outside diameter must be more than 0/);
  fc.assert(
    fc.property(
      fc.double({ min: 3, max: 40, noNaN: true }),
      (d) => metricThread(d, d / 10).stressAreaMm2 < (Math.PI / 4) * d * d,
    ),
  );
});
