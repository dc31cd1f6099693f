import { jointsOf, type JointId } from '../joint';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import {
  beyondChance,
  conflicts,
  buildCase,
  faultsOf,
  rankSuspects,
  sayFault,
  SHIPPED,
  splitFault,
  type Case,
  type JointEvidence,
} from '.';

/** What practitioners hold to be right (common practice, no source), on the small test type. */
const base: Case = {
  type: STRUT_TYPE,
  distanceKm: 120_000,
  kerbSide: 'left',
  character: [],
  where: [],
  when: [],
  handling: [],
  history: [],
  joints: [],
};
const rank = (c: Partial<Case>) => rankSuspects({ ...base, ...c });
const top = (c: Partial<Case>, n = 4) =>
  rank(c)
    .slice(0, n)
    .map((s) => s.fault as string);
const p = (c: Partial<Case>, fault: string) => rank(c).find((s) => s.fault === fault)!.p;
const joint = (j: string, e: Omit<JointEvidence, 'joint'>): JointEvidence => ({ joint: j as JointId, ...e });
const cobbles: Partial<Case> = {
  character: ['dull clunk'],
  where: ['front'],
  when: ['patched surface, slowly', 'quieter when both rise'],
};
/** Every joint of the front tight by a valid check, but for these. */
const tightBut = (odd: Record<string, Omit<JointEvidence, 'joint'>>): JointEvidence[] =>
  jointsOf('front', STRUT_TYPE.axles.front).map((j) => joint(j, { hand: 'tight', ...odd[j] }));

test('dull knock, front floor, broken surface, quieter when both rise: links and frame bushings lead; potholes do not lower them', () => {
  for (const f of top(cobbles, 6)) expect(f).toMatch(/^front\.(left|right)\.(link|frame)/);
  const bumpy = { ...cobbles, when: [...cobbles.when!, 'pothole' as const] };
  for (const f of top(bumpy, 6)) expect(f).toMatch(/^front\.(left|right)\.(link|frame)/);
  const system = (c: Partial<Case>) =>
    rank(c)
      .filter((s) => /^front\..*\.(link|frame)/.test(s.fault))
      .reduce((sum, s) => sum + s.p, 0);
  expect(system(bumpy)).toBeGreaterThanOrEqual(system(cobbles) * 0.97);
});

test('a squeak with no play anywhere leaves no worn joint worth a verdict', () => {
  const s = rank({ character: ['squeak'], where: ['front'], joints: tightBut({}) });
  expect(s[0]!.p).toBeLessThan(0.5);
});

test('the kerb side is a little likelier when nothing else tells, on whichever side the kerb is', () => {
  for (const [kerb, other] of [
    ['left', 'right'],
    ['right', 'left'],
  ] as const) {
    const a = p({ ...cobbles, kerbSide: kerb }, `front.${kerb}.link-lower`);
    const b = p({ ...cobbles, kerbSide: kerb }, `front.${other}.link-lower`);
    expect(a).toBeGreaterThan(b);
    expect(a).toBeLessThan(b * 1.4);
  }
});

test('links tight at both ends, gap opens at the frame bushings: bushings certain, links cleared', () => {
  const c: Partial<Case> = {
    ...cobbles,
    joints: (['left', 'right'] as const).flatMap((s) => [
      joint(`front.${s}.link-upper`, { hand: 'tight' }),
      joint(`front.${s}.link-lower`, { hand: 'tight' }),
      joint(`front.${s}.frame-bushing`, { hand: 'moves' }),
    ]),
  };
  for (const s of ['left', 'right']) {
    expect(p(c, `front.${s}.frame-bushing`)).toBeGreaterThan(0.9);
    expect(p(c, `front.${s}.link-lower`)).toBeLessThan(0.05);
    expect(p(c, `front.${s}.link-upper`)).toBeLessThan(0.05);
  }
});

