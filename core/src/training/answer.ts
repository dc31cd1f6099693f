import { DRIVE_MINUTES, LOOK_MINUTES, MANOEUVRE_MINUTES, READING_MINUTES } from './minutes';
import { BadInput } from '../error';
import {
  elsewhereChecks,
  faultsOf,
  sayManoeuvre,
  type ElsewhereCheckId,
  type FaultId,
  type Heard,
  type Manoeuvre,
  type OtherFault,
  type SuspectsTable,
} from '../diagnosis';
import { measuresLength, resolutionMm } from '../gauge';
import {
  assemblyJoints,
  checkFor,
  checksOf,
  JOINT_SPECS,
  jointId,
  partsOf,
  stateCounts,
  type CheckId,
  type Defect,
  type JointId,
} from '../joint';
import { causesElsewhere, planOf, type JobState } from '../job';
import type { GoodsCheck } from '../ledger';
import { ladderAt, type TroubleId } from '../plan';
import { capital } from '../text';
import { convert, trimmed } from '../units';
import { otherSide, stateMinutes, type AxleEnd, type Side, type VehicleState } from '../vehicle';
import { TROUBLE_SHARE, type PracticeGrade } from './grade';
import { sayCustomer } from './customer';
import { practiceVehicle, type Felt, type PracticeVehicle } from './practice-vehicle';
import { lotOf, type Said, type Truth } from './truth';
import { sayFelt, sayInHand, saySeen, sayTrouble } from './words';
import { answered, opened, wrongTaken } from './answer-parts';

/** What a customer is asked about, one thing at a time. */
export const ASKED_ABOUT = ['character', 'like', 'where', 'when', 'handling', 'conditions', 'history'] as const;
export type AskedAbout = (typeof ASKED_ABOUT)[number];

/** What is done at a practice vehicle: it answers, and nothing is written down by that. */
export type PracticeAsk =
  | { readonly of: 'customer'; readonly about: AskedAbout }
  | {
      readonly of: 'check';
      readonly check: CheckId | ElsewhereCheckId;
      /** Where it is a check of a wheel: which. */
      readonly axle?: AxleEnd | undefined;
      readonly side?: Side | undefined;
      readonly state: VehicleState;
    }
  | { readonly of: 'drive'; readonly manoeuvre: Manoeuvre }
  | { readonly of: 'gauge'; readonly joint: JointId; readonly gauge: string; readonly state: VehicleState }
  | { readonly of: 'hand'; readonly joint: JointId }
  | { readonly of: 'step'; readonly step: string }
  | { readonly of: 'rung'; readonly step: string; readonly ladder: TroubleId; readonly rung: string }
  | { readonly of: 'goods'; readonly choice: string }
  | { readonly of: 'answer'; readonly choice: string };

/** What it showed, for the review; the learner is told `says`. */
export type Showed =
  | { readonly of: 'customer' }
  | {
      readonly of: 'check';
      readonly felt: readonly { readonly at: JointId | OtherFault; readonly felt: Felt; readonly counts: boolean }[];
    }
  | { readonly of: 'drive'; readonly heard: Heard }
  | { readonly of: 'gauge'; readonly playMm: number; readonly counts: boolean }
  | { readonly of: 'hand'; readonly loose: boolean }
  | { readonly of: 'step'; readonly trouble?: TroubleId }
  | { readonly of: 'rung'; readonly worked: boolean }
  | { readonly of: 'goods'; readonly wrong?: GoodsCheck }
  | { readonly of: 'answer'; readonly yes: boolean };

export interface PracticeAnswer {
  readonly says: readonly string[];
  readonly minutes: number;
  readonly showed: Showed;
  /** Both readings of a gauge, in its unit, as it would send them. */
  readonly readings?: readonly [string, string];
}

/** An ask and what it was answered, as it is kept. */
export interface Asked {
  readonly ask: PracticeAsk;
  /** The next line asked for it: what it led to is never held against anybody. */
  readonly led?: boolean | undefined;
  readonly answer: PracticeAnswer;
}

/** Everything an answer hangs on. */
export interface PracticeContext {
  readonly truth: Truth;
  readonly grade: PracticeGrade;
  readonly table: SuspectsTable;
  /** Its job so far: what was renewed answers as new. */
  readonly state: JobState;
  readonly asked: readonly Asked[];
}

/** How often a rung does it; the last one always (invented). */
const RUNG_SHARE = 0.5;
/** How much oftener something goes wrong where it is rusty (invented). */
const RUST_FACTOR = 1.6;
/** Loose in the hand is told from sound but for so many (invented). */
const HAND_WRONG = 0.01;

