import { cornerAt } from '../mechanics';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import {
  cornerPoints,
  driven,
  halfCarOf,
  hardestOf,
  louderDb,
  meetings,
  knocksOf,
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
  const less = { ...car, lashM: 0.0004 };
  expect(last.half).toEqual(knocksOf(meetings(less, driven(less, roadOf(t), 5, WATCHED_S)).strikes));
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
  const most = hardestOf(last.knocks!)!;
  expect(found).toMatch(/^It knocks \d+ times, the hardest with \d+ mJ, a push of \d\.\d kN\.$/);
  expect(found).toContain(`${(most.energyJ * 1000).toFixed(0)} mJ`);
  expect(half).toMatch(/^With half the play the bar’s end meets its seat \d\.\d ms sooner and \d+ dB softer, with \d+ mJ\.$/);
  const both = trial({ wheels: 'both wheels' });
  expect(run(both).last.strikes).toEqual([]);
  expect(sayTrial(both, run(both).last)[0]).toContain('Both wheels rise alike');
  const none = trial({ playMm: 0 });
  expect(sayTrial(none, run(none).last)).toEqual(['No play: the bar is loaded at once, nothing parts, nothing knocks.']);
  const small = trial({ playMm: 6, bumpMm: 5, bumpLongM: 2, speedKmh: 5 });
  expect(sayTrial(small, run(small).last)[0]).toContain('it stays quiet over this bump');
});

test('the play tells how hard: a little is nearly silent, more is later and louder, and the stud stays between its seats', () => {
  const at = (playMm: number) => {
    const { last } = run(trial({ playMm }));
    // Where it stands is never farther than its seats, but for what they give way.
    expect(Math.max(...last.between!.map(Math.abs))).toBeLessThan(playMm / 2000 + 3e-4);
    return hardestOf(last.knocks!)!;
  };
  const blows = [0.1, 0.2, 0.4, 0.8, 1.5, 3].map(at);
  for (let i = 1; i < blows.length; i++) {
    expect(blows[i]!.atS).toBeGreaterThan(blows[i - 1]!.atS);
    expect(louderDb(blows[i]!, blows[i - 1]!)).toBeGreaterThan(2);
    expect(blows[i]!.peakN).toBeGreaterThan(blows[i - 1]!.peakN);
  }
  // The wheel against the body had 18.9 J at 0.1 mm and 17.1 J at 3: the reverse of it.
  expect(blows[0]!.energyJ).toBeLessThan(0.01);
  expect(blows[5]!.energyJ / blows[0]!.energyJ).toBeGreaterThan(40);
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
