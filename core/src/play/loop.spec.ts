import { chanceFrom } from '../numeric';
import { simulatedLoop, type LoopJoint } from '../gauge/simulate';
import { analyseLoop } from './loop';

const PUBLISHED: LoopJoint = { a: -0.25, b: 0.35, minus: 1500, plus: 2000, middle: 0, friction: 15, contact: 6000 };
const SOFT: LoopJoint = { a: 0, b: 0, minus: 300, plus: 300, middle: 300, friction: 40, contact: 3000 };

describe('synthetic loops of known play', () => {
  test('a −0.25, b 0.35 with friction: 0.600, where a naive look takes 0.6175', () => {
    const { x, f } = simulatedLoop(PUBLISHED, { points: 4000, noiseMm: 0.001 });
    const r = analyseLoop(x, f, { resolutionMm: 0.001 });
    expect(r.kind).toBe('loose');
    expect(Math.abs(r.playMm - 0.6)).toBeLessThan(0.01);
    expect(Math.abs(r.playMm - 0.6)).toBeLessThan(r.expandedMm);
    expect(r.naiveMm).toBeCloseTo(0.6175, 2);
    expect(r.stiffness.minus).toBeCloseTo(1500, -2);
    expect(r.stiffness.plus).toBeCloseTo(2000, -2);
    expect(r.frictionN).toBeCloseTo(15, 0);
    expect(r.sentence).toMatch(
      /^Loose: 0\.60 mm of play \(± 0\.0\d\); outside it 1[45]\d0 N\/mm one way, (20|19)\d0 N\/mm the other\.$/,
    );
  });
  test('soft with friction and no gap: no play, where a naive look takes 0.267', () => {
    const { x, f } = simulatedLoop(SOFT, { points: 4000, noiseMm: 0.001 });
    const r = analyseLoop(x, f);
    expect([r.kind, r.playMm]).toEqual(['firm', 0]);
    expect(r.naiveMm).toBeCloseTo(0.267, 2);
    expect(r.frictionN).toBeCloseTo(40, 0);
    expect(r.stiffness.plus).toBeCloseTo(300, -1);
    expect(analyseLoop(x, f, { softBelow: 500 }).kind).toBe('soft');
  });
  test('the five kinds are told apart', () => {
    const kind = (j: Partial<LoopJoint>, softBelow?: number) => {
      const { x, f } = simulatedLoop({ ...PUBLISHED, ...j }, { points: 3000, noiseMm: 0.001, noiseN: 1 });
      return analyseLoop(x, f, { softBelow }).kind;
    };
    expect(kind({}, 800)).toBe('loose');
    expect(kind({ minus: 500, plus: 600 }, 800)).toBe('soft and loose');
    expect(kind({ middle: 600 }, 800)).toBe('soft centre');
    expect(kind({ a: 0, b: 0, minus: 500, plus: 500, middle: 500 }, 800)).toBe('soft');
    expect(kind({ a: 0, b: 0, minus: 1500, plus: 1500, middle: 1500 }, 800)).toBe('firm');
  });
  test('a single wild point is weighed down', () => {
    const { x, f } = simulatedLoop(PUBLISHED, { points: 2000, noiseMm: 0.001 });
    f[900] = 5000;
    f[1400] = -4000;
    expect(Math.abs(analyseLoop(x, f).playMm - 0.6)).toBeLessThan(0.01);
  });
  test('force mirrored, or gauge turned round: the same play', () => {
    const { x, f } = simulatedLoop(PUBLISHED, { points: 2000, noiseMm: 0.001 });
    const r = analyseLoop(x, f);
    const back = analyseLoop(
      x.map((v) => -v),
      f.map((v) => -v),
    );
    expect(back.playMm).toBeCloseTo(r.playMm, 2);
    expect(back.stiffness.minus).toBeCloseTo(r.stiffness.plus, -1);
  });
  // Long: a thousand loops are what the 95 % takes to be shown.
  test('of 1 000 random loops at 1 µm, all within 0.01 mm and 95 % within their own stated uncertainty', () => {
    const r = chanceFrom(7).next;
    let within = 0;
    let worst = 0;
    for (let i = 0; i < 1000; i++) {
      const a = -0.05 - 0.4 * r();
      const b = 0.05 + 0.4 * r();
      const j: LoopJoint = {
        a,
        b,
        minus: 800 + 2000 * r(),
        plus: 800 + 2000 * r(),
        middle: 20 * r(),
        friction: 5 + 20 * r(),
        contact: 4000 + 4000 * r(),
        offset: 20 * (r() - 0.5),
      };
      const { x, f } = simulatedLoop(j, { points: 600, noiseMm: 0.001, noiseN: 1, seed: i + 1 });
      const got = analyseLoop(x, f, { resolutionMm: 0.001 });
      expect(got.kind).toBe('loose');
      const off = Math.abs(got.playMm - (b - a));
      worst = Math.max(worst, off);
      if (off <= got.expandedMm) within++;
    }
    expect(worst).toBeLessThan(0.01);
    expect(within).toBeGreaterThanOrEqual(950);
  });
});

describe('what is no loop', () => {
  const good = simulatedLoop(PUBLISHED, { points: 400 });
  test.each([
    [
      'a number that is none',
      () =>
        analyseLoop(
          [...good.x].map((v, i) => (i === 7 ? NaN : v)),
          good.f,
        ),
      /displacement of point 8 must be a number/,
    ],
    [
      'a force that is none',
      () =>
        analyseLoop(
          good.x,
          [...good.f].map((v, i) => (i === 7 ? NaN : v)),
        ),
      /force of point 8 must be a number/,
    ],
    [
      'too few points',
      () => analyseLoop(good.x.slice(0, 20), good.f.slice(0, 20)),
      /points of the loop must be between 40 and 200000/,
    ],
    ['unequal lengths', () => analyseLoop(good.x, good.f.slice(1)), /as many forces as displacements/],
    ['no movement', () => analyseLoop(new Float64Array(100), new Float64Array(100)), /must move/],
    [
      'one way only',
      () =>
        analyseLoop(
          Array.from({ length: 200 }, (_, i) => i / 100),
          Array.from({ length: 200 }, (_, i) => i),
        ),
      /never reverses/,
    ],
  ])('%s is named', (_, f, message) => expect(f).toThrow(message));
});
