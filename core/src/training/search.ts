import {
  buildCase,
  checkTitle,
  diagnoseInSteps,
  lookResult,
  manoeuvreSign,
  sayManoeuvre,
  type Manoeuvre,
  weighCase,
  worth,
  type Case,
  type CheckCandidate,
  type ElsewhereCheckId,
  type JointEvidence,
  type NextCheck,
  type OtherFault,
  type SuspectsTable,
} from '../diagnosis';
import { checkFor, isDangerous, isJointId, jointName, jointsOf, partsOf, type CheckId, type JointId } from '../joint';
import { otherSide, type AxleEnd, type VehicleState, type VehicleTypeSpec } from '../vehicle';
import type { Asked, PracticeContext } from './answer';
import { practiceVehicle, type Felt, type PracticeVehicle } from './practice-vehicle';
import { dangerousAt, lookedFor, suspectsOf } from './suspects-left';
import { caseOfTruth } from './truth';

/** One thing done at the vehicle to find the cause, and what it was worth. */
export interface PathStep {
  readonly title: string;
  /** With bringing the vehicle into its state. */
  readonly minutes: number;
  /** What it could be hoped to tell when it was done, bits. */
  readonly bits: number;
  /** Why it could tell nothing, where it could not and the next line had not asked for it. */
  readonly nothing?: 'wrong state' | 'done before' | 'known already' | undefined;
  /** The next line asked for it. */
  readonly led?: boolean | undefined;
  /** A dangerous joint is looked at with it. */
  readonly safety?: boolean | undefined;
  /** How many suspects were left then, and how many of them it could tell of; what the plan would have done, where that told of more. */
  readonly suspects?:
    | {
        readonly left: number;
        readonly told: number;
        readonly better?: { readonly title: string; readonly told: number } | undefined;
      }
    | undefined;
  /** What makes the noise was felt or measured at it. */
  readonly found: boolean;
}

/** A look that was worth less, bits (a choice), is set beside what the plan would have done. */
const LITTLE = 0.3;
/** Less than this told nothing, bits. */
const TOLD_NOTHING = 0.01;
/** A plan is not followed for longer than this, minutes. */
const MOST_MINUTES = 120;
/** One joint of a look: what was felt there, and whether it counts as it stood. */
type Looked = { readonly at: JointId | OtherFault; readonly felt: Felt; readonly counts: boolean };

/** Everything looked at so far, as a case: per joint the strongest finding, and by how many ways it was felt tight. */
class Known {
  private readonly joints = new Map<JointId, { hand: Felt; ways: Set<string>; play: number[] }>();
  private readonly other = new Map<OtherFault, 'tight' | 'moves'>();
  private readonly driven = new Map<string, NonNullable<Case['drive']>[number]>();

  constructor(private readonly said: Case) {}

  felt(by: string, looked: readonly Looked[]): void {
    for (const { at, felt, counts } of looked) {
      if (!counts) continue;
      if (!isJointId(at)) {
        if (felt !== 'slight') this.other.set(at, felt);
        continue;
      }
      const j = this.joints.get(at) ?? { hand: 'tight' as Felt, ways: new Set<string>(), play: [] };
      if (felt === 'tight') j.ways.add(by);
      else if (j.hand !== 'moves') j.hand = felt;
      this.joints.set(at, j);
    }
  }
  read(joint: JointId, mm: number): void {
    const j = this.joints.get(joint) ?? { hand: 'tight' as Felt, ways: new Set<string>(), play: [] };
    j.play.push(mm);
    this.joints.set(joint, j);
  }
  has(joint: JointId): boolean {
    return this.joints.has(joint);
  }
  heard(d: NonNullable<Case['drive']>[number]): void {
    this.driven.set(d.manoeuvre, d);
  }
  get case(): Case {
    return {
      ...this.said,
      joints: [...this.joints].map(([joint, j]): JointEvidence => ({
        joint,
        ...(j.hand !== 'tight' ? { hand: j.hand } : j.ways.size ? { hand: 'tight', ways: j.ways.size } : {}),
        ...(j.play.length
          ? {
              play: {
                meanMm: j.play.reduce((a, b) => a + b, 0) / j.play.length,
                uMm: READING_U_MM / Math.sqrt(j.play.length),
                // No limit enters the diagnosis: any will do.
                limitMm: 1,
              },
            }
          : {}),
      })),
      elsewhere: [...this.other].map(([fault, hand]) => ({ fault, hand })),
      drive: [...this.driven.values()],
    };
  }
}
/** What a reading may be off in a review, mm (a choice: what it was worth hardly hangs on it). */
const READING_U_MM = 0.03;

/** What a check could be hoped to tell, by what was known before it. */
function worthOf(c: Case, table: SuspectsTable, candidate: (b: ReturnType<typeof buildCase>) => CheckCandidate): number {
  const b = buildCase(c, table);
  return worth({ net: b.net, evidence: b.evidence, w: weighCase(b) }, candidate(b));
}

