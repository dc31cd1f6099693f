import { checksOf, isDangerous, isJointId, jointId, partsOf, statesFor, type CheckId, type JointId } from '../joint';
import type { Dialect } from '../text';
import { AXLES, SIDES, type AxleEnd, type Side, type VehicleState } from '../vehicle';
import { buildCase, type Case, type CaseModel } from './case';
import { manoeuvreSign } from './case-signs';
import { conflicts, type Conflict } from './conflict';
import { elsewhereChecks, type ElsewhereCheckId } from './elsewhere';
import { familyOf, type Family } from './families';
import { sayFault, type FaultId, type OtherFault } from './faults';
import { planChecks, type CheckCandidate, type Known, type PlannedCheck } from './next-checks';
import { planRoad, type PlannedManoeuvre } from './road';
import { chanceOfSets, leftOut, makesIf, someMakes, someWorn, type Weighed } from './sources';
import type { SuspectsTable } from './suspects-table';
import { ranked, weighCase, type Suspect } from './suspects';
import { componentOf, foundEvidence } from './worn';
import { MANOEUVRES, type Manoeuvre } from './words';
import { reasonsFor, type Reason } from './why';

/** What the diagnosis is asked. Plain data: it crosses into a worker. */
export interface DiagnosisRequest {
  readonly case: Case;
  readonly dialect: Dialect;
  /** How the vehicle stands. */
  readonly standing: VehicleState;
  /** Joints a valid look has settled: no check is planned for them. */
  readonly settled: readonly (JointId | OtherFault)[];
  /** Of them, those felt tight: where the noise still points at one, it is looked at another way. */
  readonly tight: readonly JointId[];
  /** Danger checks that are owed before a verdict. */
  readonly owed: readonly JointId[];
  /** Checks that were made where they count, and told nothing or need not be made again. */
  readonly tried: readonly { readonly check: CheckId | ElsewhereCheckId; readonly of: JointId | OtherFault }[];
  /** Whether the shop drives with the links off. */
  readonly linksOffDrive: boolean;
  /** Nothing dangerous is on record that forbids a drive. */
  readonly mayDrive: boolean;
}

/** What the plan calls our own drive. */
export const DRIVE_CHECK = 'drive';

/** A step of the plan, in the plate's terms. */
export interface NextCheck extends PlannedCheck {
  readonly check: CheckId | ElsewhereCheckId | typeof DRIVE_CHECK;
  readonly axle?: AxleEnd;
  readonly side?: Side;
  /** What it would settle; nothing where it is a drive. */
  readonly of: readonly (JointId | OtherFault)[];
  readonly owed: readonly JointId[];
  /** Of a drive: what to try, what tells most first. */
  readonly manoeuvres?: readonly Manoeuvre[];
  /** Looked at before and felt tight: this is another way. */
  readonly again?: boolean;
}

/** What one result would do to the first suspect. */
export interface Change {
  readonly fault: FaultId;
  readonly of: FaultId;
  readonly moves: number;
  readonly tight: number;
}

export interface Diagnosis {
  /** How far it has come: the ranking, then the plan with its first step, the reasons, the drive. */
  readonly stage: 'ranked' | 'planned' | 'explained' | 'done';
  /** The last answer, shown while a newer one is worked out: nothing is written by it. */
  readonly again?: boolean;
  readonly suspects: readonly Suspect[];
  /** P(any of the first one, two, three … suspects makes it). */
  readonly together: readonly number[];
  /** Both chances of any fault at a joint, for joints with several. */
  readonly joints: readonly { readonly joint: JointId; readonly makes: number; readonly worn: number }[];
  /** Where no part stands out but a family does. */
  readonly family?: Family | undefined;
  /** P(something that is none of the list makes it), and P(nothing makes it now). */
  readonly unlisted: number;
  readonly nothing: number;
  /** No more than this share of the chance was left out: more parts sounding at once than are summed. */
  readonly leftOut: number;
  readonly conflicts: readonly Conflict[];
  readonly plan: readonly NextCheck[];
  /** Reasons of the first suspects, by fault. */
  readonly why: Readonly<Record<string, readonly Reason[]>>;
  /** What would change the first suspect most. */
  readonly changes: readonly Change[];
  readonly road: readonly PlannedManoeuvre[];
}

