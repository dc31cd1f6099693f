import fc from 'fast-check';
import jstat from 'jstat';
import { conforms, detectionThresholdMm, readingsNeeded, resolutionDoubtMm, seriesDoubt, studentCdf, studentQuantile } from '.';

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
  test('infinitely many degrees: 1.645 and 1.960', () => {
    expect(studentQuantile(0.95, Infinity)).toBeCloseTo(1.645, 3);
    expect(studentQuantile(0.975, Infinity)).toBeCloseTo(1.96, 3);
  });
  test('agrees with an independent library (jStat)', () => {
    for (const nu of [1, 3, 7, 15, 40])
      for (const t of [-3, -0.5, 0.1, 1, 2.5, 6]) expect(studentCdf(t, nu)).toBeCloseTo(jstat.studentt.cdf(t, nu), 7);
  });
  test('one degree of freedom is Cauchy’s: ½ + atan(t)/π', () => {
    for (const t of [-30, -0.5, 0, 0.7, 4, 200]) expect(studentCdf(t, 1)).toBeCloseTo(0.5 + Math.atan(t) / Math.PI, 12);
  });
});

const SERIES = [0.42, 0.45, 0.4, 0.44, 0.43];

describe('a series of play (JCGM 100:2008 4.2, F.2.2.1, G.4)', () => {
  const d = seriesDoubt(SERIES, 0.01);
  test('.42 .45 .40 .44 .43 at resolution .01', () => {
    expect(d.meanMm).toBeCloseTo(0.428, 12);
    expect(d.uMm).toBeCloseTo(0.0095219, 7);
    expect(d.degrees).toBe(6);
    expect(d.oneSidedMm).toBeCloseTo(0.018503, 6);
    expect(d.twoSidedMm).toBeCloseTo(0.023299, 6);
  });
  test('u_res of a difference is r/√6', () => expect(resolutionDoubtMm(0.01)).toBeCloseTo(0.0040825, 7));
  test('one reading serves when the scatter is known', () => {
    const one = seriesDoubt([0.42], 0.01, { sdMm: 0.02, degrees: 24 });
    expect(one.scatterFrom).toBe('known');
    expect(one.oneSidedMm).toBeCloseTo(studentQuantile(0.95, one.degrees) * Math.hypot(0.02, 0.01 / Math.sqrt(6)), 12);
    expect(() => seriesDoubt([0.42], 0.01)).toThrow(/number of readings must be 2 or more/);
  });
  test('identical readings leave only the resolution', () => {
    const same = seriesDoubt([0.3, 0.3, 0.3], 0.01);
    expect(same.uMm).toBeCloseTo(0.01 / Math.sqrt(6), 12);
    expect(same.degrees).toBe(Infinity);
  });
  test('shifting all readings shifts the mean and nothing else; order is nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 2, maxLength: 12 }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (xs, shift) => {
          const a = seriesDoubt(xs, 0.01);
          const b = seriesDoubt(
            [...xs].reverse().map((x) => x + shift),
            0.01,
          );
          expect(b.meanMm - a.meanMm).toBeCloseTo(shift, 9);
          expect(b.uMm).toBeCloseTo(a.uMm, 9);
        },
      ),
    );
  });
  test('what is no number is named', () => expect(() => seriesDoubt([0.1, NaN], 0.01)).toThrow(/reading 2 must be a number/));
});

describe('against a limit (ISO 14253-1, one-sided 95 %)', () => {
  const d = seriesDoubt(SERIES, 0.01);
  test.each([
    [0.45, 'within'],
    [0.4, 'beyond'],
  ] as const)('limit %d is %s', (limit, verdict) => expect(conforms(d, limit)).toEqual({ verdict }));
  test.each([
    [0.41, 6],
    [0.44, 12],
    [0.43, 'never'],
  ] as const)('limit %d is not proved; needed in all: %s', (limit, needed) =>
    expect(conforms(d, limit)).toEqual({ verdict: 'not proved', needed }),
  );
  test('exactly at the bound counts as within', () => expect(conforms(d, d.meanMm + d.oneSidedMm).verdict).toBe('within'));
  test('a vanishing margin is never settled', () => expect(readingsNeeded(d, 1e-9)).toBe('never'));
  test('a coarse margin needs no more than there are', () => expect(readingsNeeded(d, 0.5)).toBe(5));
  test('the detection threshold grows with resolution and scatter', () => {
    const k = { sdMm: 0.02, degrees: 30 };
    expect(detectionThresholdMm(0.1, k)).toBeGreaterThan(detectionThresholdMm(0.01, k));
    expect(detectionThresholdMm(0.01, k)).toBeCloseTo(studentQuantile(0.95, 30) * Math.hypot(0.02, 0.01 / Math.sqrt(6)), 12);
  });
});
