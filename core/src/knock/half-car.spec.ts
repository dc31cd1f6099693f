import fc from 'fast-check';
import { expm, matrix, multiply, type Matrix } from 'mathjs';
import { beyondLash, driven, roadHeight, type HalfCar, type Road } from '.';

/** The half-car of compute.md, "Simulated knock"; its check values stand there. */
const CAR: HalfCar = {
  bodyKg: 600,
  rollKgM2: 300,
  trackM: 1.5,
  wheelKg: 40,
  springNPerM: 25_000,
  damperNsPerM: 1800,
  tyreNPerM: 200_000,
  barNPerM: 78_000,
  motionRatio: 0.6,
  lashM: 0.6e-3,
};
const BUMP = { atM: 0, lengthM: 0.3, heightM: 0.03 };
const LEFT: Road = { left: [BUMP], right: [] };
const BOTH: Road = { left: [BUMP], right: [BUMP] };

describe('the check values of compute.md: one wheel over 30 mm at 5 m/s', () => {
  test.each([
    [0.6e-3, 11.52, 97.3, 70.3, -878.1],
    [1.5e-3, 14.78, 183.1, 70.92, -865.6],
  ])('lash %f m closes first at %f ms with %f mm/s, then at %f ms with %f mm/s', (lashM, t1, v1, t2, v2) => {
    const { closings } = driven({ ...CAR, lashM }, LEFT, 5, 0.1);
    expect(closings[0]!.atS * 1000).toBeCloseTo(t1, 2);
    expect(closings[0]!.speedMPerS * 1000).toBeCloseTo(v1, 1);
    expect(closings[1]!.atS * 1000).toBeCloseTo(t2, 1);
    expect(closings[1]!.speedMPerS * 1000).toBeCloseTo(v2, 0);
  });
  test('both wheels over the same bump never close it, and never load the bar', () => {
    const m = driven(CAR, BOTH, 5, 1);
    expect(m.closings).toEqual([]);
    expect(Math.max(...m.gap.map(Math.abs))).toBeLessThan(1e-12);
    expect(Math.max(...m.barN)).toBe(0);
  });
});

/**
 * A second integrator: exact. With the gap open or closed throughout, everything is linear, the bump's wave is an oscillator
 * of its own and a constant, and so the state after t is a matrix exponential (mathjs) times the state before.
 */
class Exact {
  private readonly of = new Map<string, Matrix>();
  constructor(
    private readonly c: HalfCar,
    private readonly speed: number,
  ) {}
  private rates(on: -1 | 0 | 1, bump: boolean): number[][] {
    const { c } = this;
    const [h, mr] = [c.trackM / 2, c.motionRatio];
    // z φ wl wr and rates, then 1, and the cosine and sine of the bump's wave.
    const m = Array.from({ length: 11 }, () => new Array<number>(11).fill(0));
    for (let i = 0; i < 4; i++) m[i]![i + 4] = 1;
    const x = (side: 1 | -1, v: number) => {
      const row = new Array<number>(11).fill(0);
      row[0 + v] = -1;
      row[1 + v] = -side * h;
      row[(side > 0 ? 2 : 3) + v] = 1;
      return row;
    };
    const bar = new Array<number>(11).fill(0);
    if (on) {
      const [l, r] = [x(1, 0), x(-1, 0)];
      for (let i = 0; i < 11; i++) bar[i] = (mr * c.barNPerM * mr * (l[i]! - r[i]!)) / 2;
      bar[8] = (-mr * c.barNPerM * on * c.lashM) / 4;
    }
    const force = (side: 1 | -1) => {
      const [p, v] = [x(side, 0), x(side, 4)];
      return p.map((_, i) => -c.springNPerM * p[i]! - c.damperNsPerM * v[i]! - side * bar[i]!);
    };
    const [fl, fr] = [force(1), force(-1)];
    for (let i = 0; i < 11; i++) {
      m[4]![i] = -(fl[i]! + fr[i]!) / c.bodyKg;
      m[5]![i] = ((fr[i]! - fl[i]!) * h) / c.rollKgM2;
      m[6]![i] = fl[i]! / c.wheelKg;
      m[7]![i] = fr[i]! / c.wheelKg;
    }
    m[6]![2]! -= c.tyreNPerM / c.wheelKg;
    m[7]![3]! -= c.tyreNPerM / c.wheelKg;
    if (bump) {
      // h sin²(πs/L) = h/2 − (h/2) cos(2πs/L).
      m[6]![8]! += (c.tyreNPerM / c.wheelKg) * (BUMP.heightM / 2);
      m[6]![9]! -= (c.tyreNPerM / c.wheelKg) * (BUMP.heightM / 2);
    }
    const w = (2 * Math.PI * this.speed) / BUMP.lengthM;
    m[9]![10] = -w;
    m[10]![9] = w;
    return m;
  }
  after(y: number[], t: number, on: -1 | 0 | 1, bump: boolean): number[] {
    const key = `${t}|${on}|${bump}`;
    let e = this.of.get(key);
    if (!e) {
      e = expm(matrix(this.rates(on, bump)).map((v) => v * t)) as unknown as Matrix;
      if (this.of.size < 60) this.of.set(key, e);
    }
    return (multiply(e, y) as Matrix).toArray() as number[];
  }
  closings(seconds: number): { at: number; v: number }[] {
    const { c } = this;
    const gap = (y: number[]) => c.motionRatio * (y[2]! - y[3]! - y[1]! * c.trackM);
    const rate = (y: number[]) => c.motionRatio * (y[6]! - y[7]! - y[5]! * c.trackM);
    const side = (d: number) => (d > c.lashM / 2 ? 1 : d < -c.lashM / 2 ? -1 : 0) as -1 | 0 | 1;
    let y: number[] = [0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 0];
    let [t, on] = [0, 0 as -1 | 0 | 1];
    const found: { at: number; v: number }[] = [];
    const H = 2e-4;
    const end = BUMP.lengthM / this.speed;
    while (t < seconds - 1e-12) {
      const bump = t < end - 1e-12;
      const h = bump ? Math.min(H, end - t) : H;
      const next = this.after(y, h, on, bump);
      if (side(gap(next)) === on) {
        [y, t] = [next, t + h];
        continue;
      }
      let [lo, hi] = [0, h];
      for (let i = 0; i < 40; i++) {
        const mid = (lo + hi) / 2;
        if (side(gap(this.after(y, mid, on, bump))) === on) lo = mid;
        else hi = mid;
      }
      const then = side(gap(next));
      [y, t] = [this.after(y, hi, on, bump), t + hi];
      if (on === 0) {
        found.push({ at: t, v: rate(y) });
        on = then;
      } else on = 0;
    }
    return found;
  }
}