/** How many suspects are explained. */
const EXPLAINED = 4;
/** All that was felt tight, together still so likely to make the noise. */
const POINTS_CLEARLY = 0.4;
/** With a dangerous part likelier worn than this, hands come before a drive (common practice, no source). */
const NOT_DRIVEN = 0.2;
/** Out of the gate and back, and what each manoeuvre takes, minutes (common practice, no source). */
const DRIVE_MINUTES = 5;
const MANOEUVRE_MINUTES = 1;
const MOST_DRIVEN = 4;
/** A manoeuvre that tells less than this, bits, is not driven. */
const WORTH_DRIVING = 0.02;

type Candidate = CheckCandidate & Pick<NextCheck, 'check' | 'axle' | 'side' | 'of' | 'manoeuvres' | 'again'>;

/** What a look at a joint, or at a fault that is none, may find: the chance of its being felt, by what may be worn there. */
export const lookResult = (
  b: Pick<CaseModel, 'faults'>,
  s: SuspectsTable,
  of: JointId | OtherFault,
  owed: boolean,
): CheckCandidate['results'][number] => ({
  leak: s.felt.leak,
  links: b.faults.flatMap((f, fault) => {
    const q = f.joint === of || f.id === of ? (s.felt.by[f.kind] ?? 0) : 0;
    return q > 0 ? [{ fault, q }] : [];
  }),
  dangerous: isJointId(of) && isDangerous(partsOf(of).kind),
  owed,
});

/** Every check that could still tell something of this vehicle, each side by itself, and a drive. */
export function candidatesOf(r: DiagnosisRequest, b: CaseModel, w: Weighed, s: SuspectsTable): Candidate[] {
  const makes = (of: JointId) => b.faults.reduce((p, f, i) => (f.joint === of ? p + w.makes[i]! : p), 0);
  // Everything felt tight, and the noise still points there: what leads of it is looked at another way.
  const pointed = r.tight.map((id) => ({ id, p: makes(id) })).sort((x, y) => y.p - x.p);
  const clear = pointed.reduce((p, x) => p + x.p, 0) >= POINTS_CLEARLY;
  const again = new Set<string>(clear ? pointed.filter((x) => x.p >= pointed[0]!.p / 2).map((x) => x.id) : []);
  const settled = new Set<string>(r.settled.filter((id) => !again.has(id)));
  const owed = new Set<string>(r.owed);
  const tried = new Set(r.tried.map((t) => `${t.check} ${t.of}`));
  const resultOf = (of: JointId | OtherFault) => lookResult(b, s, of, owed.has(of));
  const out: Candidate[] = [];
  for (const axle of AXLES) {
    const spec = r.case.type.axles[axle];
    for (const check of checksOf(spec)) {
      for (const side of SIDES) {
        const unsettled = check.settles
          .map((k) => jointId(axle, side, k))
          .filter((id) => !settled.has(id) && !tried.has(`${check.id} ${id}`) && again.has(id) === (check.another === true));
        if (unsettled.length === 0) continue;
        const states = statesFor(
          spec,
          check,
          unsettled.map((id) => partsOf(id).kind),
        );
        out.push({
          id: `${check.id} ${axle} ${side}`,
          check: check.id,
          axle,
          side,
          of: unsettled,
          minutes: check.minutes,
          states,
          results: unsettled.map(resultOf),
          ...(check.another ? { again: true } : {}),
        });
      }
    }
  }
  for (const check of elsewhereChecks(r.case.type)) {
    const unsettled = check.finds.filter((f) => !settled.has(f) && !tried.has(`${check.id} ${f}`));
    if (unsettled.length)
      out.push({
        id: check.id,
        check: check.id,
        of: unsettled,
        minutes: check.minutes,
        states: check.states,
        results: unsettled.map(resultOf),
      });
  }
  const drive = driveOf(r, b, w, s);
  return drive ? [...out, drive] : out;
}