/** What the learner did to find it, step by step, up to the work. */
export function pathOf(c: PracticeContext): PathStep[] {
  const { type, rules } = c.state.context;
  const kerb = otherSide(rules.driverSide);
  const v = practiceVehicle(c.truth, type, c.table, kerb);
  const known = new Known(caseOfTruth(c.truth, type, kerb));
  const done = new Set<string>();
  const out: PathStep[] = [];
  const until = c.asked.findIndex((a) => ['answer', 'goods', 'step', 'hand'].includes(a.ask.of));
  for (const a of until < 0 ? c.asked : c.asked.slice(0, until)) {
    const before = known.case;
    const step = lookedAt(c, a, known, v, done);
    if (!step) continue;
    const { nothing, ...is } = step;
    out.push({
      ...is,
      minutes: a.answer.minutes,
      ...(a.led ? { led: true } : nothing ? { nothing } : {}),
      safety: lookedFor(a).some(dangerousAt),
      suspects: suspectsAt(c, before, a, !a.led && step.bits < LITTLE),
    });
  }
  return out;
}

/** The suspects left at a moment, and how many of them a look could tell of; with what the plan would have done, where asked. */
function suspectsAt(c: PracticeContext, known: Case, a: Asked, withPlan: boolean): PathStep['suspects'] {
  const { left, toldBy } = suspectsOf(c, known);
  // A drive tells of all of them a little, and of none for sure.
  if (a.ask.of === 'drive') return undefined;
  const told = toldBy(lookedFor(a));
  const plan = withPlan ? firstStep(c, known, { standing: stoodIn(a), settled: [], tight: [], owed: [], tried: [] }) : undefined;
  const better =
    plan && !plan.manoeuvres ? { title: checkTitle(plan, c.state.context.type, c.state.axle), told: toldBy(plan.of) } : undefined;
  return { left, told, ...(better && better.told > told ? { better } : {}) };
}
const stoodIn = ({ ask }: Asked): VehicleState => ('state' in ask ? ask.state : 'on-wheels');

/** One ask of the search: what it was worth before it was answered; then it is known. */
function lookedAt(
  c: PracticeContext,
  { ask, answer }: Asked,
  known: Known,
  v: PracticeVehicle,
  done: Set<string>,
): Omit<PathStep, 'minutes'> | undefined {
  const { type, rules } = c.state.context;
  const sounds = soundsIn(c, v);
  // A dangerous joint of the axle must be cleared before a verdict, however little it tells of the noise.
  const owed = (at: JointId | OtherFault) => isJointId(at) && !known.has(at) && dangerousOf(type, c.state.axle).includes(at);
  const step = (key: string, title: string, counts: boolean, bits: () => number, found: boolean): Omit<PathStep, 'minutes'> => {
    const again = done.has(key);
    const is = counts && !again ? bits() : 0;
    if (counts) done.add(key);
    const nothing = !counts ? 'wrong state' : again ? 'done before' : is < TOLD_NOTHING ? 'known already' : undefined;
    return { title, bits: is, ...(nothing ? { nothing } : {}), found };
  };
  if (ask.of === 'check' && answer.showed.of === 'check') {
    const { felt } = answer.showed;
    const counting = felt.filter((f) => f.counts);
    const title = checkTitle(
      { check: ask.check, ...(ask.axle ? { axle: ask.axle } : {}), ...(ask.side ? { side: ask.side } : {}) },
      type,
      c.state.axle,
    );
    const is = step(
      `${ask.check} ${ask.axle} ${ask.side}`,
      title,
      counting.length > 0,
      () =>
        worthOf(known.case, c.table, (b) => ({
          id: title,
          minutes: 1,
          states: [ask.state],
          results: counting.map((f) => lookResult(b, c.table, f.at, owed(f.at))),
        })),
      counting.some((f) => f.felt !== 'tight' && sounds(f.at)),
    );
    known.felt(ask.check, felt);
    return is;
  }
  if (ask.of === 'drive' && answer.showed.of === 'drive') {
    const is = step(ask.manoeuvre, sayManoeuvre(ask.manoeuvre), true, () => worthOfDrive(c, known, ask.manoeuvre), false);
    known.heard({ manoeuvre: ask.manoeuvre, heard: answer.showed.heard });
    return is;
  }
  if (ask.of === 'gauge' && answer.showed.of === 'gauge') {
    const { counts, playMm } = answer.showed;
    const { kind, side } = partsOf(ask.joint);
    const title = `A gauge at the ${side} ${jointName(kind, rules.dialect).toLowerCase()}`;
    const found = counts && sounds(ask.joint) && playMm > 3 * READING_U_MM;
    const is = step(
      // A second reading makes the first surer: it is not the same thing done twice.
      `gauge ${ask.joint} ${answer.readings?.join()}`,
      title,
      counts,
      () =>
        worthOf(known.case, c.table, (b) => ({
          id: title,
          minutes: 2,
          states: [ask.state],
          results: [lookResult(b, c.table, ask.joint, false)],
        })),
      found,
    );
    if (counts) known.read(ask.joint, playMm);
    return is;
  }
  return undefined;
}

