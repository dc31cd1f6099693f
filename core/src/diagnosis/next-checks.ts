import { within } from '../error';
import { stateMinutes, VEHICLE_STATES, type VehicleState } from '../vehicle';
import { driveTells, heardGiven, lookTells } from './information';
import { alsoHeard, weigh, type SoundSign, type SourceSets, type Weighed } from './sources';
import { foundEvidence, wornLayer, type NoisyOr, type PartEvidence, type WornFault } from './worn';

/** One action at the vehicle, and what it can show. */
export interface CheckCandidate {
  readonly id: string;
  readonly minutes: number;
  /** The states in which it counts. */
  readonly states: readonly VehicleState[];
  readonly results: readonly (NoisyOr & { readonly dangerous: boolean; readonly owed: boolean })[];
  /** A drive: nothing is looked at, and each of these may be heard. */
  readonly heard?: readonly Omit<SoundSign, 'words' | 'a' | 'b'>[];
}

/** What is known, and what may be added to it. */
export interface Known {
  readonly net: readonly WornFault[];
  readonly evidence: readonly PartEvidence[];
  readonly w: Weighed;
}

export interface PlanProblem {
  readonly known: Known;
  readonly candidates: readonly CheckCandidate[];
  /** How the vehicle stands now. */
  readonly state: VehicleState;
  /** One of these is made first. */
  readonly first?: readonly string[];
  /** Of each of these lists one candidate at least is in the plan. */
  readonly must?: readonly (readonly string[])[];
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
const OWED_BITS = 0.05;
/** Less than this is not worth a walk round the vehicle. */
const LEAST_BITS = 0.01;
/** What is known after six minutes counts 1/e of what is known now. */
const PATIENCE_MINUTES = 6;
/** What the noise says nothing about counts a tenth. */
const BESIDE = 0.1;

export function know(net: readonly WornFault[], evidence: readonly PartEvidence[], sets: SourceSets, from?: Weighed): Known {
  return { net, evidence, w: weigh(sets, wornLayer(net, evidence), from) };
}

/**
 * What a check is worth, bits: what it tells about which parts make the noise in full; what it tells besides about
 * which are worn a tenth, and of the dangerous ones that are owed in full; and a little for each danger check that is
 * owed anyway. Nothing is counted twice: I(worn; results) = I(source; results) + I(worn; results | source).
 */
export function worth(k: Known, c: CheckCandidate): number {
  if (c.heard)
    return driveTells(
      k.w,
      c.heard.map((s) => heardGiven(k.w, s)),
    ).source;
  const all = lookTells(k.w, c.results);
  const owed = c.results.filter((r) => r.dangerous && r.owed);
  const must = owed.length === 0 ? { source: 0, wear: 0 } : owed.length === c.results.length ? all : lookTells(k.w, owed);
  return all.source + BESIDE * (all.wear - all.source) + (1 - BESIDE) * (must.wear - must.source) + OWED_BITS * owed.length;
}

/** Knowledge after a check that showed what is likeliest, or what is said. */
export function assume(k: Known, c: CheckCandidate, shows?: boolean): Known {
  if (c.heard) {
    const heard = c.heard.map((s) => heardGiven(k.w, s));
    const { chance } = driveTells(k.w, heard);
    const sets = heard.reduce((x, h, i) => alsoHeard(x, h, shows ?? chance[i]! > 0.5), k.w.sets);
    return { ...k, w: weigh(sets, k.w.parts) };
  }
  const likely = shows === undefined ? lookTells(k.w, c.results).found : [];
  const evidence = [
    ...k.evidence,
    ...c.results.map((r, i) => {
      const found = shows ?? likely[i]! > 0.5;
      return foundEvidence(c.id, r, found ? 1 : 0, found ? 0 : 1);
    }),
  ];
  return know(k.net, evidence, k.w.sets, k.w);
}

/** The worth of a plan: each step's, less the later it is known. What the plan tries to make large. */
export function planWorth(steps: readonly PlannedCheck[]): number {
  let t = 0;
  return steps.reduce((sum, s) => {
    t += s.changeMinutes + s.minutes;
    return sum + s.bits * Math.exp(-t / PATIENCE_MINUTES);
  }, 0);
}

interface Weight {
  readonly c: CheckCandidate;
  readonly bits: number;
  readonly rate: number;
}
const weighed = (c: CheckCandidate, bits: number): Weight => ({ c, bits, rate: bits / c.minutes });
const payPerMinute = (a: Weight, b: Weight) => b.rate - a.rate;

/**
 * The step that pays best per minute: the state whose best few checks pay for its change, and of them the first.
 * @param left best rate first
 */
function bestByRate(left: readonly Weight[], state: VehicleState): { x: Weight; to: VehicleState } | undefined {
  let best: { x: Weight; to: VehicleState; rate: number } | undefined;
  for (const to of VEHICLE_STATES) {
    let minutes = stateMinutes(state, to);
    let bits = 0;
    let rate = 0;
    let first: Weight | undefined;
    for (const x of left) {
      if (!x.c.states.includes(to)) continue;
      first ??= x;
      // What pays less than all before it together makes none of them pay better.
      if (x.rate <= rate) break;
      minutes += x.c.minutes;
      bits += x.bits;
      rate = bits / minutes;
    }
    if (first && (!best || rate > best.rate)) best = { x: first, to, rate };
  }
  return best;
}

const stepOf = (x: Weight, from: VehicleState, to: VehicleState): PlannedCheck => ({
  id: x.c.id,
  state: to,
  changeMinutes: stateMinutes(from, to),
  minutes: x.c.minutes,
  bits: x.bits,
});

/** What is left after a check, best rate first: of another look at the same part little is left to tell. */
function without(left: readonly Weight[], x: Weight): Weight[] {
  const seen = new Set<number>();
  for (const r of x.c.results) for (const l of r.links) seen.add(l.fault);
  let less = false;
  const out: Weight[] = [];
  for (const y of left) {
    if (y.c === x.c) continue;
    const all = y.c.results.length;
    let fresh = 0;
    for (const r of y.c.results) if (r.links.some((l) => !seen.has(l.fault))) fresh++;
    if (fresh === all) out.push(y);
    else {
      less = true;
      out.push(weighed(y.c, y.bits * Math.max(0.1, fresh / all)));
    }
  }
  return less ? out.sort(payPerMinute) : out;
}

/** Each first step there is, played on by rate to the end with the worths of now: the one whose plan is worth most. */
function bestFirst(
  first: readonly Weight[],
  left: readonly Weight[],
  state: VehicleState,
  steps: number,
): { x: Weight; to: VehicleState } | undefined {
  let best: { x: Weight; to: VehicleState; plan: number } | undefined;
  for (const x of first)
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

/** So many of the best by rate are tried as the first step. */
const TRIED_FIRST = 12;

/**
 * A plan of checks, step by step: each likely first step is played on to the end of the plan by worth per minute (a
 * state's change counted once), and the best taken; then what is likeliest is taken as seen, and every candidate is
 * weighed again (troubleshooting under decision theory: Heckerman, Breese & Rommelse 1995; playing on from each first
 * step: rollout, Bertsekas). Re-planned by the caller on every entry. What must be in it has its place kept.
 */
export function* planChecks(p: PlanProblem, most = 5): Generator<PlannedCheck, void> {
  within('number of steps', most, 1, 100);
  let k = p.known;
  let state = p.state;
  const weighAll = (cs: readonly CheckCandidate[]) => cs.map((c) => weighed(c, worth(k, c))).sort(payPerMinute);
  let left = weighAll(p.candidates);
  let unmet = (p.must ?? []).filter((ids) => left.some((x) => ids.includes(x.c.id)));
  for (let n = 0; n < most; n++) {
    const due = unmet.flat();
    left = left.filter((x) => x.bits >= LEAST_BITS || due.includes(x.c.id) || x.c.results.some((r) => r.owed));
    const begin = n === 0 && p.first ? left.filter((x) => p.first!.includes(x.c.id)) : [];
    const open = begin.length ? begin : most - n <= unmet.length ? left.filter((x) => due.includes(x.c.id)) : left;
    const first = new Set(open.slice(0, TRIED_FIRST));
    // From the state it stands in nothing is changed: what pays there is tried too, whatever its rank.
    for (const x of open) if (x.c.states.includes(state) && first.size < 2 * TRIED_FIRST) first.add(x);
    const best = bestFirst([...first], left, state, most - n);
    if (!best) return;
    const { x, to } = best;
    yield stepOf(x, state, to);
    state = to;
    left = left.filter((y) => y !== x);
    unmet = unmet.filter((ids) => !ids.includes(x.c.id));
    if (left.length === 0 || n + 1 === most) return;
    k = assume(k, x.c);
    left = weighAll(left.map((y) => y.c));
  }
}
