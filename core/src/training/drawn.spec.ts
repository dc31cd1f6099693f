import { SHIPPED } from '../suspects-table';
import {
  buildCase,
  calibration,
  candidatesOf,
  diagnoseInSteps,
  faultStrength,
  MANOEUVRES,
  ranked,
  saidBins,
  weighCase,
  type Case,
  type CaseModel,
  type SuspectsTable,
  type DiagnosisRequest,
  type NextCheck,
} from '../diagnosis';
import { checksOf, jointId, jointsOf, partsOf, type JointId } from '../joint';
import { chanceFrom, type Chance } from '../numeric';
import { DOUBLE_ARM_TYPE, sized, STRUT_TYPE } from '../test';
import { AXLES, SIDES, stateMinutes, type Side, type VehicleState, type VehicleTypeSpec } from '../vehicle';
import { caseOfTruth, drawTruth, practiceVehicle, type PracticeVehicle } from '.';

/**
 * Vehicles drawn from the model itself (seeded): what is stated of them is checked against what they hide. The bounds grow
 * with the sampling error: at 400 a bin of 5 % of the parts that is stated a third too high fails.
 */
const VEHICLES = sized(400, 1000);
/**
 * A plan is made anew after every look, which takes its time: of a thousand, once, it was 4 against 7 minutes, and 36 against
 * 48. Drawn again and again out of six hundred, 80 are inside the bound of 0.75 in 96 of 100 draws, and a plan no better than
 * the order in 3; medians and ninetieths, whole minutes, need the 250 of the long run.
 */
const PLANNED = sized(80, 250);
const MOST_OF_ORDER = sized(0.75, 0.85);

interface Drawn {
  readonly v: PracticeVehicle;
  readonly unlisted: boolean;
  /** What the customer says. */
  readonly said: Case;
}
function draw(c: Chance, type: VehicleTypeSpec): Drawn {
  const kerbSide: Side = c.pick(SIDES);
  const t = drawTruth(c, type, SHIPPED, kerbSide);
  return { v: practiceVehicle(t, type, SHIPPED, kerbSide), unlisted: t.unlisted, said: caseOfTruth(t, type, kerbSide) };
}

/** The case once some of it was felt, measured on both sides and driven, by chance. */
function lookedAt(c: Chance, { v, said }: Drawn): Case {
  const { type } = said;
  const uMm = 0.03;
  const all = AXLES.flatMap((end) => jointsOf(end, type.axles[end]));
  const measured = new Set(
    all.filter((j) => SHIPPED.play.by[partsOf(j).kind] && partsOf(j).kind !== 'arm-bushings' && c.chance(0.08)),
  );
  const joints = all.flatMap((joint) => {
    const kind = partsOf(joint).kind;
    const way = checksOf(type.axles[partsOf(joint).axle]).find((x) => x.settles.includes(kind))!.id;
    const hand = c.chance(0.25) ? { hand: v.feels(joint, way) } : {};
    const twin = jointId(partsOf(joint).axle, partsOf(joint).side === 'left' ? 'right' : 'left', kind);
    const mm = measured.has(joint) || measured.has(twin) ? v.playMm(joint) : undefined;
    const play = mm === undefined ? {} : { play: { meanMm: mm + uMm * c.bell(), uMm, limitMm: 0.5 } };
    return 'hand' in hand || 'play' in play ? [{ joint, ...hand, ...play }] : [];
  });
  const driven = c.chance(0.25) ? [...new Set([c.pick(MANOEUVRES), c.pick(MANOEUVRES), c.pick(MANOEUVRES)])] : [];
  return { ...said, joints, drive: driven.map((manoeuvre) => ({ manoeuvre, heard: v.hears(manoeuvre) })) };
}

test(`of ${VEHICLES} practice vehicles: stated chances are calibrated in ten bins, of both layers, by what they answer`, () => {
  const c = chanceFrom(13);
  const said = { makes: [] as { p: number; on: boolean }[], worn: [] as { p: number; on: boolean }[] };
  let unlisted = 0;
  let others = 0;
  for (let i = 0; i < VEHICLES; i++) {
    const d = draw(c, i % 3 ? STRUT_TYPE : DOUBLE_ARM_TYPE);
    const b = buildCase(lookedAt(c, d), SHIPPED);
    const w = weighCase(b);
    for (const x of ranked(b, w, 'sway bar')) {
      said.makes.push({ p: x.makes, on: d.v.sounding.has(x.fault) });
      said.worn.push({ p: x.worn, on: d.v.worn.has(x.fault) });
    }
    unlisted += w.makes[b.faults.length]! - Number(d.unlisted);
    others += w.nothing - Number(!d.v.makesNoise);
  }
  for (const layer of ['makes', 'worn'] as const) {
    const { bins, brier, brierOfBase } = calibration(saidBins(said[layer]));
    expect(bins.length).toBe(10);
    expect(brier).toBeLessThan(0.8 * brierOfBase);
    for (const x of bins) {
      // Sampling error of the share, with the mean's own doubt from what was said; parts of one vehicle hang together.
      const error = Math.sqrt((x.meanP * (1 - x.meanP)) / x.n);
      expect(Math.abs(x.rate - x.meanP)).toBeLessThan(3.5 * error + 0.002);
    }
  }
  // What is not on the list, and what nothing makes: right in the mean, within 2.4 standard errors of a share of 4 %.
  const within = (2.4 * 0.2) / Math.sqrt(VEHICLES);
  expect(Math.abs(unlisted) / VEHICLES).toBeLessThan(within);
  expect(Math.abs(others) / VEHICLES).toBeLessThan(within);
}, 120_000);