/** What a manoeuvre was worth before it was driven, bits. */
const worthOfDrive = (c: PracticeContext, known: Known, manoeuvre: Manoeuvre): number =>
  worthOf(known.case, c.table, (b) => ({
    id: manoeuvre,
    minutes: 1,
    states: ['on-wheels'],
    results: [],
    heard: [manoeuvreSign(b, c.state.context.type, manoeuvre, c.table)],
  }));

/** Whether something that sounds is looked for there. */
function soundsIn(c: PracticeContext, v: PracticeVehicle): (at: JointId | OtherFault) => boolean {
  const b = buildCase(caseOfTruth(c.truth, c.state.context.type, otherSide(c.state.context.rules.driverSide)), c.table);
  return (at) => b.faults.some((f) => (f.joint === at || f.id === at) && v.sounding.has(f.id));
}

/**
 * What the program's own plan would have done with this vehicle, asked in its own order, the dangerous joints of its
 * axle with it; until what sounds is found and they are cleared.
 */
export function bestPath(c: PracticeContext): PathStep[] {
  const { type, rules } = c.state.context;
  const kerb = otherSide(rules.driverSide);
  const v = practiceVehicle(c.truth, type, c.table, kerb);
  const sounds = soundsIn(c, v);
  const home = homeOf(c);
  const known = new Known(caseOfTruth(c.truth, type, kerb));
  const settled: (JointId | OtherFault)[] = [];
  const tight: JointId[] = [];
  const tried: { check: CheckId | ElsewhereCheckId; of: JointId | OtherFault }[] = [];
  const out: PathStep[] = [];
  let standing: VehicleState = 'on-wheels';
  let minutes = 0;
  let found = false;
  const owed = () => dangerousOf(type, home).filter((id) => !settled.includes(id));
  while (minutes < MOST_MINUTES && !(found && owed().length === 0)) {
    const step = firstStep(c, known.case, { standing, settled, tight, owed: owed(), tried });
    if (!step || (found && step.owed.length === 0)) break;
    minutes += step.changeMinutes + step.minutes;
    standing = step.state;
    const title = step.manoeuvres
      ? 'Drive it: ' + step.manoeuvres.map(sayManoeuvre).join(', ').toLowerCase()
      : checkTitle(step, type, home);
    let here = false;
    const { left, toldBy } = suspectsOf(c, known.case);
    for (const manoeuvre of step.manoeuvres ?? []) known.heard({ manoeuvre, heard: v.hears(manoeuvre) });
    if (!step.manoeuvres) {
      const check = step.check as CheckId | ElsewhereCheckId;
      const felt = step.of.map((at): Looked => ({ at, felt: v.feels(at, check), counts: true }));
      known.felt(check, felt);
      here = felt.some((f) => f.felt !== 'tight' && sounds(f.at));
      for (const { at, felt: is } of felt) {
        tried.push({ check, of: at });
        if (!settled.includes(at)) settled.push(at);
        if (is === 'tight' && isJointId(at) && !step.again) tight.push(at);
        else if (isJointId(at)) tight.splice(0, tight.length, ...tight.filter((id) => id !== at));
      }
    }
    found ||= here;
    out.push({
      title,
      minutes: step.changeMinutes + step.minutes,
      bits: step.bits,
      found: here,
      safety: step.of.some(dangerousAt),
      suspects: step.manoeuvres ? undefined : { left, told: toldBy(step.of) },
    });
  }
  return out;
}

/** The axle the customer's words lead to. */
const homeOf = ({ truth: { said } }: PracticeContext): AxleEnd =>
  said.where.some((w) => /^rear|^luggage/.test(w)) && !said.where.some((w) => /^front|^dash/.test(w)) ? 'rear' : 'front';
const dangerousOf = (type: VehicleTypeSpec, end: AxleEnd): JointId[] =>
  jointsOf(end, type.axles[end]).filter((id) => isDangerous(partsOf(id).kind) && checkFor(type.axles[end], partsOf(id).kind));

/** The first step of the program's plan. */
function firstStep(
  c: PracticeContext,
  known: Case,
  at: {
    standing: VehicleState;
    settled: (JointId | OtherFault)[];
    tight: JointId[];
    owed: JointId[];
    tried: { check: CheckId | ElsewhereCheckId; of: JointId | OtherFault }[];
  },
): NextCheck | undefined {
  const { rules } = c.state.context;
  const request = { case: known, dialect: rules.dialect, linksOffDrive: rules.linksOffDrive, mayDrive: true, ...at };
  for (const d of diagnoseInSteps(request, c.table)) {
    if (d?.plan[0]) return d.plan[0];
    if (d?.stage === 'planned') return undefined;
  }
  return undefined;
}

/** Minutes until what makes the noise was found; all of them, where it was not. */
export const minutesToFind = (path: readonly PathStep[]): number => {
  const at = path.findIndex((p) => p.found);
  return (at < 0 ? path : path.slice(0, at + 1)).reduce((sum, p) => sum + p.minutes, 0);
};
