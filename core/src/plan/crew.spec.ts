import { STRUT_TYPE } from '../test';
import { jointId, type JointKind } from '../joint';
import { SIDES } from '../vehicle';
import { atNow, forecast, lanesFor, schedule, stepsFor, type Step, type StepId } from '.';

const steps = (kinds: readonly JointKind[] = ['link-lower'], wrenches = 1): Step[] =>
  stepsFor({
    end: 'front',
    axle: STRUT_TYPE.axles.front,
    joints: kinds.flatMap((k) => SIDES.map((s) => jointId('front', s, k))),
    equipment: 'lift',
    corroded: true,
    jackingPoints: 'sills',
    wrenches,
  });
const free = { from: () => 0, atIt: [] };

test('one pair of hands has one lane, and is as long as the plan', () => {
  const all = steps();
  const one = forecast(all, { people: 1, ...free });
  expect(one.minutes).toBe(Math.max(...schedule(all).map((p) => p.endsAt)));
});

test.each([
  [['link-lower'], 1],
  [['link-lower'], 2],
  [['link-lower', 'frame-bushing'], 1],
  [['bar'], 1],
  [['bar', 'link-lower', 'frame-bushing'], 2],
] as [JointKind[], number][])(
  'two people, %j with %i wrenches: nothing twice, nothing too early, no tool in two hands',
  (kinds, wrenches) => {
    const all = steps(kinds, wrenches);
    const lanes = lanesFor(all, 2);
    const f = forecast(all, { people: 2, lanes, ...free });
    expect(f.steps.map((x) => x.step.id).sort()).toEqual(all.map((x) => x.id).sort());
    const at = new Map(f.steps.map((x) => [x.step.id, x]));
    for (const x of f.steps) {
      for (const n of x.step.needs)
        expect(at.get(n)!.endsAt + at.get(n)!.step.soakMinutes).toBeLessThanOrEqual(x.startsAt + 1e-9);
      expect(x.who).toHaveLength(x.step.hands ?? 1);
      for (const y of f.steps) {
        if (x === y || y.startsAt >= x.endsAt - 1e-9 || x.startsAt >= y.endsAt - 1e-9) continue;
        // At once: other hands, and no tool there is one of.
        expect(x.who.filter((p) => y.who.includes(p))).toEqual([]);
        expect((x.step.sole ?? []).filter((t) => y.step.sole?.includes(t))).toEqual([]);
      }
    }
    // As told, or better; and never better than can be.
    expect(f.minutes).toBeGreaterThanOrEqual(lanes.bound - 1e-9);
    expect(f.minutes).toBeLessThanOrEqual(lanes.minutes * 1.1);
    const alone = forecast(all, { people: 1, ...free }).minutes;
    expect(f.minutes).toBeLessThan(alone);
  },
);

test('two wrenches for two people: the order that is found at once is proven the fastest', () => {
  for (const kinds of [['link-lower'], ['link-lower', 'frame-bushing']] as JointKind[][]) {
    const { minutes, bound } = lanesFor(steps(kinds, 2), 2);
    expect(minutes).toBe(bound);
  }
});

test('a side stays in the hands that have it', () => {
  const all = steps();
  const { of } = lanesFor(all, 2);
  for (const side of SIDES) {
    const who = (['link-off', 'confirm-link', 'compare-link', 'fit-link'] as const).map((w) => of.get(`${w}-${side}`)!.join());
    expect(new Set(who).size).toBe(1);
  }
});

const bare = (id: StepId, needs: StepId[], more: Partial<Step> = {}): Step => ({
  axle: 'front',
  id,
  phase: 'undo',
  task: 'chock',
  title: id,
  tools: [],
  minutes: 5,
  soakMinutes: 0,
  needs,
  ...more,
});

test('who has nothing of their own takes somebody else’s; a step for two waits for both', () => {
  const [a, b, both] = [bare('soak-left', []), bare('soak-right', []), bare('bar-out', [], { hands: 2 })];
  const lanes = {
    of: new Map<StepId, number[]>([
      ['soak-left', [0]],
      ['soak-right', [0]],
      ['bar-out', [0, 1]],
    ]),
  };
  expect([...atNow([a, b], () => true, lanes, 2)].map(([p, s]) => [p, s.id])).toEqual([
    [0, 'soak-left'],
    [1, 'soak-right'],
  ]);
  expect(atNow([both], () => true, lanes, 2).size).toBe(2);
  expect(atNow([a, both], () => true, lanes, 2).get(1)).toBeUndefined();
  // Alone it is done alone: the bay has nobody else.
  expect(atNow([both], () => true, undefined, 1).get(0)!.id).toBe('bar-out');
});

test('what is under way counts for what it has taken, and a part that is awaited holds what it is for', () => {
  const [a, b] = [bare('soak-left', []), bare('soak-right', ['soak-left'])];
  expect(forecast([a, b], { people: 1, from: () => 0, atIt: [3] }).minutes).toBe(7);
  expect(forecast([a, b], { people: 1, from: (s) => (s === b ? 60 : 0), atIt: [0] }).minutes).toBe(65);
  // Longer at it than it takes: it is nearly over, never negative.
  expect(forecast([a], { people: 1, from: () => 0, atIt: [12] }).minutes).toBe(0.5);
  // Nothing written for the best part of an hour: they were away, and begin it now.
  expect(forecast([a], { people: 1, from: () => 0, atIt: [50] }).steps[0]).toMatchObject({ startsAt: 0, endsAt: 5 });
});
