import { jointsOf } from '../joint';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import { SHIPPED } from '../suspects-table';
import {
  CHARACTERS,
  checkTitle,
  diagnose,
  diagnoseInSteps,
  rankSuspects,
  toReproduce,
  WHENS,
  type Case,
  type Diagnosis,
  type DiagnosisRequest,
} from '.';

const CASE: Case = {
  type: STRUT_TYPE,
  distanceKm: 120_000,
  kerbSide: 'left',
  character: ['dull clunk'],
  where: ['front'],
  when: ['patched surface, slowly'],
  handling: [],
  conditions: [],
  like: [],
  history: [],
  joints: [],
};
const dangers = jointsOf('front', STRUT_TYPE.axles.front).filter((j) => /ball|tie|bearing|spring|nuts/.test(j));
const ask = (over: Partial<DiagnosisRequest> = {}): DiagnosisRequest => ({
  case: CASE,
  dialect: 'sway bar',
  standing: 'on-wheels',
  settled: [],
  tight: [],
  owed: dangers,
  tried: [],
  linksOffDrive: false,
  mayDrive: true,
  ...over,
});

test('the steps end in what the whole gives, and each adds to the one before', () => {
  const shown: Diagnosis[] = [];
  for (const d of diagnoseInSteps(ask(), SHIPPED)) if (d) shown.push(d);
  expect(shown[0]!.suspects.length).toBeGreaterThan(40);
  expect(shown[0]!.plan).toEqual([]);
  const whole = diagnose(ask(), SHIPPED);
  expect(whole.plan).toEqual(shown.at(-1)!.plan);
  expect(whole.plan.length).toBe(5);
  expect(whole.suspects).toEqual(rankSuspects(CASE, SHIPPED));
});

test('the weight of a finding is ln P(finding | makes it, rest) / P(finding | does not, rest), by leaving it out', () => {
  const c: Case = {
    ...CASE,
    handling: ['loose steering'],
    joints: [
      { joint: 'front.left.link-upper', hand: 'moves' },
      { joint: 'front.right.link-lower', hand: 'tight' },
    ],
  };
  const d = diagnose(ask({ case: c }), SHIPPED);
  const first = d.suspects[0]!;
  expect(first.fault).toBe('front.left.link-upper');
  const logit = (p: number) => Math.log(p / (1 - p));
  const without = (over: Partial<Case>) => rankSuspects({ ...c, ...over }, SHIPPED).find((s) => s.fault === first.fault)!.makes;
  const weight = (words: string) => d.why[first.fault]!.find((r) => r.words === words)!.weight;
  // What was felt, found and left out of the case altogether, is the same as left out of the sums.
  expect(weight('left link, upper end moves')).toBeCloseTo(logit(first.makes) - logit(without({ joints: [c.joints[1]!] })), 6);
  expect(d.why[first.fault]![0]).toMatchObject({ words: 'left link, upper end moves', word: 'strongly' });
  // A sign that was heard: P(heard | it makes it, rest) by the sets themselves.
  const heard = weight('patched surface, slowly');
  expect(heard).toBeGreaterThan(0);
  // What is found at one end takes the noise away from the other.
  expect(d.suspects.find((s) => s.fault === 'front.left.link-lower')!.makes).toBeLessThan(
    rankSuspects({ ...c, joints: [] }, SHIPPED).find((s) => s.fault === 'front.left.link-lower')!.makes,
  );
});

test('a joint whose faults are not told apart counts as one: an arm that moves at its bushings', () => {
  const c: Case = { ...CASE, when: ['braking'], joints: [{ joint: 'front.left.arm-bushings', hand: 'moves' }] };
  const d = diagnose(ask({ case: c }), SHIPPED);
  const each = d.suspects.filter((s) => s.joint === 'front.left.arm-bushings');
  const together = d.joints.find((j) => j.joint === 'front.left.arm-bushings')!;
  expect(together.worn).toBeGreaterThan(0.9);
  for (const by of ['worn', 'makes'] as const) {
    expect(together[by]).toBeGreaterThan(Math.max(...each.map((s) => s[by])));
    expect(together[by]).toBeLessThanOrEqual(each[0]![by] + each[1]![by] + 1e-9);
  }
});