test('a link changed a month ago that moves in the hand is still the link', () => {
  const moves = [joint('front.left.link-lower', { hand: 'moves' })];
  for (const c of [
    { ...cobbles, history: ['links changed lately' as const], joints: moves },
    { ...cobbles, renewed: [{ joint: 'front.left.link-lower' as JointId, atKm: 119_000 }], joints: moves },
  ]) {
    expect(top(c, 1)).toEqual(['front.left.link-lower']);
    expect(p(c, 'front.left.link-lower')).toBeGreaterThan(0.9);
  }
  // Before it is felt, the renewal lowers it and does not bury it.
  const looks = p({ ...cobbles, history: ['links changed lately'] }, 'front.left.link-lower');
  expect(looks).toBeLessThan(p(cobbles, 'front.left.link-lower'));
  expect(looks).toBeGreaterThan(0.5 * p(cobbles, 'front.left.link-lower'));
});

test('metallic rattle and a corner sitting low: broken spring first, and dangerous', () => {
  const s = rank({ character: ['metallic rattle'], where: ['front'], handling: ['sits low at a corner'] })[0]!;
  expect(s.fault).toMatch(/spring$/);
  expect(s.dangerous).toBe(true);
});

test('the wheel rocks at 12 and 6 and nobody knows where: ball joint and bearing lead', () => {
  const c: Partial<Case> = {
    ...cobbles,
    rocks: [{ joints: ['front.left.ball-joint', 'front.left.wheel-bearing'], words: 'it rocks' }],
  };
  expect(new Set(top(c, 2))).toEqual(new Set(['front.left.ball-joint', 'front.left.wheel-bearing']));
  expect(p(c, 'front.left.ball-joint') + p(c, 'front.left.wheel-bearing')).toBeGreaterThan(0.8);
});

test('a torn boot without play is a defect for the list, not the noise', () => {
  const tight = { ...cobbles, joints: [joint('front.left.link-lower', { hand: 'tight', defects: ['boot torn'] })] };
  expect(p(tight, 'front.left.link-lower')).toBeLessThan(0.15);
  // It is less suspected than one nobody has touched.
  expect(p(tight, 'front.left.link-lower')).toBeLessThan(p(cobbles, 'front.left.link-lower'));
  // Not felt yet, a torn boot speaks for it.
  const unfelt = { ...cobbles, joints: [joint('front.left.link-lower', { defects: ['boot torn'] })] };
  expect(p(unfelt, 'front.left.link-lower')).toBeGreaterThan(p(cobbles, 'front.left.link-lower'));
});

test('knocks only when both wheels rise, none on one: the bar system falls behind dampers and mounts', () => {
  const c: Partial<Case> = {
    where: ['front'],
    when: ['both wheels over a hump'],
    drive: [
      { manoeuvre: 'left wheel over a bump', heard: 'quiet' },
      { manoeuvre: 'right wheel over a bump', heard: 'quiet' },
      { manoeuvre: 'both wheels over a hump', heard: 'knocks' },
    ],
  };
  const best = (kinds: RegExp) =>
    Math.max(
      ...rank(c)
        .filter((s) => s.fault.startsWith('front') && kinds.test(s.fault))
        .map((s) => s.p),
    );
  expect(best(/damper|top-mount/)).toBeGreaterThan(2 * best(/link|frame-bushing|bracket|\.bar$/));
});

test('both front links loose and a rock at 3 and 9 with tight outer ends: links and the inner tie rod', () => {
  const c = {
    ...cobbles,
    joints: tightBut({
      'front.left.link-lower': { hand: 'moves' },
      'front.right.link-lower': { hand: 'moves' },
      'front.right.tie-rod-inner': { hand: 'moves' },
    }),
  };
  expect(new Set(top(c, 3))).toEqual(new Set(['front.left.link-lower', 'front.right.link-lower', 'front.right.tie-rod-inner']));
  for (const f of top(c, 3)) expect(p(c, f)).toBeGreaterThan(0.7);
});

