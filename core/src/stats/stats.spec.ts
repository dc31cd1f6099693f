import jstat from 'jstat';
import {
  crossing,
  fitLine,
  fTail,
  grubbsCritical,
  grubbsOutlier,
  halfWidth,
  lineAt,
  studentCdf,
  MOST_DEGREES,
  studentQuantile,
} from '.';

describe('Student’s t (JCGM 100:2008 table G.2)', () => {
  test.each([
    [1, 12.71],
    [2, 4.3],
    [4, 2.78],
    [9, 2.26],
    [20, 2.09],
  ])('two-sided 95 %%, ν %d', (nu, t) => expect(studentQuantile(0.975, nu)).toBeCloseTo(t, 2));
  test.each([
    [2, 2.92],
    [4, 2.132],
    [9, 1.833],
  ])('one-sided 95 %%, ν %d', (nu, t) => expect(studentQuantile(0.95, nu)).toBeCloseTo(t, 3));
  test('so many degrees that it is normal: 1.645 and 1.960; endless ones are refused', () => {
    expect(studentQuantile(0.95, MOST_DEGREES)).toBeCloseTo(1.645, 3);
    expect(studentQuantile(0.975, MOST_DEGREES)).toBeCloseTo(1.96, 3);
    expect(() => studentQuantile(0.95, Infinity)).toThrow(/degrees of freedom must be a number/);
  });
  test('agrees with an independent library (jStat)', () => {
    for (const nu of [1, 3, 7, 15, 40])
      for (const t of [-3, -0.5, 0.1, 1, 2.5, 6]) expect(studentCdf(t, nu)).toBeCloseTo(jstat.studentt.cdf(t, nu), 7);
  });
  test('one degree of freedom is Cauchy’s: ½ + atan(t)/π', () => {
    for (const t of [-30, -0.5, 0, 0.7, 4, 200]) expect(studentCdf(t, 1)).toBeCloseTo(0.5 + Math.atan(t) / Math.PI, 12);
  });
});

describe('Fisher’s F', () => {
  test('agrees with an independent library (jStat)', () => {
    for (const [f, a, b] of [
      [0.5, 2, 10],
      [3.4, 3, 20],
      [21, 8, 180],
      [15.9, 1, 46],
    ] as const)
      expect(fTail(f, a, b)).toBeCloseTo(1 - jstat.centralF.cdf(f, a, b), 7);
  });
  test('with one degree it is t squared', () => {
    for (const t of [0.3, 1, 2.5]) expect(fTail(t * t, 1, 7)).toBeCloseTo(2 * (1 - studentCdf(t, 7)), 12);
  });
});

// NIST StRD, Norris: y, x. From memory; the certified values below come out only if every pair is right.
const NORRIS = `0.1 0.2 338.8 337.4 118.1 118.2 888.0 884.6 9.2 10.1 228.1 226.5 668.5 666.3 998.5 996.3 449.1 448.6 778.9 777.0
 559.2 558.2 0.3 0.4 0.1 0.6 778.1 775.5 668.8 666.9 339.3 338.0 448.9 447.5 10.8 11.6 557.7 556.0 228.3 228.1 998.0 995.8
 888.8 887.6 119.6 120.2 0.3 0.3 0.6 0.3 557.6 556.8 339.3 339.1 888.0 887.2 998.5 999.0 778.9 779.0 10.2 11.1 117.6 118.3
 228.9 229.2 668.4 669.1 449.2 448.9 0.2 0.5`
  .trim()
  .split(/\s+/)
  .map(Number);

describe('a straight line', () => {
  const norris = Array.from({ length: 36 }, (_, i) => ({ y: NORRIS[2 * i]!, x: NORRIS[2 * i + 1]! }));
  test('NIST StRD Norris: slope, intercept and residual deviation', () => {
    const f = fitLine(norris);
    expect(f.slope).toBeCloseTo(1.00211681802045, 12);
    expect(f.intercept).toBeCloseTo(-0.262323073774029, 11);
    expect(f.s).toBeCloseTo(0.884796396144373, 12);
    expect(f.slopeU).toBeCloseTo(0.429796848199937e-3, 12);
    expect(f.interceptU).toBeCloseTo(0.232818234301152, 11);
  });
  const WEAR = [0.1, 0.16, 0.21, 0.29, 0.33].map((y, i) => ({ x: 20 * i, y }));
  test('where the limit is passed, and its range (Fieller): of the line, and of the next reading', () => {
    const f = fitLine(WEAR);
    expect(f.slope).toBeCloseTo(0.00295, 12);
    const line = crossing(f, 0.5, 'line')!;
    expect(line.x).toBeCloseTo(135.6, 1);
    expect([line.low, line.high].map((x) => Number(x.toFixed(1)))).toEqual([121.6, 154.7]);
    const next = crossing(f, 0.5, 'next reading')!;
    expect([next.low, next.high].map((x) => Number(x.toFixed(1)))).toEqual([118.6, 157.7]);
  });
  test('at the ends of its range the level lies on the interval’s edge', () => {
    const f = fitLine(WEAR);
    for (const what of ['line', 'next reading'] as const) {
      const c = crossing(f, 0.5, what)!;
      for (const x of [c.low, c.high]) expect(Math.abs(lineAt(f, x) - 0.5)).toBeCloseTo(halfWidth(f, x, what), 10);
    }
  });
  test('a slope that is not proved gives no crossing', () =>
    expect(crossing(fitLine([0.1, 0.3, 0.1, 0.3].map((y, x) => ({ x, y }))), 0.5, 'line')).toBeUndefined());
  test('two points, or all at one x, are refused by name', () => {
    expect(() =>
      fitLine([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
      ]),
    ).toThrow(/number of points must be 3 or more/);
    expect(() => fitLine([1, 2, 3].map((y) => ({ x: 5, y })))).toThrow(/must not all have the same x/);
    expect(() => fitLine([1, NaN, 3].map((y, x) => ({ x, y })))).toThrow(/y of point 2 must be a number/);
  });
});

describe('a reading that stands out', () => {
  test.each([
    [5, 1.715],
    [8, 2.126],
    [10, 2.29],
    [20, 2.708],
  ])('Grubbs’s critical value for %d readings, two-sided 5 %% (table, from memory)', (n, g) =>
    expect(grubbsCritical(n)).toBeCloseTo(g, 2),
  );
  test('is pointed out by its place; ordinary scatter is not', () => {
    expect(grubbsOutlier([0.42, 0.45, 0.4, 0.44, 0.9, 0.43])).toBe(4);
    expect(grubbsOutlier([0.42, 0.45, 0.4, 0.44, 0.43])).toBeUndefined();
    expect(grubbsOutlier([0.4, 0.4, 0.4])).toBeUndefined();
    expect(grubbsOutlier([0.4, 0.9])).toBeUndefined();
  });
});