const requestOf = (c: Case, standing: VehicleState, settled: readonly string[]): DiagnosisRequest => ({
  case: c,
  dialect: 'sway bar',
  standing,
  settled: settled as DiagnosisRequest['settled'],
  tight: [],
  owed: [],
  tried: [],
  linksOffDrive: false,
  mayDrive: true,
});

/** The first step of the plan. */
function firstStep(r: DiagnosisRequest): NextCheck | undefined {
  for (const d of diagnoseInSteps(r, SHIPPED)) {
    if (d?.plan[0]) return d.plan[0];
    if (d?.stage === 'planned') return undefined;
  }
  return undefined;
}

/** Nobody looks for longer than this. */
const MOST_MINUTES = 120;

/** What was found at a step is written down; true where it is what sounds. */
function look({ v }: Drawn, step: Pick<NextCheck, 'of' | 'check' | 'manoeuvres'>, c: Case): { c: Case; found: boolean } {
  if (step.manoeuvres)
    return {
      c: { ...c, drive: [...c.drive!, ...step.manoeuvres.map((manoeuvre) => ({ manoeuvre, heard: v.hears(manoeuvre) }))] },
      found: false,
    };
  let found = false;
  const joints = [...c.joints];
  const elsewhere = [...(c.elsewhere ?? [])];
  const b = buildCase({ ...c, joints: [], drive: [] }, SHIPPED);
  for (const of of step.of) {
    const hand = v.feels(of, step.check as Parameters<typeof v.feels>[1]);
    // A trace is followed up as what moves is.
    if (hand !== 'tight' && b.faults.some((f) => (f.joint === of || f.id === of) && v.sounding.has(f.id))) found = true;
    if (b.faults.some((f) => f.joint === of)) joints.push({ joint: of as JointId, hand });
    else if (hand !== 'slight') elsewhere.push({ fault: of as never, hand });
  }
  return { c: { ...c, joints, elsewhere }, found };
}

/** Minutes until what sounds is found, by the plan. */
function byPlan(d: Drawn): number {
  let c = d.said;
  let at: VehicleState = 'on-wheels';
  let minutes = 0;
  const settled: string[] = [];
  while (minutes < MOST_MINUTES) {
    const step = firstStep(requestOf(c, at, settled));
    if (!step) break;
    minutes += step.changeMinutes + step.minutes;
    at = step.state;
    const r = look(d, step, c);
    if (r.found) return minutes;
    c = r.c;
    settled.push(...step.of);
  }
  return MOST_MINUTES;
}

/** How likely a part makes a noise before anything is known: prior × sounding. */
const priorSource = (type: VehicleTypeSpec, s: SuspectsTable) => (f: CaseModel['faults'][number]) => {
  const st = faultStrength(s, f.kind, f.axle && type.axles[f.axle]);
  return st.prior * st.sounds;
};

/**
 * The same by a fixed good order: the axle the customer named first, then whatever is likeliest to make a noise for its
 * minutes on such a vehicle; everything that can be done as it stands before it is raised.
 */
function byOrder(d: Drawn): number {
  const c = d.said;
  const b = buildCase({ ...c, character: [], when: [], where: [], handling: [], conditions: [], like: [] }, SHIPPED);
  const likely = priorSource(c.type, SHIPPED);
  const named = c.where.some((x) => /^(front|dashboard)/.test(x))
    ? 'front'
    : c.where.some((x) => /^(rear|luggage)/.test(x))
      ? 'rear'
      : undefined;
  const order = candidatesOf(requestOf(c, 'on-wheels', []), b, weighCase(b), SHIPPED)
    .filter((x) => !x.heard)
    .map((x) => ({
      x,
      rank: [named && x.axle && x.axle !== named ? 1 : 0, x.states.includes('on-wheels') ? 0 : 1],
      rate: b.faults.reduce((p, f) => ((x.of as readonly string[]).includes(f.joint ?? f.id) ? p + likely(f) : p), 0) / x.minutes,
    }))
    .sort((x, y) => x.rank[0]! - y.rank[0]! || x.rank[1]! - y.rank[1]! || y.rate - x.rate);
  let at: VehicleState = 'on-wheels';
  let minutes = 0;
  const done = new Set<string>();
  for (const { x } of order) {
    const of = x.of.filter((o) => !done.has(o));
    if (of.length === 0) continue;
    const to: VehicleState = x.states.includes(at)
      ? at
      : x.states.reduce((p, q) => (stateMinutes(at, q) < stateMinutes(at, p) ? q : p));
    minutes += stateMinutes(at, to) + x.minutes;
    at = to;
    if (minutes >= MOST_MINUTES) break;
    if (look(d, { of, check: x.check }, c).found) return minutes;
    of.forEach((o) => done.add(o));
  }
  return MOST_MINUTES;
}

const quantile = (x: readonly number[], q: number) => [...x].sort((a, b) => a - b)[Math.floor(q * (x.length - 1))]!;

// Long: a plan is made anew after every look.
test('the plan finds what sounds in fewer minutes than a fixed good order', () => {
  const c = chanceFrom(29);
  const plan: number[] = [];
  const order: number[] = [];
  while (plan.length < PLANNED) {
    const d = draw(c, STRUT_TYPE);
    // What no check can find is no matter of order.
    if (d.v.sounding.size === 0) continue;
    const [a, b] = [byPlan(d), byOrder(d)];
    // Nor what felt tight in every hand.
    if (a === MOST_MINUTES && b === MOST_MINUTES) continue;
    plan.push(a);
    order.push(b);
  }
  if (PLANNED >= 250) expect(quantile(plan, 0.5)).toBeLessThan(quantile(order, 0.5));
  expect(quantile(plan, 0.9)).toBeLessThan(quantile(order, 0.9));
  const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
  expect(mean(plan)).toBeLessThan(MOST_OF_ORDER * mean(order));
}, 600_000);
