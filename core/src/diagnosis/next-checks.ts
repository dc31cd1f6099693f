import { stateMinutes, VEHICLE_STATES, type VehicleState } from '../vehicle';
import { chanceFound, information, type Result } from './information';
import { eliminate, type Eliminated, type Evidence, type Network } from './network';

/** One action at the vehicle, and what it can show. */
export interface CheckCandidate {
  readonly id: string;
  readonly minutes: number;
  /** The states in which it counts. */
  readonly states: readonly VehicleState[];
  readonly results: readonly (Result & { readonly dangerous: boolean; readonly owed: boolean })[];
}

export interface PlanProblem {
  readonly net: Network;
  readonly said: readonly Evidence[];
  readonly candidates: readonly CheckCandidate[];
  /** How the vehicle stands now. */
  readonly state: VehicleState;
}

export interface PlannedCheck {
  readonly id: string;
  readonly state: VehicleState;
  /** To bring the vehicle into that state; 0 when it stands so. */
  readonly changeMinutes: number;
  readonly minutes: number;
  /** What it is worth, see `worth`. */
  readonly bits: number;
}

/** What an owed danger check is worth beside what it tells: it must be made before a verdict anyway. */
const OWED_BITS = 0.1;
/** Less than this is not worth a walk round the vehicle. */
const LEAST_BITS = 0.02;
/** What is known after half an hour counts 1/e of what is known now. */
const PATIENCE_MINUTES = 30;
/** How many of the best are weighed again after each step of the plan. */
const WEIGHED_AGAIN = 8;

/** A state of knowledge: what was said so far, and the posterior of it. */
export interface Known {
  readonly net: Network;
  readonly said: readonly Evidence[];
  readonly p: Eliminated;
}

export function know(net: Network, said: readonly Evidence[]): Known {
  return { net, said, p: eliminate(net, said) };
}

/** Where the noise says nothing of a part, what is learnt of it counts this much at least. */
const LEAST_RELEVANT = 0.1;
/** A part the noise makes this much likelier (posterior over prior, less 0.6) counts in full. */
const relevance = (k: Known, fault: number): number =>
  Math.min(1, Math.max(LEAST_RELEVANT, k.p.faults[fault]! / k.net.faults[fault]!.prior - 0.6));

/**
 * What a check is worth, bits: what it tells about which parts are worn, in full where the noise points
 * at one of them and a part of it where it does not; what it tells about the dangerous ones besides, in
 * full where they are owed; and a little for each danger check that is owed anyway.
 */
export function worth(k: Known, c: CheckCandidate): number {
  const points = Math.max(...c.results.flatMap((r) => r.links.map((l) => relevance(k, l.fault))), LEAST_RELEVANT);
  const all = information(k.net, k.said, k.p, c.results);
  const danger = c.results.filter((r) => r.dangerous);
  const dangerous = danger.length === c.results.length ? all : danger.length ? information(k.net, k.said, k.p, danger) : 0;
  const owed = c.results.filter((r) => r.owed).length;
  return points * all + (owed ? dangerous : points * dangerous) + OWED_BITS * owed;
}

/** Knowledge after a check that showed what is likeliest, or what is said. */
export function assume(k: Known, c: CheckCandidate, shows?: boolean): Known {
  const findings = [...k.net.findings];
  const said = [...k.said];
  for (const [i, r] of c.results.entries()) {
    const found = shows ?? chanceFound(k.p.faults, r) > 0.5;
    findings.push({ id: `${c.id} ${i}`, leak: r.leak, links: r.links });
    said.push({ finding: findings.length - 1, ifFound: found ? 1 : 0, ifNot: found ? 0 : 1 });
  }
  return know({ faults: k.net.faults, findings }, said);
}

/** The worth of a plan: each step's, less the later it is known. What the plan tries to make large. */
export function planWorth(steps: readonly PlannedCheck[]): number {
  let t = 0;
  return steps.reduce((sum, s) => {
    t += s.changeMinutes + s.minutes;
    return sum + s.bits * Math.exp(-t / PATIENCE_MINUTES);
  }, 0);
}

