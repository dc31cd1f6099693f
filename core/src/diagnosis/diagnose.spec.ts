import { jointsOf } from '../joint';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import {
  buildCase,
  checkTitle,
  diagnose,
  diagnoseInSteps,
  posterior,
  rankSuspects,
  SHIPPED,
  toReproduce,
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
  history: [],
  joints: [],
};
const dangers = jointsOf('front', STRUT_TYPE.axles.front).filter((j) => /ball|tie|bearing|spring|nuts/.test(j));
const ask = (over: Partial<DiagnosisRequest> = {}): DiagnosisRequest => ({
  case: CASE,
  dialect: 'sway bar',
  standing: 'on-wheels',
  settled: [],
  owed: dangers,
  tried: [],
  linksOffDrive: false,
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
  expect(whole.suspects.map((s) => s.p)).toEqual(rankSuspects(CASE).map((s) => s.p));
});

test('the weight of a finding is ln P(finding | worn, rest) / P(finding | not worn, rest)', () => {
  const d = diagnose(ask(), SHIPPED);
  const b = buildCase(CASE, SHIPPED);
  const first = d.suspects[0]!;
  const f = b.faults.findIndex((x) => x.id === first.fault);
  const patched = b.spoken.findIndex((s) => s.words === 'patched surface, slowly');
  // By the other road: how likely the finding is with the fault held on, and held off, given the rest.
  const rest = b.said.filter((_, i) => i !== patched);
  const held = (prior: number) => ({ ...b.net, faults: b.net.faults.map((x, i) => (i === f ? { ...x, prior } : x)) });
  const chance = (prior: number) => posterior(held(prior), b.said).logEvidence - posterior(held(prior), rest).logEvidence;
  const reason = d.why[first.fault]!.find((r) => r.words === 'patched surface, slowly')!;
  expect(reason.weight).toBeCloseTo(chance(1) - chance(0), 6);
  expect(reason.weight).toBeGreaterThan(0);
  // One end found to move settles that end, and takes the noise away from the other.
  const moved = diagnose(ask({ case: { ...CASE, joints: [{ joint: 'front.left.link-upper', hand: 'moves' }] } }), SHIPPED);
  const said = (fault: string) => moved.why[fault]!.find((r) => r.words === 'left link, upper end moves')!;
  expect(moved.suspects[0]!.fault).toBe('front.left.link-upper');
  expect(said('front.left.link-upper')).toMatchObject({ word: 'settles it' });
  expect(said('front.left.link-lower').weight).toBeLessThan(0);
});

test('a joint whose faults are not told apart counts as one: an arm that moves at its bushings', () => {
  const d = diagnose(ask({ case: { ...CASE, joints: [{ joint: 'front.left.arm-bushings', hand: 'moves' }] } }), SHIPPED);
  const each = d.suspects.filter((s) => s.joint === 'front.left.arm-bushings').map((s) => s.p);
  const together = d.joints.find((j) => j.joint === 'front.left.arm-bushings')!.p;
  expect(together).toBeGreaterThan(0.8);
  expect(together).toBeGreaterThan(Math.max(...each));
  expect(together).toBeLessThanOrEqual(each[0]! + each[1]! + 1e-9);
});

test('what a joint’s faults make together is what listing every combination of them gives', () => {
  const c = { ...CASE, joints: [{ joint: 'front.left.frame-bushing' as const, hand: 'moves' as const }] };
  const b = buildCase(c, SHIPPED);
  const at = b.faults.flatMap((f, i) => (f.joint === 'front.left.frame-bushing' ? [i] : []));
  let none = 0;
  let all = 0;
  for (let s = 0; s < 1 << at.length; s++) {
    const held = {
      ...b.net,
      faults: b.net.faults.map((f, i) => (at.includes(i) ? { ...f, prior: s & (1 << at.indexOf(i)) ? 1 : 0 } : f)),
    };
    const prior = at.reduce((p, f, i) => p * (s & (1 << i) ? b.net.faults[f]!.prior : 1 - b.net.faults[f]!.prior), 1);
    const p = prior * Math.exp(posterior(held, b.said).logEvidence);
    all += p;
    if (s === 0) none = p;
  }
  const d = diagnose(ask({ case: c }), SHIPPED);
  expect(d.joints.find((j) => j.joint === 'front.left.frame-bushing')!.p).toBeCloseTo(1 - none / all, 9);
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
  test('what would change the first suspect says by how much, both ways', () => {
    const d = diagnose(ask(), SHIPPED);
    expect(d.changes.length).toBeGreaterThan(0);
    for (const c of d.changes) {
      expect(c.fault).toBe(d.suspects[0]!.fault);
      expect(Math.max(Math.abs(c.moves - d.suspects[0]!.p), Math.abs(c.tight - d.suspects[0]!.p))).toBeGreaterThanOrEqual(0.05);
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
  test('total chance: what a manoeuvre may show averages to what is known before it', () => {
    const b = buildCase(CASE, SHIPPED);
    const now = posterior(b.net, b.said).faults;
    for (const manoeuvre of ['left wheel over a bump', 'braking'] as const) {
      const [yes, no] = (['knocks', 'quiet'] as const).map((heard) => {
        const t = buildCase({ ...CASE, drive: [{ manoeuvre, heard }] }, SHIPPED);
        return posterior(t.net, t.said);
      });
      const logZ = posterior(b.net, b.said).logEvidence;
      const [py, pn] = [Math.exp(yes!.logEvidence - logZ), Math.exp(no!.logEvidence - logZ)];
      expect(py + pn).toBeCloseTo(1, 10);
      now.forEach((p, i) => expect(py * yes!.faults[i]! + pn * no!.faults[i]!).toBeCloseTo(p, 10));
    }
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
