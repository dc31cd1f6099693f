import { cornerAt } from '../mechanics';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import {
  cornerPoints,
  driven,
  halfCarOf,
  hardestJ,
  knockTrial,
  roadOf,
  sayTrial,
  WATCHED_S,
  type KnockRun,
  type KnockTrial,
} from '.';

const AXLE = STRUT_TYPE.axles.front;
const trial = (over: Partial<KnockTrial> = {}): KnockTrial => ({
  axle: AXLE,
  playMm: 0.8,
  bumpMm: 30,
  bumpLongM: 0.3,
  speedKmh: 18,
  wheels: 'left wheel',
  ...over,
});
/** Everything it yields, and the last. */
function run(t: KnockTrial): { pieces: KnockRun[]; last: KnockRun } {
  const pieces: KnockRun[] = [];
  const work = knockTrial(t);
  for (let r = work.next(); ; r = work.next()) {
    if (r.value) pieces.push(r.value);
    if (r.done) return { pieces, last: r.value };
  }
}

test('comes in pieces: the first moments, all of it, how the points move, half the play', () => {
  const { pieces, last } = run(trial());
  expect(pieces[0]!.motion.gap.length).toBeLessThan(200);
  expect(pieces[0]!.done).toBe(false);
  expect(last.motion.gap.length).toBe(Math.round(WATCHED_S * 1000) + 1);
  expect([last.done, last.corner?.points.length]).toEqual([true, 9]);
  // The same as driven in one go, and its half as one with half the lash.
  const t = trial();
  const car = halfCarOf(AXLE, 0.8);
  expect(last.motion.closings).toEqual(driven(car, roadOf(t), 5, WATCHED_S).closings);
  const half = driven({ ...car, lashM: 0.0004 }, roadOf(t), 5, WATCHED_S).closings;
  expect(last.half!.length).toBe(half.length);
  last.half!.forEach((c, i) => expect(c.atS).toBeCloseTo(half[i]!.atS, 7));
  // What crosses to another thread holds no more than is shown.
  expect(last.motion.gap.buffer.byteLength).toBe(last.motion.gap.length * 4);
});

test('the half-car is the axle’s: its track, its bar, thicker is stiffer by the fourth power', () => {
  const [thin, thick] = [halfCarOf(AXLE, 1, 20), halfCarOf(AXLE, 1, 24)];
  expect(thin.trackM).toBe(AXLE.trackMm / 1000);
  expect(thick.barNPerM / thin.barNPerM).toBeCloseTo(1.2 ** 4, 3);
  expect(thin.motionRatio).toBeGreaterThan(0.3);
  expect(thin.motionRatio).toBeLessThan(1.1);
});

test('what it says is what it found', () => {
  const { last } = run(trial());
  const [found, half] = sayTrial(trial(), last);
  expect(found).toMatch(new RegExp(`hardest with ${hardestJ(last.motion.closings).toFixed(0)}`));
  expect(half).toMatch(/With half the play it first closes [\d.]+ ms sooner/);
  const both = trial({ wheels: 'both wheels' });
  expect(run(both).last.motion.closings).toEqual([]);
  expect(sayTrial(both, run(both).last)[0]).toContain('Both wheels rise alike');
  const none = trial({ playMm: 0 });
  expect(sayTrial(none, run(none).last)).toEqual(['No play: the bar is loaded at once, nothing closes, nothing knocks.']);
  const small = trial({ playMm: 6, bumpMm: 5, bumpLongM: 2, speedKmh: 5 });
  expect(sayTrial(small, run(small).last)[0]).toContain('it stays quiet over this bump');
});

test('points between those worked out stand where the suspension puts them', () => {
  const { last } = run(trial());
  for (const [mine, other] of [
    [0, 0],
    [16, -32],
    [23, 7],
    [-37, 11],
  ] as const) {
    const [said, exact] = [cornerPoints(last.corner!, mine, other), cornerAt(AXLE, mine, other).points];
    for (const name of ['hub', 'armOuter', 'linkMount', 'barEye'] as const)
      for (const k of [0, 1, 2] as const) expect(Math.abs(said[name]![k] - exact[name]![k])).toBeLessThan(1.5);
  }
  // Beyond its reach it stands still.
  expect(cornerPoints(last.corner!, 500, 0)).toEqual(cornerPoints(last.corner!, 63.9999999, 0));
});

test('bad input names its field and bound', () => {
  expect(() => run(trial({ playMm: 7 }))).toThrow('The play must be between 0 and 6 mm (given: 7).');
  expect(() => run(trial({ bumpMm: 100 }))).toThrow('height of the bump');
  expect(() => run(trial({ speedKmh: 0 }))).toThrow('speed');
  expect(() => run(trial({ axle: { ...AXLE, bar: null } }))).toThrow('bar on links');
  const { upperOuter: _out, ...points } = DOUBLE_ARM_TYPE.axles.front.points;
  expect(() => run(trial({ axle: { ...DOUBLE_ARM_TYPE.axles.front, points } }))).toThrow('hard point upperOuter');
});