interface Weighed {
  readonly c: CheckCandidate;
  readonly bits: number;
}

const payPerMinute = (a: Weighed, b: Weighed) => b.bits / b.c.minutes - a.bits / a.c.minutes;

/** The step that pays best per minute: the state whose best few checks pay for its change, and of them the first. */
function bestByRate(left: readonly Weighed[], state: VehicleState): { x: Weighed; to: VehicleState } | undefined {
  let best: { x: Weighed; to: VehicleState; rate: number } | undefined;
  for (const to of VEHICLE_STATES) {
    let minutes = stateMinutes(state, to);
    let bits = 0;
    let rate = 0;
    const here = left.filter((x) => x.c.states.includes(to)).sort(payPerMinute);
    for (const x of here) {
      minutes += x.c.minutes;
      bits += x.bits;
      rate = Math.max(rate, bits / minutes);
    }
    if (here[0] && (!best || rate > best.rate)) best = { x: here[0], to, rate };
  }
  return best;
}

const stepOf = (x: Weighed, from: VehicleState, to: VehicleState): PlannedCheck => ({
  id: x.c.id,
  state: to,
  changeMinutes: stateMinutes(from, to),
  minutes: x.c.minutes,
  bits: x.bits,
});

/** What is left after a check: of another look at the same part little is left to tell. */
function without(left: readonly Weighed[], x: Weighed): Weighed[] {
  const seen = new Set(x.c.results.flatMap((r) => r.links.map((l) => l.fault)));
  return left
    .filter((y) => y.c !== x.c)
    .map((y) => {
      const fresh = y.c.results.filter((r) => r.links.some((l) => !seen.has(l.fault))).length / y.c.results.length;
      return fresh === 1 ? y : { c: y.c, bits: y.bits * Math.max(0.1, fresh) };
    });
}

/** Each first step there is, played on by rate to the end with the worths of now: the one whose plan is worth most. */
function bestFirst(left: readonly Weighed[], state: VehicleState, steps: number): { x: Weighed; to: VehicleState } | undefined {
  let best: { x: Weighed; to: VehicleState; plan: number } | undefined;
  for (const x of left)
    for (const to of x.c.states) {
      const plan = [stepOf(x, state, to)];
      let rest = without(left, x);
      let at = to;
      while (plan.length < steps) {
        const n = bestByRate(rest, at);
        if (!n) break;
        plan.push(stepOf(n.x, at, n.to));
        rest = without(rest, n.x);
        at = n.to;
      }
      const value = planWorth(plan);
      if (!best || value > best.plan) best = { x, to, plan: value };
    }
  return best;
}

/**
 * A plan of checks, step by step: each possible first step is played on to the end of the plan by
 * worth per minute (a state's change counted once), and the best taken; then what is likeliest is taken
 * as seen, and only the best candidates are weighed again (troubleshooting under decision theory:
 * Heckerman, Breese & Rommelse 1995; playing on from each first step: rollout, Bertsekas). Re-planned by
 * the caller on every entry.
 */
export function* planChecks(p: PlanProblem, most = 5): Generator<PlannedCheck, void> {
  let k = know(p.net, p.said);
  let state = p.state;
  let left = p.candidates.map((c): Weighed => ({ c, bits: worth(k, c) }));
  for (let n = 0; n < most; n++) {
    left = left.filter((x) => x.bits >= LEAST_BITS);
    const best = bestFirst(left, state, most - n);
    if (!best) return;
    const { x, to } = best;
    yield stepOf(x, state, to);
    state = to;
    left = left.filter((y) => y !== x);
    if (left.length === 0 || n + 1 === most) return;
    k = assume(k, x.c);
    const again = new Set([...left].sort(payPerMinute).slice(0, WEIGHED_AGAIN));
    left = left.map((y) => (again.has(y) ? { c: y.c, bits: worth(k, y.c) } : y));
  }
}
