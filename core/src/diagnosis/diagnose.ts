import { checksOf, isDangerous, jointId, partsOf, stateCounts, type CheckId, type JointId } from '../joint';
import type { Dialect } from '../text';
import { AXLES, SIDES, VEHICLE_STATES, type AxleEnd, type Side, type VehicleState } from '../vehicle';
import { buildCase, type Case, type CaseNet } from './case';
import { conflicts, type Conflict } from './conflict';
import { elsewhereChecks, type ElsewhereCheckId } from './elsewhere';
import { sayFault, type FaultId, type OtherFault } from './faults';
import { assume, know, planChecks, type CheckCandidate, type Known, type PlannedCheck } from './next-checks';
import { planRoad, type PlannedManoeuvre } from './road';
import type { SuspectsTable } from './suspects-table';
import { ranked, type Suspect } from './suspects';
import { MANOEUVRES } from './words';
import { reasonsFor, type Reason } from './why';

/** What the diagnosis is asked. Plain data: it crosses into a worker. */
export interface DiagnosisRequest {
  readonly case: Case;
  readonly dialect: Dialect;
  /** How the vehicle stands. */
  readonly standing: VehicleState;
  /** Joints a valid look has settled: no check is planned for them. */
  readonly settled: readonly (JointId | OtherFault)[];
  /** Danger checks that are owed before a verdict. */
  readonly owed: readonly JointId[];
  /** Checks that were made where they count and told nothing. */
  readonly tried: readonly { readonly check: CheckId | ElsewhereCheckId; readonly of: JointId | OtherFault }[];
  /** Whether the shop drives with the links off. */
  readonly linksOffDrive: boolean;
}

/** A step of the plan, in the plate's terms. */
export interface NextCheck extends PlannedCheck {
  readonly check: CheckId | ElsewhereCheckId;
  readonly axle?: AxleEnd;
  readonly side?: Side;
  /** What it would settle. */
  readonly of: readonly (JointId | OtherFault)[];
  readonly owed: readonly JointId[];
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
  readonly suspects: readonly Suspect[];
  /** P(any fault at this joint), for joints with several. */
  readonly joints: readonly { readonly joint: JointId; readonly p: number }[];
  readonly conflicts: readonly Conflict[];
  readonly plan: readonly NextCheck[];
  /** Reasons of the first suspects, by fault. */
  readonly why: Readonly<Record<string, readonly Reason[]>>;
  /** What would change the first suspect most. */
  readonly changes: readonly Change[];
  readonly road: readonly PlannedManoeuvre[];
  /** Signs that were named and not weighed: too many at once, and these tell least. */
  readonly leftOut: readonly string[];
}

/** How many suspects are explained. */
const EXPLAINED = 4;

type Candidate = CheckCandidate & Pick<NextCheck, 'check' | 'axle' | 'side' | 'of'>;

/** Every check that could still tell something of this vehicle, each side by itself. */
export function candidatesOf(r: DiagnosisRequest, b: CaseNet, s: SuspectsTable): Candidate[] {
  const settled = new Set<string>(r.settled);
  const owed = new Set<string>(r.owed);
  const tried = new Set(r.tried.map((t) => `${t.check} ${t.of}`));
  const resultOf = (of: JointId | OtherFault, dangerous: boolean) => ({
    leak: s.felt.leak,
    links: b.faults.flatMap((f, fault) => (f.joint === of || f.id === of ? [{ fault, q: s.felt.by[f.kind] ?? 0 }] : [])),
    dangerous,
    owed: owed.has(of),
  });
  const out: Candidate[] = [];
  for (const axle of AXLES) {
    const spec = r.case.type.axles[axle];
    for (const check of checksOf(spec)) {
      for (const side of SIDES) {
        const of = check.settles
          .map((k) => jointId(axle, side, k))
          .filter((id) => !settled.has(id) && !tried.has(`${check.id} ${id}`));
        if (of.length === 0) continue;
        const kind = (id: JointId) => partsOf(id).kind;
        const counting = (id: JointId) => VEHICLE_STATES.filter((st) => stateCounts(spec, check, kind(id), st).counts);
        // In a state where it counts for everything it can settle; the dangerous decide where there is none.
        const all = VEHICLE_STATES.filter((st) => of.every((id) => counting(id).includes(st)));
        const states = all.length ? all : counting(of.find((id) => isDangerous(kind(id))) ?? of[0]!);
        out.push({
          id: `${check.id} ${axle} ${side}`,
          check: check.id,
          axle,
          side,
          of,
          minutes: check.minutes,
          states,
          results: of.map((id) => resultOf(id, isDangerous(kind(id)))),
        });
      }
    }
  }
  for (const check of elsewhereChecks(r.case.type)) {
    const of = check.finds.filter((f) => !settled.has(f) && !tried.has(`${check.id} ${f}`));
    if (of.length)
      out.push({
        id: check.id,
        check: check.id,
        of,
        minutes: check.minutes,
        states: check.states,
        results: of.map((f) => resultOf(f, false)),
      });
  }
  return out;
}