test('no part stands out, a family does: it is said with its chance, and what is open in it', () => {
  const d = diagnose(ask({ case: { ...CASE, when: ['patched surface, slowly', 'quieter when both rise'] } }), SHIPPED);
  expect(d.suspects[0]!.makes).toBeLessThan(0.5);
  expect(d.family!.words).toBe('the front bar system');
  expect(d.family!.p).toBeGreaterThan(0.7);
  // It is never less likely than any of its parts, nor more than all of them together.
  const parts = d.suspects.filter((s) => d.family!.faults.includes(s.fault)).map((s) => s.makes);
  expect(d.family!.p).toBeGreaterThan(Math.max(...parts));
  expect(d.family!.p).toBeLessThanOrEqual(parts.reduce((a, b) => a + b, 0) + 1e-9);
  const loose = diagnose(
    ask({
      case: { ...CASE, joints: (['left', 'right'] as const).map((s) => ({ joint: `front.${s}.link-lower`, hand: 'moves' })) },
    }),
    SHIPPED,
  );
  expect(loose.family).toMatchObject({ words: 'the front links', open: 'which link' });
  expect(loose.together[1]!).toBeGreaterThan(0.7);
  // Where one stands out, no family is said.
  const one = diagnose(ask({ case: { ...CASE, joints: [{ joint: 'front.left.link-lower', hand: 'moves' }] } }), SHIPPED);
  expect(one.suspects[0]!.makes).toBeGreaterThan(0.5);
  expect(one.family).toBeUndefined();
});

describe('the plan, in the shop’s terms', () => {
  test('what is settled is not planned again, what told nothing is not tried again', () => {
    const d = diagnose(ask({ settled: dangers, tried: [{ check: 'grip-link', of: 'front.left.link-lower' }] }), SHIPPED);
    const of = d.plan.flatMap((s) => s.of.map((x) => `${s.check} ${x}`));
    expect(of.length).toBeGreaterThan(0);
    for (const x of of) expect(x).not.toMatch(/ball-joint|tie-rod|bearing|spring|nuts|grip-link front.left.link-lower/);
  });
  test('a ball joint on a spring that stands on its arm is planned raised under that arm', () => {
    const d = diagnose(
      ask({
        case: { ...CASE, type: DOUBLE_ARM_TYPE },
        standing: 'both-hanging',
        owed: ['front.left.ball-joint'],
        settled: dangers.filter((x) => x !== 'front.left.ball-joint'),
      }),
      SHIPPED,
    );
    const step = d.plan.find((s) => s.owed.includes('front.left.ball-joint'))!;
    expect(step.state).toBe('under-arm');
    expect(step.check).toBe('shake-12-6');
  });
  test('a loose load is offered when nothing at the wheels can make the noise', () => {
    const all = [...jointsOf('front', STRUT_TYPE.axles.front), ...jointsOf('rear', STRUT_TYPE.axles.rear)];
    const d = diagnose(
      ask({
        case: {
          ...CASE,
          character: ['rattle'],
          where: ['rear'],
          joints: all.map((joint) => ({ joint, hand: 'tight' as const })),
        },
        settled: all,
        owed: [],
      }),
      SHIPPED,
    );
    expect(d.plan[0]!.check).toBe('empty-load');
    expect(checkTitle(d.plan[0]!, STRUT_TYPE, 'front')).toMatch(/^Empty the load space/);
    expect(checkTitle({ check: 'shake-12-6', axle: 'rear', side: 'left' }, STRUT_TYPE, 'front')).toBe(
      'Rock the left wheel at 12 and 6, rear axle',
    );
  });
  test('all felt tight and the noise still points there: what leads is looked at another way, once', () => {
    const front = jointsOf('front', STRUT_TYPE.axles.front);
    const c: Case = {
      ...CASE,
      when: ['patched surface, slowly', 'one wheel over a bump', 'quieter when both rise'],
      joints: front.map((joint) => ({ joint, hand: 'tight' as const })),
      drive: [
        { manoeuvre: 'left wheel over a bump', heard: 'knocks' },
        { manoeuvre: 'right wheel over a bump', heard: 'quiet' },
        { manoeuvre: 'both wheels over a hump', heard: 'quiet' },
        { manoeuvre: 'patched surface, slowly', heard: 'knocks' },
      ],
    };
    const d = diagnose(ask({ case: c, settled: front, tight: front, owed: [] }), SHIPPED);
    const step = d.plan.find((x) => x.again)!;
    expect(step).toMatchObject({ check: 'rock-loaded', side: 'left', again: true });
    expect(step.of).toContain('front.left.link-lower');
    // Looked at another way too, it is not asked a third time.
    const twice = { ...c, joints: c.joints.map((j) => ({ ...j, ways: 2 })) };
    expect(diagnose(ask({ case: twice, settled: front, tight: [], owed: [] }), SHIPPED).plan.some((x) => x.again)).toBe(false);
    const link = (x: Case) => rankSuspects(x, SHIPPED).find((y) => y.fault === 'front.left.link-lower')!.makes;
    expect(link(twice)).toBeLessThan(link(c));
  });
  test('the knock came back 400 km after links were fitted: looked at on the wheels first, their fasteners among it', () => {
    const renewed = (['left', 'right'] as const).flatMap((side) =>
      (['link-upper', 'link-lower'] as const).map((k) => ({ joint: `front.${side}.${k}` as const, atKm: 119_600 })),
    );
    const { plan } = diagnose(ask({ case: { ...CASE, renewed }, settled: dangers, owed: [] }), SHIPPED);
    expect(plan[0]!.state).toBe('on-wheels');
    expect(plan.map((s) => s.check)).toContain('wrench-recent');
    expect(plan.find((s) => s.check === 'wrench-recent')!.state).toBe('on-wheels');
  });
  test('with nothing known it is driven first; with something dangerous on record, never', () => {
    const nothing: Case = { ...CASE, character: [], where: [], when: [] };
    expect(diagnose(ask({ case: nothing }), SHIPPED).plan[0]!.check).toBe('drive');
    expect(diagnose(ask({ case: nothing, mayDrive: false }), SHIPPED).plan.some((s) => s.check === 'drive')).toBe(false);
    // Nor where a dangerous part is likely worn, though nobody has felt it yet.
    const rock: Case = {
      ...nothing,
      rocks: [{ joints: ['front.left.ball-joint', 'front.left.wheel-bearing'], words: 'it rocks' }],
    };
    expect(diagnose(ask({ case: rock }), SHIPPED).plan.some((s) => s.check === 'drive')).toBe(false);
  });
  test('what the noise points at is looked at within five steps, and a danger check that is owed is always in reach', () => {
    const signs: Pick<Case, 'character' | 'when' | 'where' | 'handling'>[] = [];
    for (const character of CHARACTERS)
      for (const when of WHENS.slice(0, 11))
        signs.push({ character: [character], when: when === 'quieter when both rise' ? [] : [when], where: [], handling: [] });
    for (const s of signs) {
      const d = diagnose(ask({ case: { ...CASE, ...s } }), SHIPPED);
      const looked = d.plan.flatMap((x) => x.of as readonly string[]);
      const pointed = d.suspects[0]!;
      expect([pointed.fault, looked.includes(pointed.joint ?? pointed.fault)]).toEqual([pointed.fault, true]);
      expect(d.plan.some((x) => x.owed.length > 0)).toBe(true);
      expect(d.plan).toHaveLength(5);
    }
  }, 120_000);
  test('what would change the first suspect says by how much, both ways', () => {
    const d = diagnose(ask(), SHIPPED);
    expect(d.changes.length).toBeGreaterThan(0);
    for (const c of d.changes) {
      expect(c.fault).toBe(d.suspects[0]!.fault);
      expect(Math.max(Math.abs(c.moves - d.suspects[0]!.makes), Math.abs(c.tight - d.suspects[0]!.makes))).toBeGreaterThanOrEqual(
        0.05,
      );
    }
  });
});