/** Faults that are gone: their part was renewed, or they are no joint, were found, named and put right where they are. */
export function curedBy(s: JobState): Set<FaultId> {
  const renewed = new Set<string>([...s.renewed].flatMap(assemblyJoints));
  const mended = causesElsewhere(s).filter((c) => s.elsewhere.get(c as OtherFault) === 'moves');
  return new Set([
    ...faultsOf(s.context.type)
      .filter((f) => f.joint && renewed.has(f.joint))
      .map((f) => f.id),
    ...(mended as FaultId[]),
  ]);
}

/** How the vehicle stood when it was last asked something that says it. */
export function stoodAt(asked: readonly Asked[]): VehicleState {
  const last = asked.findLast((a) => 'state' in a.ask || a.ask.of === 'drive')?.ask;
  return last && 'state' in last ? last.state : 'on-wheels';
}

const vehicleOf = (c: PracticeContext): PracticeVehicle =>
  practiceVehicle(c.truth, c.state.context.type, c.table, otherSide(c.state.context.rules.driverSide), curedBy(c.state));

/**
 * What a practice vehicle answers.
 * @throws BadInput for something this vehicle does not have, or this yard does not do
 */
export function answerOf(c: PracticeContext, ask: PracticeAsk): PracticeAnswer {
  switch (ask.of) {
    case 'customer':
      return { says: [sayCustomer(c.truth.said, ask.about, c.truth.seed)], minutes: 0, showed: { of: 'customer' } };
    case 'check':
      return checked(c, ask);
    case 'drive':
      return driven(c, ask.manoeuvre);
    case 'gauge':
      return gauged(c, ask);
    case 'hand':
      return inHand(c, ask.joint);
    case 'step':
      return stepped(c, ask.step);
    case 'rung':
      return tried(c, ask);
    case 'goods':
      return opened(c, ask.choice);
    case 'answer':
      return answered(c, ask.choice);
  }
}

const changeMinutes = (c: PracticeContext, to: VehicleState) => stateMinutes(stoodAt(c.asked), to);

function checked(c: PracticeContext, ask: Extract<PracticeAsk, { of: 'check' }>): PracticeAnswer {
  const { context } = c.state;
  const v = vehicleOf(c);
  const change = changeMinutes(c, ask.state);
  const { dialect } = context.rules;
  const answer = (
    minutes: number,
    felt: Extract<Showed, { of: 'check' }>['felt'],
    seen: readonly Defect[] = [],
  ): PracticeAnswer => ({
    says: [...felt.map((f) => sayFelt(f.at, f.felt, dialect)), saySeen(seen)].filter((x) => x),
    minutes: change + minutes,
    showed: { of: 'check', felt },
  });
  const other = elsewhereChecks(context.type).find((x) => x.id === ask.check);
  if (other) {
    const counts = other.states.includes(ask.state);
    return answer(
      other.minutes,
      other.finds.map((at) => ({ at, felt: counts ? v.feels(at, other.id) : 'tight', counts })),
    );
  }
  const { axle: end, side } = ask;
  const spec = end && context.type.axles[end];
  const check = spec && checksOf(spec).find((x) => x.id === ask.check);
  if (!end || !spec || !side || !check) throw new BadInput('check', 'is none of this vehicle', ask.check);
  const joints = check.settles.map((kind) => jointId(end, side, kind));
  const felt = joints.map((at) => {
    const { counts } = stateCounts(spec, check, partsOf(at).kind, ask.state);
    return { at, felt: counts ? v.feels(at, check.id) : ('tight' as const), counts };
  });
  const seen = joints.flatMap((at) => v.sees(at, JOINT_SPECS[partsOf(at).kind].defects(spec)));
  return answer(check.minutes, felt, [...new Set(seen)]);
}

function driven(c: PracticeContext, m: Manoeuvre): PracticeAnswer {
  if (m === 'links off, both sides' && !c.state.context.rules.linksOffDrive)
    throw new BadInput('drive', 'with the links off is not done in this yard');
  const heard = vehicleOf(c).hears(m);
  const again = c.asked.at(-1)?.ask.of === 'drive';
  const noise = c.truth.said.character[0];
  return {
    says: [
      `${sayManoeuvre(m)}: ${heard === 'quiet' ? 'nothing to be heard' : noise ? `there it is, the ${noise}` : 'there it is'}.`,
    ],
    minutes: MANOEUVRE_MINUTES + (again ? 0 : changeMinutes(c, 'on-wheels') + DRIVE_MINUTES),
    showed: { of: 'drive', heard },
  };
}