test.each([0.6e-3, 1.5e-3, 3e-3])(
  'agrees with an exact second integrator (matrix exponentials), lash %f m',
  (lashM) => {
    const car = { ...CAR, lashM };
    const exact = new Exact(car, 5).closings(0.2);
    const { closings } = driven(car, LEFT, 5, 0.2);
    expect(closings.length).toBe(exact.length);
    closings.forEach((c, i) => {
      expect(Math.abs(c.atS - exact[i]!.at)).toBeLessThan(2e-5);
      expect(Math.abs(c.speedMPerS - exact[i]!.v)).toBeLessThan(2e-4);
    });
  },
  60_000,
);

test('without dampers nothing is lost: after the bump the energy stays, lash or none', () => {
  for (const lashM of [0, 1e-3, 4e-3]) {
    const m = driven({ ...CAR, damperNsPerM: 0, lashM }, LEFT, 5, 3);
    const after = m.energy.slice(Math.ceil(0.06 / m.stepS) + 1);
    const [lo, hi] = [Math.min(...after), Math.max(...after)];
    expect(lo).toBeGreaterThan(10);
    expect((hi - lo) / lo).toBeLessThan(2e-6);
  }
});

test('without lash it is a linear half-car: twice the bump moves everything twice as far, and nothing closes', () => {
  const tall: Road = { left: [{ ...BUMP, heightM: 0.06 }], right: [] };
  const [a, b] = [driven({ ...CAR, lashM: 0 }, LEFT, 5, 1), driven({ ...CAR, lashM: 0 }, tall, 5, 1)];
  for (let i = 0; i < a.gap.length; i += 7) expect(b.gap[i]!).toBeCloseTo(2 * a.gap[i]!, 6);
  expect([a.closings, b.closings]).toEqual([[], []]);
  expect(beyondLash(0.002, 0)).toBe(0.002);
});

test('whatever the car: equal wheels never load the bar; a smaller bump never knocks harder at its first closing', () => {
  const cars = fc.record({
    bodyKg: fc.double({ min: 300, max: 1200, noNaN: true }),
    rollKgM2: fc.double({ min: 100, max: 800, noNaN: true }),
    trackM: fc.double({ min: 1.2, max: 1.9, noNaN: true }),
    wheelKg: fc.double({ min: 20, max: 70, noNaN: true }),
    springNPerM: fc.double({ min: 10_000, max: 80_000, noNaN: true }),
    damperNsPerM: fc.double({ min: 0, max: 4000, noNaN: true }),
    tyreNPerM: fc.double({ min: 120_000, max: 400_000, noNaN: true }),
    barNPerM: fc.double({ min: 0, max: 200_000, noNaN: true }),
    motionRatio: fc.double({ min: 0.3, max: 1, noNaN: true }),
    lashM: fc.double({ min: 2e-4, max: 5e-3, noNaN: true }),
  });
  fc.assert(
    fc.property(cars, fc.double({ min: 2, max: 15, noNaN: true }), (car, speed) => {
      expect(driven(car, BOTH, speed, 0.5, 5e-3).closings).toEqual([]);
      const low: Road = { left: [{ ...BUMP, heightM: 0.015 }], right: [] };
      const [high, lower] = [driven(car, LEFT, speed, 0.3, 5e-3), driven(car, low, speed, 0.3, 5e-3)];
      if (!lower.closings[0]) return;
      expect(high.closings[0]!.speedMPerS).toBeGreaterThanOrEqual(lower.closings[0].speedMPerS - 1e-6);
    }),
    { numRuns: 40 },
  );
});

test('the road is nought between bumps, and its highest in the middle of one', () => {
  expect(roadHeight([BUMP], -0.1)).toBe(0);
  expect(roadHeight([BUMP], 0.15)).toBeCloseTo(0.03, 12);
  expect(roadHeight([BUMP, { ...BUMP, atM: 1 }], 1.075)).toBeCloseTo(0.015, 12);
});

test('bad input names its field and bound', () => {
  expect(() => driven({ ...CAR, lashM: -1 }, LEFT, 5, 1)).toThrow('The lash must be between 0 and 0.02 m (given: -1).');
  expect(() => driven({ ...CAR, wheelKg: Number.NaN }, LEFT, 5, 1)).toThrow('The wheel’s mass must be a number');
  expect(() => driven(CAR, { left: [{ ...BUMP, lengthM: 0 }], right: [] }, 5, 1)).toThrow('length of the bump');
  expect(() => driven(CAR, LEFT, 5, 61)).toThrow('The time must be between');
});
