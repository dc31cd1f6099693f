import { STRUT_TYPE, DOUBLE_ARM_TYPE } from '../test';
import type { JointId } from '../joint';
import type { AxleEnd, AxleSpec } from '../vehicle';
import { planBoth, planFor, plainStep, axleOfStep, splitStep, stepOfAxle, type PlanInput, type PlannedStep } from '.';

const front = STRUT_TYPE.axles.front;
// A rear axle that is put together like the front one, as a double-arm rear is.
const rear: AxleSpec = { ...DOUBLE_ARM_TYPE.axles.front, steered: false };
const input = (end: AxleEnd, equipment: PlanInput['equipment'] = 'lift'): PlanInput => ({
  end,
  axle: end === 'front' ? front : rear,
  joints: ['left', 'right'].map((side) => `${end}.${side}.link-lower` as JointId),
  equipment,
  corroded: true,
  jackingPoints: 'sills',
});
const end = (plan: readonly PlannedStep[]) => Math.max(...plan.map((p) => p.endsAt));
const ids = (plan: readonly PlannedStep[]) => plan.map((p) => p.id as string);

test('a step’s id names its axle where the job is about another one', () => {
  expect([stepOfAxle('rear', 'front', 'raise'), stepOfAxle('front', 'front', 'raise')]).toEqual(['rear:raise', 'raise']);
  expect([plainStep('rear:link-off-left'), axleOfStep('rear:link-off-left'), axleOfStep('link-off-left')]).toEqual([
    'link-off-left',
    'rear',
    undefined,
  ]);
  expect(splitStep('rear:fit-link-left')).toEqual({ what: 'fit-link', side: 'left' });
  expect(splitStep('middle:fit-link-left')).toBeUndefined();
});

test('one axle is planned as ever, whichever it is; of another one than the job’s each step says so', () => {
  expect(planBoth([input('front')], 'front')).toEqual(planFor(input('front')));
  const other = planBoth([input('rear')], 'front');
  expect(ids(other).map(plainStep)).toEqual(ids(planFor(input('rear'))));
  expect(other.filter((p) => axleOfStep(p.id) === undefined).map((p) => p.id)).toEqual(['chock', 'raise', 'lower']);
  expect(other.find((p) => p.id === 'rear:link-off-left')!.title).toMatch(/^Rear axle: undo/);
  expect(planBoth([], 'front')).toEqual([]);
});

describe('both axles', () => {
  const plan = planBoth([input('front'), input('rear')], 'front');
  test('every step of both is there, each once; what each needs comes before it', () => {
    const alone = [...planFor(input('front')), ...planFor(input('rear'))];
    expect(plan.length).toBe(alone.length - 3);
    expect(new Set(ids(plan)).size).toBe(plan.length);
    for (const p of plan)
      for (const n of p.needs) {
        const before = plan.find((x) => x.id === n)!;
        expect(p.startsAt).toBeGreaterThanOrEqual(before.endsAt + before.soakMinutes - 1e-9);
      }
  });
  test('on a lift it goes up and comes down once, with the wheels of both on', () => {
    for (const once of ['chock', 'raise', 'lower']) expect(ids(plan).filter((id) => plainStep(id) === once)).toEqual([once]);
    expect(plan.find((p) => p.id === 'raise')!.title).toBe('Raise it, the wheels of both axles hanging');
    expect(plan.find((p) => p.id === 'lower')!.needs).toEqual(expect.arrayContaining(['wheels-on', 'rear:wheels-on']));
    const nuts = plan.filter((p) => p.fastener?.endsWith('wheel-nut'));
    expect(nuts.map((p) => p.axle).sort()).toEqual(['front', 'front', 'rear', 'rear']);
    expect(ids(plan).indexOf('lower')).toBeLessThan(Math.min(...nuts.map((p) => plan.indexOf(p))));
  });
  test('the waits of one are worked through at the other: it takes less than both by themselves', () => {
    expect(end(plan)).toBeLessThan(end(planFor(input('front'))) + end(planFor(input('rear'))));
  });
  test('on stands one axle stands on its wheels before the other goes up', () => {
    const stands = planBoth([input('front', 'jack and stands'), input('rear', 'jack and stands')], 'front');
    expect(ids(stands).filter((id) => plainStep(id) === 'raise')).toEqual(['raise', 'rear:raise']);
    const first = stands.filter((p) => p.axle === 'front');
    const second = stands.filter((p) => p.axle === 'rear');
    expect(Math.max(...first.map((p) => p.endsAt))).toBeLessThanOrEqual(Math.min(...second.map((p) => p.startsAt)));
    expect(stands.find((p) => p.id === 'rear:chock')!.title).toBe('Rear axle: chock the front wheels, park, brake on');
  });
});