function gauged(c: PracticeContext, ask: Extract<PracticeAsk, { of: 'gauge' }>): PracticeAnswer {
  const { context } = c.state;
  const gauge = context.gauges.find((g) => g.id === ask.gauge);
  if (!gauge || !measuresLength(gauge)) throw new BadInput('gauge', 'measures no play', ask.gauge);
  const { axle, kind } = partsOf(ask.joint);
  const spec = context.type.axles[axle];
  const is = vehicleOf(c).playMm(ask.joint);
  if (is === undefined) throw new BadInput('joint', 'is none a gauge can be set to', ask.joint);
  const check = checkFor(spec, kind);
  const counts = check !== undefined && stateCounts(spec, check, kind, ask.state).counts;
  const n = c.asked.filter((a) => a.ask.of === 'gauge' && a.ask.joint === ask.joint).length;
  const chance = lotOf(c.truth, 'gauge', ask.joint, ask.gauge, n);
  const step = resolutionMm(gauge);
  const rounded = (mm: number) => Math.round(mm / step) * step;
  // Where it is set against the part is where its zero happens to be, mm (invented).
  const first = rounded(chance.between(0.5, 1.5));
  const playMm = Math.max(0, (counts ? is : 0) + gauge.known.sdMm * chance.bell());
  const show = (mm: number) => trimmed(convert(mm, 'mm', gauge.unit, 'length'), 4);
  const second = rounded(first + playMm);
  return {
    says: [`Pushed: ${show(first)} ${gauge.unit}. Pulled: ${show(second)} ${gauge.unit}.`],
    minutes: changeMinutes(c, ask.state) + READING_MINUTES,
    showed: { of: 'gauge', playMm: second - first, counts },
    readings: [show(first), show(second)],
  };
}

/** Whether any fault of a part is worn: of a link either end, or its body. */
export function wornAt(t: Pick<Truth, 'worn'>, s: JobState, joint: JointId): boolean {
  const ends = new Set<string>(assemblyJoints(joint));
  const at = faultsOf(s.context.type).filter((f) => f.joint && ends.has(f.joint));
  return at.some((f) => t.worn.includes(f.id));
}

function inHand(c: PracticeContext, joint: JointId): PracticeAnswer {
  const worn = wornAt(c.truth, c.state, joint);
  const loose = lotOf(c.truth, 'hand', joint).chance(HAND_WRONG) ? !worn : worn;
  const spec = c.state.context.type.axles[partsOf(joint).axle];
  // The old part is in the hand, whatever has been fitted since.
  const old = practiceVehicle(c.truth, c.state.context.type, c.table, otherSide(c.state.context.rules.driverSide));
  const seen = old.sees(joint, JOINT_SPECS[partsOf(joint).kind].defects(spec));
  return { says: [sayInHand(loose), saySeen(seen)].filter((x) => x), minutes: LOOK_MINUTES, showed: { of: 'hand', loose } };
}

/** A step as it goes: what goes wrong at it is there until a rung has done it. */
function stepped(c: PracticeContext, id: string): PracticeAnswer {
  const step = planOf(c.state).find((p) => p.id === id);
  if (!step) throw new BadInput('step', 'is none of the plan', id);
  const trouble = troubleAt(c, id);
  return {
    says: [trouble ? sayTrouble(trouble) : 'It goes as it should.'],
    minutes: step.minutes,
    showed: { of: 'step', ...(trouble ? { trouble } : {}) },
  };
}

/** What goes wrong at a step of the plan, if anything does and it was not overcome. */
export function troubleAt(c: PracticeContext, id: string): TroubleId | undefined {
  const step = planOf(c.state).find((p) => p.id === id);
  const all = step?.troubles ?? [];
  const overcome = c.asked.some(
    (a) => a.ask.of === 'rung' && a.ask.step === id && a.answer.showed.of === 'rung' && a.answer.showed.worked,
  );
  if (!step || all.length === 0 || overcome) return undefined;
  // A part out of the wrong box does not go on.
  if (all.includes('part wrong') && step.joint && wrongTaken(c, step.joint)) return 'part wrong';
  const mine = all.filter((t) => t !== 'part wrong' && t !== 'part broke');
  const chance = lotOf(c.truth, 'step', id);
  const share = TROUBLE_SHARE[c.grade] * (c.truth.rusty && step.phase === 'undo' ? RUST_FACTOR : 1);
  return mine.length && chance.chance(share) ? chance.pick(mine) : undefined;
}

function tried(c: PracticeContext, { step, ladder, rung }: Extract<PracticeAsk, { of: 'rung' }>): PracticeAnswer {
  const rungs = ladderAt(ladder, planOf(c.state).find((p) => p.id === step)?.there);
  const r = rungs.find((x) => x.id === rung);
  if (!r) throw new BadInput('rung', 'is none of this ladder', rung);
  const last = rungs.at(-1) === r;
  const worked = last || lotOf(c.truth, 'rung', step, ladder, rung).chance(RUNG_SHARE);
  return {
    says: [`${r.title}: ${worked ? 'that does it' : 'it does not do it'}.`],
    minutes: r.minutes,
    showed: { of: 'rung', worked },
  };
}

/** The first thing the customer says, before anybody asks. */
export function sayOpening(said: Said): string {
  const [noise] = said.character;
  const [when] = said.when;
  return `“It makes a ${noise ?? 'noise'}${when ? `. ${capital(when)}, mostly` : ''}. Can you look?”`;
}