/** Our own drive, with the manoeuvres that tell most; none where a dangerous part is likely worn. */
function driveOf(r: DiagnosisRequest, b: CaseModel, w: Weighed, s: SuspectsTable): Candidate | undefined {
  if (!r.mayDrive || b.faults.some((f, i) => f.dangerous && w.worn[i]! >= NOT_DRIVEN)) return undefined;
  const allowed = MANOEUVRES.filter((m) => m !== 'links off, both sides');
  const best = planRoad(r.case, b, w, s, allowed)
    .filter((m) => m.bits >= WORTH_DRIVING)
    .slice(0, MOST_DRIVEN)
    .map((m) => m.manoeuvre);
  if (best.length === 0) return undefined;
  return {
    id: DRIVE_CHECK,
    check: DRIVE_CHECK,
    of: [],
    manoeuvres: best,
    minutes: DRIVE_MINUTES + MANOEUVRE_MINUTES * best.length,
    states: ['on-wheels'],
    results: [],
    heard: best.map((m) => manoeuvreSign(b, r.case.type, m, s)),
  };
}

/** Likely enough together to be named though no one of them is. */
const NAMED_TOGETHER = 0.3;

/** Both chances of any fault at a joint, where there are several and they matter. */
function jointChances(w: Weighed, b: CaseModel): Diagnosis['joints'] {
  const at = new Map<JointId, number[]>();
  b.faults.forEach((f, i) => f.joint && at.set(f.joint, [...(at.get(f.joint) ?? []), i]));
  return [...at].flatMap(([joint, faults]) => {
    const sum = (of: Float64Array) => faults.reduce((p, f) => p + of[f]!, 0);
    if (faults.length < 2 || Math.max(sum(w.worn), sum(w.makes)) < NAMED_TOGETHER) return [];
    return [{ joint, makes: someMakes(w, faults), worn: someWorn(w, faults) }];
  });
}

function changesOf(
  known: Known,
  first: Suspect | undefined,
  plan: readonly NextCheck[],
  all: readonly Candidate[],
  b: CaseModel,
): Change[] {
  if (!first) return [];
  const fault = b.faults.findIndex((f) => f.id === first.fault);
  const out: Change[] = [];
  for (const step of plan.slice(0, 3)) {
    const c = all.find((x) => x.id === step.id)!;
    c.of.forEach((of, i) => {
      const r = c.results[i]!;
      const part = known.w.at[r.links[0]!.fault]!.part;
      const placed = known.evidence.filter((e) => known.w.at[e.faults[0]!]!.part === part);
      const ifFound = (found: 0 | 1) =>
        makesIf(
          known.w,
          part,
          componentOf(known.net, known.w.parts[part]!.faults, [...placed, foundEvidence(c.id, r, found, 1 - found)]),
          [fault],
        )[0]!;
      const [tight, moves] = [ifFound(0), ifFound(1)];
      const name = (b.faults.find((f) => f.joint === of || f.id === of)?.id ?? of) as FaultId;
      out.push({ fault: first.fault, of: name, moves, tight });
    });
  }
  const size = (x: Change) => Math.max(Math.abs(x.moves - first.makes), Math.abs(x.tight - first.makes));
  return out
    .filter((x) => size(x) >= 0.05)
    .sort((x, y) => size(y) - size(x))
    .slice(0, 2);
}

/** What the plan must come to: a look at what the noise points at, and, where any is owed, a danger check. */
function musts(suspects: readonly Suspect[], all: readonly Candidate[]): string[][] {
  const checksFor = (x: Suspect) => all.filter((c) => (c.of as readonly string[]).includes(x.joint ?? x.fault)).map((c) => c.id);
  const pointed = suspects.map(checksFor).find((ids) => ids.length > 0) ?? [];
  const owed = all.filter((c) => c.results.some((x) => x.owed)).map((c) => c.id);
  return [pointed, owed].filter((ids) => ids.length > 0);
}

