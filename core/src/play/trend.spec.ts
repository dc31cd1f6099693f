import jstat from 'jstat';
import { bell } from '../gauge/simulate';
import { compareMeans, sayComparison, seriesDoubt, standsOut, wearBand, wearOver } from '.';

const known = { sdMm: 0.02, degrees: 24 };

describe('a reading that stands out', () => {
  test('by the known scatter of gauge and person, or by its own series', () => {
    expect(standsOut([0.42, 0.45, 0.62, 0.44], known)).toBe(2);
    expect(standsOut([0.42, 0.45, 0.44], known)).toBeUndefined();
    expect(standsOut([0.42, 0.45, 0.4, 0.44, 0.9, 0.43])).toBe(4);
    expect(standsOut([0.42, 0.9], known)).toBeUndefined();
  });
  test('in honest series it cries wolf in about one of a hundred', () => {
    const chance = bell(3);
    let cries = 0;
    for (let i = 0; i < 2000; i++)
      if (
        standsOut(
          Array.from({ length: 5 }, () => 0.4 + 0.02 * chance()),
          known,
        ) !== undefined
      )
        cries++;
    expect(cries / 2000).toBeLessThan(0.02);
  });
});

describe('drift of the zero', () => {
  const xs = [0.42, 0.45, 0.4, 0.44, 0.43];
  test('enters as a rectangle, whatever the number of readings', () => {
    const d = seriesDoubt(xs, 0.01, undefined, 0.03);
    const without = seriesDoubt(xs, 0.01);
    expect(d.uMm).toBeCloseTo(Math.hypot(without.uMm, 0.03 / Math.sqrt(3)), 12);
    expect(seriesDoubt(xs, 0.01, undefined, -0.03).uMm).toBe(d.uMm);
    expect(d.degrees).toBeGreaterThan(without.degrees);
  });
});

describe('left against right, now against the last visit', () => {
  const a = seriesDoubt([0.62, 0.66, 0.64], 0.01, known);
  const b = seriesDoubt([0.41, 0.44], 0.01, known);
  test('Welch’s difference with its doubt; turned round it is the same the other way', () => {
    const c = compareMeans(a, b);
    expect(c.differenceMm).toBeCloseTo(0.215, 12);
    expect(c.uMm).toBeCloseTo(Math.hypot(a.uMm, b.uMm), 12);
    expect(c.p).toBeCloseTo(2 * (1 - jstat.studentt.cdf(c.differenceMm / c.uMm, c.degrees)), 6);
    expect([c.verdict, compareMeans(b, a).verdict]).toEqual(['more', 'less']);
    expect(sayComparison(c, 'the right')).toBe(
      '0.21 mm more than the right, ± 0.04, beyond doubt.'
        .replace('0.21', c.differenceMm.toFixed(2))
        .replace('0.04', c.expandedMm.toFixed(2)),
    );
  });
  test('what the readings cannot tell is said so', () => {
    const c = compareMeans(a, seriesDoubt([0.63], 0.01, known));
    expect(c.verdict).toBe('cannot be told');
    expect(sayComparison(c, 'the last visit')).toMatch(/^No difference from the last visit that these readings can tell/);
  });
});

describe('wear over distance', () => {
  const worn = [0.1, 0.16, 0.21, 0.29, 0.33].map((playMm, i) => ({ km: 20_000 * i, playMm }));
  test('a proved slope: where the limit is passed and between which distances', () => {
    const w = wearOver(worn, 0.5);
    expect(w.kind).toBe('fit');
    if (w.kind !== 'fit') return;
    expect(w.crossing.x / 1000).toBeCloseTo(135.6, 1);
    expect(w.nextReading.low / 1000).toBeCloseTo(118.6, 1);
    expect(w.sentence).toBe(
      'Grows 0.029 mm in 10 000 km; passes 0.50 mm at about 135.6 thousand km (the next reading says so between 118.6 and 157.7 thousand km).'.replace(
        '0.029',
        (w.line.slope * 1e4).toFixed(3),
      ),
    );
    const band = wearBand(w.line, 0, 150_000);
    expect(band).toHaveLength(41);
    expect(band.every((p) => p.low <= p.mm && p.mm <= p.high)).toBe(true);
  });
  test('past it already', () => expect(wearOver(worn, 0.3)).toMatchObject({ kind: 'fit', past: true }));
  test('too few, got better, not proved: each with its reason', () => {
    expect(wearOver(worn.slice(0, 2), 0.5).sentence).toBe('Too few visits for a trend: 2 of at least 3, at different distances.');
    expect(
      wearOver(
        [0.4, 0.3, 0.1].map((playMm, i) => ({ km: i * 1e4, playMm })),
        0.5,
      ).sentence,
    ).toMatch(/was it replaced/);
    expect(
      wearOver(
        [0.2, 0.4, 0.21].map((playMm, i) => ({ km: i * 1e4, playMm })),
        0.5,
      ).kind,
    ).toBe('not proved');
    expect(
      wearOver(
        [0.2, 0.2, 0.2].map((playMm) => ({ km: 5, playMm })),
        0.5,
      ).kind,
    ).toBe('too few');
  });
  test('what is no number is named', () =>
    expect(() => wearOver([{ km: 1, playMm: -1 }], 0.5)).toThrow(/play of visit 1 must be 0 mm or more/));
});