describe('the drive', () => {
  test('one wheel or both separates the bar from the dampers, and says which way', () => {
    // Nobody has said when: link or damper.
    const d = diagnose(ask({ case: { ...CASE, when: [], character: ['dull clunk'] } }), SHIPPED);
    const both = d.road.find((m) => m.manoeuvre === 'both wheels over a hump')!;
    expect(both.ifKnocks.fault).toMatch(/damper|top-mount|spring/);
    expect(both.ifQuiet.fault).toMatch(/link|bushing/);
    expect(d.road.map((m) => m.bits)).toEqual([...d.road.map((m) => m.bits)].sort((a, b) => b - a));
  });
  test('the outer wheel carries the bend: a knock in a bend to the left is the right side’s, and the other way round', () => {
    const likely = (manoeuvre: 'bend to the left' | 'bend to the right') => {
      const all = rankSuspects({ ...CASE, when: ['cornering'], drive: [{ manoeuvre, heard: 'knocks' }] }, SHIPPED);
      const of = (side: string) => all.filter((x) => x.fault.includes(`front.${side}.`)).reduce((sum, x) => sum + x.makes, 0);
      return of('right') - of('left');
    };
    expect(likely('bend to the left')).toBeGreaterThan(0.02);
    expect(likely('bend to the right')).toBeLessThan(-0.02);
  });
  test('what was driven is not asked again; links come off only where the shop allows it', () => {
    const driven = [{ manoeuvre: 'braking' as const, heard: 'quiet' as const }];
    const names = (allow: boolean) =>
      diagnose(ask({ case: { ...CASE, drive: driven }, linksOffDrive: allow }), SHIPPED).road.map((m) => m.manoeuvre);
    expect(names(false)).not.toContain('braking');
    expect(names(false)).not.toContain('links off, both sides');
    expect(names(true)).toContain('links off, both sides');
  });
  test('when it does not come: what was not tried first, the links off last and with its caution', () => {
    const road = diagnose(ask({ linksOffDrive: true }), SHIPPED).road;
    const tries = toReproduce(road, true);
    expect(tries[0]!.manoeuvre).toBeDefined();
    expect(tries.at(-1)!.caution).toMatch(/Never on the road/);
    expect(toReproduce(road, false).some((t) => t.manoeuvre === 'links off, both sides')).toBe(false);
  });
});
