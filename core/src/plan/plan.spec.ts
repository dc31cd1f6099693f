import { STRUT_TYPE, DOUBLE_ARM_TYPE } from '../test';
import { fastenersAt, jointId, type JointId, type JointKind, type Opens, barEnd } from '../joint';
import { SIDES, type AxleSpec } from '../vehicle';
import {
  facingsFor,
  happensAt,
  ladderAt,
  offFirst,
  piecesFor,
  planFor,
  schedule,
  stepsFor,
  LADDERS,
  readyTools,
  TROUBLES,
  type Arranged,
  type PlanInput,
  type PlannedStep,
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

test('what came off for access goes back when what it came off for is in and tight, on either side', () => {
  const axle = STRUT_TYPE.axles.front;
  for (const joint of ['front.left.tie-rod-outer', 'front.right.frame-bushing'] as const) {
    const also = fastenersAt(axle, joint);
    expect(also.length).toBeGreaterThan(0);
    const plan = ids(input({ joints: ['front.left.link-lower'], also }));
    const at = (id: string) => plan.indexOf(id as StepId);
    for (const f of also) {
      expect(at(`tighten-${f.id}`)).toBeGreaterThan(at('fit-link-left'));
      expect(at(`tighten-${f.id}`)).toBeGreaterThan(at('tighten-front.left.link-lower-nut'));
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

test('what may go wrong stands at its step, the likeliest first; every rung says what it ruins, and sparks are watched', () => {
  const troubles = (axle: AxleSpec) => planFor(input({ axle })).find((s) => s.id === 'link-off-left')!.troubles![0];
  expect(troubles(STRUT_TYPE.axles.front)).toBe('stud spins');
  expect(troubles(DOUBLE_ARM_TYPE.axles.front)).toBe('bolt seized');
  for (const t of TROUBLES)
    for (const r of LADDERS[t].rungs) {
      expect(r.ruins.length).toBeGreaterThan(0);
      expect(r.minutes).toBeGreaterThan(0);
      if (/disc|weld/.test(r.title + r.tools.join())) expect([r.fire, /fire/i.test(r.caution ?? '')]).toEqual([true, true]);
    }
  // What is ready before a rusty stud is begun: the first rungs of the likeliest two, and what the last of the likeliest need.
  expect(readyTools(['stud spins', 'hex rounds'])).toEqual({
    first: ['thin spanner', 'locking pliers', 'six-point sockets', 'hammer'],
    last: ['nut splitter', 'saw blade', 'cutting disc', 'extinguisher', 'wet cloth', 'eye and ear guard'],
  });
});

test('after sparks somebody watches for half an hour, and that is not cut short', () => {
  const plan = planFor(input({ burnt: ['link-off-left'] }));
  const watch = plan.find((s) => s.id === 'fire-watch')!;
  expect(watch).toMatchObject({ soakMinutes: 30, fixed: true, needs: ['link-off-left'] });
  const over = plan.find((s) => s.id === 'fire-over')!;
  expect(over.startsAt).toBeGreaterThanOrEqual(watch.endsAt + 30);
});

const on = (axle: AxleSpec, ...kinds: JointKind[]) =>
  planFor(input({ axle, joints: kinds.flatMap((k) => SIDES.map((s) => jointId('front', s, k))) }));
const order = (plan: readonly PlannedStep[], ...steps: StepId[]) => {
  const at = steps.map((id) => plan.findIndex((p) => p.id === id));
  expect([steps, at.every((x) => x >= 0)]).toEqual([steps, true]);
  expect([steps, [...at].sort((a, b) => a - b)]).toEqual([steps, at]);
};

test('a bar comes out by two, and is loose on both sides before anything of it is tightened', () => {
  const plan = on(STRUT_TYPE.axles.front, 'bar');
  order(plan, 'bar-links', 'bar-brackets', 'bar-out', 'bar-hand', 'bar-beside', 'bar-in', 'bar-clear', 'wheels-on', 'lower');
  expect(plan.filter((p) => p.hands === 2).map((p) => p.id)).toEqual(['bar-out', 'bar-in']);
  expect(plan.find((p) => p.id === 'bar-in')!.facings).toEqual(['link studs', 'bushing split', 'bar way up']);
  const tight = plan.filter((p) => p.phase === 'tighten' && p.fastener && !p.fastener.includes('shield'));
  // Of each link only the end at the bar was let go.
  const strut = STRUT_TYPE.axles.front;
  expect(tight.filter((p) => p.fastener!.includes('link')).map((p) => p.fastener)).toEqual(
    ['left', 'right'].map((side) => `front.${side}.link-${barEnd(strut)}-nut`),
  );
  expect(tight.filter((p) => p.fastener!.includes('bracket'))).toHaveLength(2);
  for (const p of tight) expect(plan.indexOf(p)).toBeGreaterThan(plan.findIndex((x) => x.id === 'bar-in'));
});

test('with links and bushings it is their steps that let the bar go, and nothing goes on before it is in', () => {
  const plan = on(STRUT_TYPE.axles.front, 'bar', 'link-lower', 'frame-bushing');
  expect(plan.map((p) => p.id)).not.toEqual(expect.arrayContaining(['bar-links']));
  expect(plan.map((p) => p.id)).not.toEqual(expect.arrayContaining(['bar-brackets']));
  for (const s of SIDES)
    order(plan, `link-off-${s}`, `bushing-off-${s}`, 'bar-out', 'bar-in', `fit-bushing-${s}`, `fit-link-${s}`);
  expect(() => planFor(input({ joints: ['front.left.bar'] }))).not.toThrow();
});

test('an arm comes off behind its link; its ball joint’s nut is undone with it, and its rubber is tightened at ride height', () => {
  const plan = on(STRUT_TYPE.axles.front, 'arm-bushings', 'link-lower');
  for (const s of SIDES) {
    order(
      plan,
      `link-off-${s}`,
      `off-front.${s}.arm-bushings`,
      `on-front.${s}.arm-bushings`,
      `tighten-front.${s}.ball-joint-nut`,
    );
    order(plan, `on-front.${s}.arm-bushings`, 'ride-height', `tighten-front.${s}.arm-bolt`);
  }
  expect(plan.find((p) => p.id === 'off-front.left.arm-bushings')!.troubles).toContain('taper stuck');
});

test('a ball joint and a tie rod end are let go at their tapers; what a spring presses on is left to the maker’s procedure', () => {
  order(
    on(STRUT_TYPE.axles.front, 'ball-joint'),
    'off-front.left.ball-joint',
    'hand-front.left.ball-joint',
    'beside-front.left.ball-joint',
    'on-front.left.ball-joint',
  );
  expect(on(STRUT_TYPE.axles.front, 'tie-rod-outer').find((p) => p.id === 'off-front.left.tie-rod-outer')!.detail).toMatch(
    /count whole turns/,
  );
  expect(on(DOUBLE_ARM_TYPE.axles.front, 'ball-joint').map((p) => p.id)).toContain('other-front.left.ball-joint');
  expect(on(DOUBLE_ARM_TYPE.axles.front, 'damper').map((p) => p.id)).toContain('off-front.left.damper');
  expect(on(STRUT_TYPE.axles.front, 'damper').map((p) => p.id)).toContain('other-front.left.damper');
});

test('pieces: lock nuts renewed, brackets kept; every handed piece is drawn', () => {
  const pieces = piecesFor(STRUT_TYPE.axles.front, [...links, 'front.left.frame-bushing']);
  expect(pieces.find((p) => p.id === 'front.left.link.nuts')!.usual).toBe('renewed');
  expect(pieces.find((p) => p.id === 'front.left.bracket')!.usual).toBe('kept');
  expect(new Set(pieces.map((p) => p.id)).size).toBe(pieces.length);
  expect(facingsFor(STRUT_TYPE.axles.front, ['front.left.frame-bushing', ...links]).map((o) => o.orientation)).toEqual([
    'bushing split',
    'link studs',
    'link studs',
  ]);
});

test('a new link goes on after the arm it bolts to, whichever was chosen first', () => {
  for (const joints of [
    ['front.left.link-lower', 'front.left.arm-bushings'],
    ['front.left.arm-bushings', 'front.left.link-lower'],
  ] as JointId[][]) {
    for (const base of [DOUBLE_ARM_TYPE.axles.front, STRUT_TYPE.axles.front]) {
      const axle: AxleSpec = { ...base, link: { ...base.link!, onto: 'arm' } };
      const plan = planFor(input({ axle, joints }));
      const at = (id: string) => plan.findIndex((s) => s.id === id);
      const arm = plan.find((s) => /^(on|other)-front\.left\.arm-bushings$/.test(s.id))!;
      expect(at('fit-link-left')).toBeGreaterThan(at(arm.id));
      expect(plan[at('fit-link-left')]!.needs).toContain(arm.id);
    }
  }
});

test('with a bolt-through link on the bar nothing asks about a stud that is not there', () => {
  const axle: AxleSpec = { ...STRUT_TYPE.axles.front, link: { ...STRUT_TYPE.axles.front.link!, kind: 'bolt-through' } };
  const plan = planFor(input({ axle, joints: ['front.left.bar', 'front.right.bar'] }));
  const troubles = plan.find((s) => s.id === 'bar-links')!.troubles!;
  expect(troubles).not.toContain('stud spins');
  expect(troubles).toContain('bolt seized');
});

test('a bar is one piece, and what is moved over to the new one is asked about, at both sides', () => {
  const axle = STRUT_TYPE.axles.front;
  const both: JointId[] = ['front.left.bar', 'front.right.bar'];
  const of = (joints: JointId[], refit: JointId[] = []) => piecesFor(axle, joints, refit);
  for (const joints of [both, both.slice(0, 1)]) {
    expect(of(joints).filter((p) => p.name === 'Old sway bar')).toHaveLength(1);
    const moved = of(joints).filter((p) => p.group === 'front.bushing');
    expect(moved.map((p) => [p.name, p.usual])).toEqual([
      ['Frame bushing, left', 'moved over'],
      ['Frame bushing, right', 'moved over'],
    ]);
    expect(of(joints).map((p) => p.group)).toEqual(
      expect.arrayContaining(['front.bracket', 'front.bracket.bolts', 'front.link.nuts']),
    );
  }
  // Renewed with it they are old parts and no others; put back, nothing is moved over.
  const renewed = of([...both, 'front.left.frame-bushing', 'front.right.frame-bushing']);
  expect(renewed.filter((p) => p.group === 'front.bushing').map((p) => p.usual)).toEqual(['binned', 'binned']);
  expect(of(both, both).every((p) => p.usual !== 'binned' && p.usual !== 'moved over')).toBe(true);
  expect(new Set(renewed.map((p) => p.id)).size).toBe(renewed.length);
});

test('what is refused', () => {
  expect(() => stepsFor(input({ joints: [] }))).toThrow(/chosen joints must name at least one of the front axle/);
  const step = (id: StepId, needs: StepId[]): Step => ({
    axle: 'front',
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
  const bare = { axle: 'front', phase: 'undo', task: 'soak', title: 'x', tools: [], soakMinutes: 0 } as const;
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

test('what is tried is by what is there: a stud’s own hex is no nut, a bolt is never called a stud, a bar is levered where it is met', () => {
  const at = (axle: AxleSpec, id: StepId) => planFor(input({ axle })).find((s) => s.id === id)!;
  const strut = STRUT_TYPE.axles.front;
  const stud = at(strut, 'link-off-left');
  expect(stud.troubles).toEqual(['stud spins', 'stud rounds', 'hex rounds', 'cannot reach']);
  expect(ladderAt('stud rounds', stud.there).map((r) => r.id)).toEqual(
    expect.arrayContaining(['pliers', 'off-ball', 'split', 'disc']),
  );
  // Flats do not round like a hex does, and there is nothing in a stud that cannot be held.
  const held = (hold: 'flats' | 'none') => ({ ...strut.link!.upper, hold });
  for (const hold of ['flats', 'none'] as const) {
    const link = { ...strut.link!, upper: held(hold), lower: held(hold) };
    expect(at({ ...strut, link }, 'link-off-left').troubles).not.toContain('stud rounds');
  }
  const bolt = at(DOUBLE_ARM_TYPE.axles.front, 'link-off-left');
  for (const t of TROUBLES.filter((x) => happensAt(x, bolt.there)))
    for (const r of ladderAt(t, bolt.there))
      expect([r.id, r.title + r.ruins]).toEqual([r.id, expect.not.stringMatching(/stud|\{/)]);
  expect(TROUBLES.filter((t) => !happensAt(t, bolt.there))).toEqual(
    expect.arrayContaining(['stud spins', 'stud rounds', 'taper stuck']),
  );
  const on = at(strut, 'fit-link-left');
  expect(ladderAt('thread short', on.there).map((r) => r.id)).toContain('lever');
  // A ball joint’s stud is pushed home; there is no bar to lever at it.
  const joint = planFor(input({ joints: ['front.left.ball-joint'] })).find((s) => s.id === 'on-front.left.ball-joint')!;
  expect(ladderAt('stud spins', joint.there).map((r) => r.id)).not.toContain('off-ball');
});

test('what hides nothing stays on; wheels and shield are planned by what stands behind them, or as somebody says', () => {
  const shielded = { ...STRUT_TYPE.axles.front, shieldFasteners: 6 };
  const off = (joints: readonly JointId[], arranged?: Arranged) =>
    ids(input({ axle: shielded, joints, arranged, equipment: 'jack and stands' })).filter((id) =>
      /^(crack|wheels|shield)/.test(id),
    );
  const links = ['front.left.link-lower', 'front.right.link-lower'] as const;
  const bushings = ['front.left.frame-bushing', 'front.right.frame-bushing'] as const;
  expect(off(links)).toEqual(['crack', 'wheels-off', 'wheels-on']);
  expect(off(bushings)).toEqual(['shield-off', 'shield-on']);
  expect(off([...links, ...bushings])).toEqual(['crack', 'wheels-off', 'shield-off', 'shield-on', 'wheels-on']);
  expect(off(links, new Map([['wheels off', false]]))).toEqual([]);
  expect(off(links, new Map([['shield off', true]]))).toEqual(['crack', 'wheels-off', 'shield-off', 'shield-on', 'wheels-on']);
  // Nothing of what stayed on is tightened, and everything goes down all the same.
  const on = planFor(input({ axle: shielded, joints: links, arranged: new Map([['wheels off', false]]) }));
  expect(on.some((s) => s.fastener?.includes('wheel-nut'))).toBe(false);
  expect(on.at(-1)!.id).toBe('lower');
  expect(offFirst(shielded, links, new Map()).map((x) => [x.what, x.off, x.for.length])).toEqual([
    ['wheels', true, 2],
    ['shield', false, 0],
  ]);
});

test('one end of a link comes off to get at something: only that end is undone, and it waits for what it was opened for', () => {
  const bushing = 'front.left.frame-bushing';
  const link = 'front.left.link-lower';
  const opens: Opens = (joint) => (joint === link ? ['lower'] : undefined);
  const given = input({ joints: [link, bushing], refit: [link], opens });
  const plan = planFor(given);
  const step = (id: StepId) => plan.find((s) => s.id === id)!;
  expect(step('link-off-left').title).toBe('Undo the lower nut of the left link; its other end stays');
  expect(plan.some((s) => s.id === 'confirm-link-left' || s.id === 'compare-link-left')).toBe(false);
  expect(plan.filter((s) => s.fastener?.includes('link-')).map((s) => s.fastener)).toEqual(['front.left.link-lower-nut']);
  order(plan, 'link-off-left', 'bushing-off-left', 'fit-bushing-left', 'fit-link-left');
  // Its own minutes, less than a whole link’s; and nothing of it is called renewed, worn or binned but its nut.
  expect(step('link-off-left').minutes).toBeLessThan(planFor(input({})).find((s) => s.id === 'link-off-left')!.minutes);
  const pieces = piecesFor(given.axle, given.joints, given.refit, opens).filter((p) => p.joint === link);
  expect(pieces.map((p) => [p.name, p.usual])).toEqual([['Lock nuts, left', 'renewed']]);
  // Whole, it still waits.
  order(planFor(input({ joints: [link, bushing], refit: [link] })), 'fit-bushing-left', 'fit-link-left');
  // A new link waits for the arm that carries it, opened or new, and the arm for nothing.
  const arm = 'front.left.arm-bushings';
  const onArm = { ...DOUBLE_ARM_TYPE.axles.front, springSeat: 'strut' as const };
  order(planFor(input({ axle: onArm, joints: [link, arm], refit: [arm] })), 'on-front.left.arm-bushings', 'fit-link-left');
});

test('brackets first: the bar comes down before the links are undone', () => {
  const joints = ['front.left.link-lower', 'front.left.frame-bushing'] as const;
  order(planFor(input({ joints })), 'link-off-left', 'bushing-off-left');
  const first = planFor(input({ joints, arranged: new Map([['brackets first', true]]) }));
  order(first, 'unload', 'bushing-off-left', 'link-off-left');
  // Without a bracket in the plan there is nothing to let go first.
  expect(ids(input({ joints: ['front.left.link-lower'], arranged: new Map([['brackets first', true]]) }))).toEqual(
    ids(input({ joints: ['front.left.link-lower'] })),
  );
});