/** Likely enough together to be named though no one of them is. */
const NAMED_TOGETHER = 0.3;

/** P(any fault at a joint | evidence), where there are several and they matter: 1 − P(none of them). */
function jointChances(k: Known, b: CaseNet): Diagnosis['joints'] {
  const at = new Map<JointId, number[]>();
  b.faults.forEach((f, i) => f.joint && at.set(f.joint, [...(at.get(f.joint) ?? []), i]));
  return [...at].flatMap(([joint, faults]) => {
    if (faults.length < 2 || faults.reduce((p, f) => p + k.p.faults[f]!, 0) < NAMED_TOGETHER) return [];
    return [{ joint, p: Math.max(0, 1 - Math.exp(k.p.logHeld(faults, false) - k.p.logEvidence)) }];
  });
}

function changesOf(
  r: DiagnosisRequest,
  known: Known,
  first: Suspect | undefined,
  plan: readonly NextCheck[],
  all: readonly Candidate[],
  b: CaseNet,
): Change[] {
  if (!first) return [];
  const fault = b.faults.findIndex((f) => f.id === first.fault);
  const out: Change[] = [];
  for (const step of plan.slice(0, 3)) {
    const c = all.find((x) => x.id === step.id)!;
    c.of.forEach((of, i) => {
      const one = { ...c, results: [c.results[i]!] };
      const tight = assume(known, one, false).p.faults[fault]!;
      const moves = assume(known, one, true).p.faults[fault]!;
      const name = (b.faults.find((f) => f.joint === of || f.id === of)?.id ?? of) as FaultId;
      out.push({ fault: first.fault, of: name, moves, tight });
    });
  }
  const size = (x: Change) => Math.max(Math.abs(x.moves - first.p), Math.abs(x.tight - first.p));
  return out
    .filter((x) => size(x) >= 0.05)
    .sort((x, y) => size(y) - size(x))
    .slice(0, 2);
}

/**
 * The whole diagnosis, best first: after the ranking, after each step of the plan, after the reasons
 * and after the drive it yields what it has so far, so that a worker can show it and be called off.
 * @throws BadInput when a strength is no probability or more than 20 findings are open at once
 */
export function* diagnoseInSteps(r: DiagnosisRequest, s: SuspectsTable): Generator<Diagnosis | undefined, Diagnosis> {
  const b = buildCase(r.case, s);
  const known = know(b.net, b.said);
  const suspects = ranked(b, known.p.faults, r.dialect);
  let d: Diagnosis = {
    stage: 'ranked',
    suspects,
    joints: jointChances(known, b),
    conflicts: conflicts(r.case, b),
    plan: [],
    why: {},
    changes: [],
    road: [],
    leftOut: b.leftOut,
  };
  yield d;
  const all = candidatesOf(r, b, s);
  for (const step of planChecks({ net: b.net, said: b.said, candidates: all, state: r.standing })) {
    const { check, axle, side, of } = all.find((c) => c.id === step.id)!;
    const owed = of.filter((x): x is JointId => (r.owed as readonly string[]).includes(x));
    d = {
      ...d,
      stage: 'planned',
      plan: [...d.plan, { ...step, check, of, owed, ...(axle ? { axle } : {}), ...(side ? { side } : {}) }],
    };
    yield d;
  }
  d = { ...d, stage: 'planned', changes: changesOf(r, known, suspects[0], d.plan, all, b) };
  yield d;
  const first = suspects.slice(0, EXPLAINED).map((x) => b.faults.findIndex((f) => f.id === x.fault));
  const reasons = yield* quietly(reasonsFor(b, known.p.faults, first));
  d = { ...d, stage: 'explained', why: Object.fromEntries(first.map((f, i) => [b.faults[f]!.id, reasons[i]!])) };
  yield d;
  const allowed = MANOEUVRES.filter((m) => r.linksOffDrive || m !== 'links off, both sides');
  const road = yield* quietly(planRoad(r.case, b, known.p.faults, s, allowed));
  return { ...d, stage: 'done', road };
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
  const c = n.axle
    ? checksOf(type.axles[n.axle]).find((x) => x.id === n.check)
    : elsewhereChecks(type).find((x) => x.id === n.check);
  const title = (c?.title ?? sayFault(n.check)).replace('{side}', n.side ?? '');
  return n.axle && n.axle !== home ? `${title}, ${n.axle} axle` : title;
}