test('the noise stays with the links off: the links are out of it', () => {
  const off = { ...cobbles, drive: [{ manoeuvre: 'links off, both sides' as const, heard: 'knocks' as const }] };
  // Most of what the complaint said of it is taken back; that it may be worn besides stays.
  const [silent, before] = [p({}, 'front.left.link-lower'), p(cobbles, 'front.left.link-lower')];
  expect(p(off, 'front.left.link-lower') - silent).toBeLessThan(0.45 * (before - silent));
  expect(top(off, 6).filter((f) => /link|frame-bushing/.test(f)).length).toBeLessThan(6);
  const gone = { ...cobbles, drive: [{ manoeuvre: 'links off, both sides' as const, heard: 'quiet' as const }] };
  expect(p(gone, 'front.left.link-lower')).toBeGreaterThan(p(cobbles, 'front.left.link-lower'));
});

test('a bump under the left wheel only: the left side', () => {
  const c: Partial<Case> = {
    where: ['front'],
    drive: [
      { manoeuvre: 'left wheel over a bump', heard: 'knocks' },
      { manoeuvre: 'right wheel over a bump', heard: 'quiet' },
    ],
  };
  expect(p({ ...c, kerbSide: 'right' }, 'front.left.link-lower')).toBeGreaterThan(
    2 * p({ ...c, kerbSide: 'right' }, 'front.right.link-lower'),
  );
});

test('sisters that had it raise it, sisters that had other things lower it', () => {
  const had = p({ ...cobbles, sisters: { jobs: 20, found: { 'frame-bushing': 24 } } }, 'front.left.frame-bushing');
  const not = p({ ...cobbles, sisters: { jobs: 20, found: {} } }, 'front.left.frame-bushing');
  const now = p(cobbles, 'front.left.frame-bushing');
  expect(had).toBeGreaterThan(now);
  expect(not).toBeLessThan(now);
});

describe('measurements speak through their doubt', () => {
  const m = (meanMm: number, uMm: number) => ({ meanMm, uMm, degrees: 20, limitMm: 0.5 });
  test('the chance of being beyond (JCGM 106:2012): half at the limit, more with a sharper gauge', () => {
    expect(beyondChance(m(0.5, 0.02))).toBeCloseTo(0.5, 12);
    expect(beyondChance(m(0.55, 0.02))).toBeGreaterThan(beyondChance(m(0.55, 0.05)));
    expect(beyondChance(m(5, 0.01))).toBe(0.9999);
  });
  test('a doubtful reading moves the suspect less than a sharp one, both the same way', () => {
    const at = (uMm: number) =>
      p({ ...cobbles, joints: [joint('front.left.frame-bushing', { play: m(0.56, uMm) })] }, 'front.left.frame-bushing');
    const before = p(cobbles, 'front.left.frame-bushing');
    expect(at(0.1)).toBeGreaterThan(before);
    expect(at(0.02)).toBeGreaterThan(at(0.1));
  });
  test('clearance counts like play', () => {
    const c = { ...cobbles, joints: [joint('front.left.frame-bushing', { clearance: m(0.9, 0.05) })] };
    expect(p(c, 'front.left.frame-bushing')).toBeGreaterThan(0.8);
  });
});