/**
 * The whole diagnosis, best first: after the ranking, after each step of the plan, after the reasons
 * and after the drive it yields what it has so far, so that a worker can show it and be called off.
 * @throws BadInput when a number of the case is none, or evidence that cannot all be true
 */
export function* diagnoseInSteps(r: DiagnosisRequest, s: SuspectsTable): Generator<Diagnosis | undefined, Diagnosis> {
  const b = buildCase(r.case, s);
  const w = weighCase(b);
  const known: Known = { net: b.net, evidence: b.evidence, w };
  const suspects = ranked(b, w, r.dialect);
  const place = new Map(b.faults.map((f, i) => [f.id, i]));
  const leading = suspects.slice(0, EXPLAINED).map((x) => place.get(x.fault)!);
  const chances = chanceOfSets(w);
  const family = familyOf(b, w, r.dialect);
  let d: Diagnosis = {
    stage: 'ranked',
    suspects,
    together: leading.map((_, i) => someMakes(w, leading.slice(0, i + 1), chances)),
    joints: jointChances(w, b),
    ...(family ? { family } : {}),
    unlisted: w.makes[b.faults.length]!,
    nothing: w.nothing,
    leftOut: leftOut(w),
    conflicts: conflicts(r.case, b, s),
    plan: [],
    why: {},
    changes: [],
    road: [],
  };
  yield d;
  const all = candidatesOf(r, b, w, s);
  // With nothing known it is driven before anything is looked at.
  const first = b.spoken.length === 0 ? [DRIVE_CHECK] : [];
  for (const step of planChecks({ known, candidates: all, state: r.standing, first, must: musts(suspects, all) })) {
    const { check, axle, side, of, manoeuvres, again } = all.find((c) => c.id === step.id)!;
    const owed = of.filter((x): x is JointId => (r.owed as readonly string[]).includes(x));
    d = {
      ...d,
      stage: 'planned',
      plan: [
        ...d.plan,
        {
          ...step,
          check,
          of,
          owed,
          ...(axle ? { axle } : {}),
          ...(side ? { side } : {}),
          ...(manoeuvres ? { manoeuvres } : {}),
          ...(again ? { again } : {}),
        },
      ],
    };
    yield d;
  }
  d = { ...d, stage: 'planned', changes: changesOf(known, suspects[0], d.plan, all, b) };
  yield d;
  const reasons = yield* quietly(reasonsFor(b, w, leading));
  d = { ...d, stage: 'explained', why: Object.fromEntries(leading.map((f, i) => [b.faults[f]!.id, reasons[i]!])) };
  yield d;
  const allowed = MANOEUVRES.filter((m) => r.linksOffDrive || m !== 'links off, both sides');
  return { ...d, stage: 'done', road: planRoad(r.case, b, w, s, allowed) };
}

/** Runs on, yielding nothing to show but a moment to be called off. */
function* quietly<T>(g: Generator<void, T>): Generator<undefined, T> {
  for (;;) {
    const n = g.next();
    if (n.done) return n.value;
    yield undefined;
  }
}

/** The whole diagnosis in one go. */
export function diagnose(r: DiagnosisRequest, s: SuspectsTable): Diagnosis {
  const steps = diagnoseInSteps(r, s);
  for (;;) {
    const n = steps.next();
    if (n.done) return n.value;
  }
}

/** "Rock the left wheel at 12 and 6", with its axle where that is not the one worked on; or a check elsewhere. */
export function checkTitle(n: Pick<NextCheck, 'check' | 'axle' | 'side'>, type: Case['type'], home: AxleEnd): string {
  if (n.check === DRIVE_CHECK) return 'Drive it yourself';
  const c = n.axle
    ? checksOf(type.axles[n.axle]).find((x) => x.id === n.check)
    : elsewhereChecks(type).find((x) => x.id === n.check);
  const title = (c?.title ?? sayFault(n.check)).replace('{side}', n.side ?? '');
  return n.axle && n.axle !== home ? `${title}, ${n.axle} axle` : title;
}
