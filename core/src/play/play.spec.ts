import fc from 'fast-check';
import { MOST_DEGREES, studentQuantile } from '../stats';
import { conforms, detectionThresholdMm, readingsNeeded, resolutionDoubtMm, seriesDoubt } from '.';

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
  test('a series that scatters far more than is known speaks for itself', () => {
    const known = { sdMm: 0.02, degrees: 24 };
    expect(seriesDoubt([0.51, 0.46, 0.5, 0.5], 0.01, known).scatterFrom).toBe('known');
    const wild = seriesDoubt([0.51, 0.46, 0.89, 0.5], 0.01, known);
    expect(wild.scatterFrom).toBe('series');
    expect(conforms(wild, 0.5).verdict).toBe('not proved');
  });
  test('identical readings leave only the resolution', () => {
    const same = seriesDoubt([0.3, 0.3, 0.3], 0.01);
    expect(same.uMm).toBeCloseTo(0.01 / Math.sqrt(6), 12);
    // A scatter of nothing is known for certain: so many degrees that it is normal, never endless ones.
    expect(same.degrees).toBe(MOST_DEGREES);
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