describe('faults by layout and kind of link', () => {
  const kinds = (type: typeof STRUT_TYPE) => new Set(faultsOf(type).map((f) => f.kind as string));
  test('what a vehicle cannot have does not appear', () => {
    expect(kinds(STRUT_TYPE)).not.toContain('upper-ball-joint');
    expect(kinds(DOUBLE_ARM_TYPE)).toContain('upper-ball-joint');
    expect(kinds(DOUBLE_ARM_TYPE)).not.toContain('top-mount');
    expect(faultsOf(STRUT_TYPE).some((f) => /^rear\..*(link|bar$)/.test(f.id))).toBe(false);
    const dead = {
      ...STRUT_TYPE,
      axles: { front: { ...STRUT_TYPE.axles.front, powered: false }, rear: { ...STRUT_TYPE.axles.rear, powered: false } },
    };
    expect(kinds(STRUT_TYPE)).toContain('drive shaft');
    expect(kinds(dead)).not.toContain('drive shaft');
  });
  test('a usual vehicle has about sixty, each with a name of its own', () => {
    const bars = {
      ...STRUT_TYPE,
      axles: {
        front: STRUT_TYPE.axles.front,
        rear: { ...STRUT_TYPE.axles.front, suspension: 'trailing-arm' as const, steered: false },
      },
    };
    const f = faultsOf(bars);
    expect(f.length).toBeGreaterThan(50);
    expect(f.length).toBeLessThan(75);
    expect(new Set(f.map((x) => sayFault(x.id, 'sway bar', true))).size).toBe(f.length);
    expect(new Set(f.map((x) => sayFault(x.id, 'anti-roll bar', true))).size).toBe(f.length);
  });
  test('a bolt-through link rattles more than a ball stud', () => {
    const c: Partial<Case> = { character: ['rattle'], where: ['front'] };
    expect(p({ ...c, type: DOUBLE_ARM_TYPE }, 'front.left.link-lower')).toBeGreaterThan(p(c, 'front.left.link-lower'));
  });
  test('ids come apart, the plate’s too', () => {
    expect(splitFault('front.left.bracket-bolts')).toMatchObject({ side: 'left', joint: 'front.left.frame-bushing' });
    expect(splitFault('front.left.arm-bushings')).toMatchObject({ joint: 'front.left.arm-bushings' });
    expect(splitFault('engine mount')).toBeUndefined();
    expect(splitFault('front.left.nonsense')).toBeUndefined();
    expect(sayFault('rear.right.bar', 'anti-roll bar', true)).toBe('rear right anti-roll bar end');
  });
});

describe('contradictory findings are reported, not averaged', () => {
  const found = (c: Partial<Case>) => conflicts({ ...base, ...c }, buildCase({ ...base, ...c }, SHIPPED)).map((x) => x.sentence);
  const beyond = { meanMm: 0.9, uMm: 0.02, degrees: 20, limitMm: 0.3 };
  test('tight by a check that counts, and play far beyond', () => {
    const s = found({ joints: [joint('front.left.link-lower', { hand: 'tight', play: beyond })] });
    expect(s).toHaveLength(1);
    expect(s[0]).toMatch(
      /^These two cannot both be: left link, lower end tight, and left link, lower end: play 0.90 mm against 0.30/,
    );
  });
  test('a spring that looks sound and is broken', () =>
    expect(found({ joints: [joint('front.left.spring', { hand: 'tight', defects: ['broken'] })] })).toHaveLength(1));
  test('knocks over humps, and quieter when both rise', () =>
    expect(found({ when: ['both wheels over a hump', 'quieter when both rise'] })[0]).toMatch(/Ask again/));
  test('rocks somewhere, and everything it could be is tight', () =>
    expect(
      found({
        rocks: [{ joints: ['front.left.ball-joint', 'front.left.wheel-bearing'], words: 'it rocks' }],
        joints: [joint('front.left.ball-joint', { hand: 'tight' }), joint('front.left.wheel-bearing', { hand: 'tight' })],
      })[0],
    ).toMatch(/Rock it again/));
  test('what can both be true is left in peace', () => {
    expect(found({ joints: [joint('front.left.link-lower', { hand: 'tight', defects: ['boot torn'] })] })).toEqual([]);
    // A bushing whose movement is felt, and measured inside its limit.
    const felt = (meanMm: number) =>
      found({ joints: [joint('front.left.frame-bushing', { hand: 'moves', play: { ...beyond, meanMm, limitMm: 0.5 } })] });
    expect(felt(0.4)).toEqual([]);
    expect(felt(0.02)).toHaveLength(1);
    expect(found({ joints: [joint('front.left.frame-bushing', { hand: 'tight', defects: ['bracket bolt loose'] })] })).toEqual(
      [],
    );
  });
});
