import { STRUT_TYPE, DOUBLE_ARM_TYPE } from '../test';
import type { JointId } from '../joint';
import {
  BOLT_SEIZED,
  orientationsFor,
  piecesFor,
  planFor,
  schedule,
  stepsFor,
  STUD_SPINS,
  type PlanInput,
  type Step,
  type StepId,
} from '.';

const links: JointId[] = ['front.left.link-lower', 'front.right.link-lower'];
const input = (over: Partial<PlanInput> = {}): PlanInput => ({
  end: 'front',
  axle: STRUT_TYPE.axles.front,
  joints: links,
  equipment: 'lift',
  corroded: true,
  jackingPoints: 'sills',
  ...over,
});
const ids = (i: PlanInput) => planFor(i).map((s) => s.id);

test('no step comes before what it needs, whatever is renewed', () => {
  for (const joints of [
    links,
    ['front.left.frame-bushing'],
    [...links, 'front.left.frame-bushing', 'front.right.frame-bushing'],
    ['front.left.ball-joint'],
  ] as JointId[][]) {
    for (const equipment of ['lift', 'jack and stands'] as const) {
      const plan = planFor(input({ joints, equipment }));
      const at = new Map(plan.map((s, i) => [s.id, i]));
      for (const s of plan) for (const n of s.needs) expect(at.get(n)!).toBeLessThan(at.get(s.id)!);
    }
  }
});

test('chock first, wheel nuts last and on the ground', () => {
  const plan = ids(input());
  expect(plan[0]).toBe('chock');
  expect(plan.slice(-3)).toEqual(['lower', 'tighten-front.left.wheel-nut', 'tighten-front.right.wheel-nut']);
  expect(planFor(input())[0]!.title).toMatch(/^Chock the rear wheels/);
});

test('both sides soak before either is undone, and the wait is used', () => {
  const plan = planFor(input());
  const at = (id: string) => plan.find((s) => s.id === id)!;
  expect(at('soak-right').startsAt).toBeLessThan(at('link-off-left').startsAt);
  expect(at('link-off-left').startsAt).toBeGreaterThanOrEqual(at('soak-left').endsAt + 15);
  const oneByOne = planFor(input()).reduce((t, s) => t + s.minutes + s.soakMinutes, 0);
  expect(plan.at(-1)!.endsAt).toBeLessThan(oneByOne);
});

test('the load-off step stays with both sides up, before any link nut', () => {
  const plan = ids(input());
  expect(plan.indexOf('unload')).toBeLessThan(plan.indexOf('link-off-left'));
});

test('a ball stud needs no ride height, a gripped bushing does', () => {
  expect(ids(input())).not.toContain('ride-height');
  const plan = ids(input({ joints: ['front.left.frame-bushing'] }));
  expect(plan.indexOf('ride-height')).toBeLessThan(plan.indexOf('tighten-front.left.bracket-bolt'));
  expect(plan.indexOf('height')).toBeLessThan(plan.indexOf('raise'));
});

test('on a jack the wheel nuts are cracked on the ground and the stand is warned of', () => {
  const plan = planFor(input({ equipment: 'jack and stands' }));
  expect(plan.findIndex((s) => s.id === 'crack')).toBeLessThan(plan.findIndex((s) => s.id === 'raise'));
  expect(plan.find((s) => s.id === 'raise')!.caution).toMatch(/Never under a vehicle held by a jack alone/);
});

test('a stud has the spins ladder, a seized bolt its own; rungs say what they ruin', () => {
  expect(planFor(input()).find((s) => s.id === 'link-off-left')!.ladder).toBe('stud spins');
  expect(planFor(input({ axle: DOUBLE_ARM_TYPE.axles.front })).find((s) => s.id === 'link-off-left')!.ladder).toBe('bolt seized');
  for (const r of [...STUD_SPINS, ...BOLT_SEIZED]) expect(r.ruins.length).toBeGreaterThan(0);
  expect(STUD_SPINS.find((r) => r.id === 'disc')!.caution).toMatch(/fire/);
});

test('pieces: lock nuts renewed, brackets kept; every handed piece is drawn', () => {
  const pieces = piecesFor(STRUT_TYPE.axles.front, [...links, 'front.left.frame-bushing']);
  expect(pieces.find((p) => p.id === 'front.left.link.nuts')!.usual).toBe('renewed');
  expect(pieces.find((p) => p.id === 'front.left.bracket')!.usual).toBe('kept');
  expect(new Set(pieces.map((p) => p.id)).size).toBe(pieces.length);
  expect(orientationsFor(STRUT_TYPE.axles.front, ['front.left.frame-bushing', ...links]).map((o) => o.orientation)).toEqual([
    'bushing split',
    'link studs',
    'link studs',
  ]);
});

test('what is refused', () => {
  expect(() => stepsFor(input({ joints: [] }))).toThrow(/chosen joints must name at least one of the front axle/);
  const step = (id: StepId, needs: StepId[]): Step => ({
    id,
    phase: 'fit',
    task: 'chock',
    title: id,
    tools: [],
    minutes: 1,
    soakMinutes: 0,
    needs,
  });
  expect(() => schedule([step('raise', ['chock']), step('chock', ['raise'])])).toThrow(/wait for each other/);
  expect(() => schedule([step('raise', ['lower'])])).toThrow(/not in the plan/);
});

test('where the listed order waits and another does not, the other is taken', () => {
  const bare = { phase: 'undo', task: 'soak', title: 'x', tools: [], soakMinutes: 0 } as const;
  const steps: Step[] = [
    { ...bare, id: 'link-off-right', minutes: 9, needs: [] },
    { ...bare, id: 'soak-left', minutes: 2, soakMinutes: 15, needs: [] },
    { ...bare, id: 'link-off-left', minutes: 6, needs: ['soak-left'] },
  ];
  const plan = schedule(steps);
  expect(plan.map((p) => [p.id, p.startsAt])).toEqual([
    ['soak-left', 0],
    ['link-off-right', 2],
    ['link-off-left', 17],
  ]);
});
