import { BadInput, within } from '../error';

/** A two-layer noisy-OR network (the model of QMR-DT, Shwe et al. 1991). */
export interface Network {
  readonly faults: readonly { readonly id: string; readonly prior: number }[];
  readonly findings: readonly {
    readonly id: string;
    /** P(found | no modelled fault). */
    readonly leak: number;
    /** P(this fault alone makes it found). */
    readonly links: readonly { readonly fault: number; readonly q: number }[];
  }[];
}

/** What was said of a finding: λ1 = P(said | found), λ0 = P(said | not found). Hard yes is (1, 0), hard no (0, 1). */
export interface Evidence {
  readonly finding: number;
  readonly ifFound: number;
  readonly ifNot: number;
}

export interface Posterior {
  /** ln P(evidence): stays finite where the probability itself is smaller than a double can hold. */
  readonly logEvidence: number;
  /** P(fault | evidence) in the network's order. */
  readonly faults: readonly number[];
}

/** Most findings that may be open at once: a table of 2^20 doubles is 8 MB. */
const MOST_OPEN = 20;

/** One fault folded into the table: which findings it opens before and closes after, as bits of the table. */
interface Step {
  readonly fault: number;
  readonly prior: number;
  /** p · ∏(1 − q) over the findings said not to be there. */
  readonly weight: number;
  /** Leaks of the findings that open here; they take the next bits. */
  readonly opens: readonly number[];
  readonly bits: readonly number[];
  readonly qs: readonly number[];
  /** Bits that close after it, highest first, with what was said of each. */
  readonly closes: readonly { readonly bit: number; readonly ifFound: number; readonly ifNot: number }[];
}

type Table = Float64Array;

/** On a table over subsets of findings: each linked finding not yet explained becomes so with chance q. */
function spread(table: Table, bits: readonly number[], qs: readonly number[]): void {
  for (let k = 0; k < bits.length; k++) {
    const bit = 1 << bits[k]!;
    const q = qs[k]!;
    const p = 1 - q;
    for (let base = 0; base < table.length; base += bit << 1) {
      for (let s = base; s < base + bit; s++) {
        const off = table[s]!;
        table[s + bit] = table[s + bit]! + q * off;
        table[s] = p * off;
      }
    }
  }
}

/** The transpose of `spread`. */
function gather(table: Table, bits: readonly number[], qs: readonly number[]): void {
  for (let k = bits.length - 1; k >= 0; k--) {
    const bit = 1 << bits[k]!;
    const q = qs[k]!;
    const p = 1 - q;
    for (let base = 0; base < table.length; base += bit << 1) {
      for (let s = base; s < base + bit; s++) table[s] = p * table[s]! + q * table[s + bit]!;
    }
  }
}

/** A finding enters as its highest bit: not there (1 − leak), there by itself (leak). */
function opened(table: Table, leak: number): Table {
  const out = new Float64Array(table.length * 2);
  for (let s = 0; s < table.length; s++) {
    out[s] = (1 - leak) * table[s]!;
    out[s + table.length] = leak * table[s]!;
  }
  return out;
}
function unopened(table: Table, leak: number): Table {
  const half = table.length / 2;
  const out = new Float64Array(half);
  for (let s = 0; s < half; s++) out[s] = (1 - leak) * table[s]! + leak * table[s + half]!;
  return out;
}

/** A finding leaves, weighed by what was said of it. */
function closed(table: Table, bit: number, ifFound: number, ifNot: number): Table {
  const low = 1 << bit;
  const out = new Float64Array(table.length / 2);
  for (let s = 0; s < out.length; s++) {
    const from = ((s >> bit) << (bit + 1)) | (s & (low - 1));
    out[s] = ifNot * table[from]! + ifFound * table[from + low]!;
  }
  return out;
}
function unclosed(table: Table, bit: number, ifFound: number, ifNot: number): Table {
  const low = 1 << bit;
  const out = new Float64Array(table.length * 2);
  for (let s = 0; s < table.length; s++) {
    const to = ((s >> bit) << (bit + 1)) | (s & (low - 1));
    out[to] = ifNot * table[s]!;
    out[to + low] = ifFound * table[s]!;
  }
  return out;
}

/** Scales a table so that its largest term is 1; gives the logarithm of what was taken out. */
function normalise(table: Table): number {
  let top = 0;
  for (let s = 0; s < table.length; s++) if (table[s]! > top) top = table[s]!;
  if (!(top > 0)) throw new BadInput('evidence', 'cannot all be true at once in this model');
  for (let s = 0; s < table.length; s++) table[s] = table[s]! / top;
  return Math.log(top);
}

function before(table: Table, step: Step): Table {
  return step.opens.reduce((t, leak) => opened(t, leak), table);
}
/** (1 − p) a + w T a. */
function folded(a: Table, step: Step): Table {
  const t = a.slice();
  spread(t, step.bits, step.qs);
  for (let s = 0; s < t.length; s++) t[s] = (1 - step.prior) * a[s]! + step.weight * t[s]!;
  return t;
}
function after(table: Table, step: Step): Table {
  return step.closes.reduce((t, c) => closed(t, c.bit, c.ifFound, c.ifNot), table);
}

interface Problem {
  readonly steps: readonly Step[];
  /** Faults no positive or soft finding points at, in closed form. */
  readonly free: readonly { readonly fault: number; readonly prior: number; readonly weight: number }[];
  /** ln of what does not depend on any fault in the table. */
  readonly log: number;
}

// Asked thousands of times in a sweep: the sentence is only made where it is needed.
const isChance = (p: number): boolean => p >= 0 && p <= 1;

/** Checks what was given and lays out the order of elimination: always the fault that widens the table least. */
function lay(net: Network, said: readonly Evidence[]): Problem {
  for (const f of net.faults) if (!isChance(f.prior)) within(`prior of ${f.id}`, f.prior, 0, 1);
  const seen = new Set<number>();
  const stay = net.faults.map(() => 1);
  const linked = net.faults.map(() => [] as { open: number; q: number }[]);
  const open: { leak: number; ifFound: number; ifNot: number; left: number; bit: number }[] = [];
  let log = 0;
  for (const e of said) {
    const f = net.findings[e.finding];
    if (!f) throw new BadInput('finding', 'is not in the network', e.finding);
    if (seen.has(e.finding)) throw new BadInput(`finding ${f.id}`, 'is said twice');
    seen.add(e.finding);
    if (!isChance(e.ifFound)) within(`evidence for ${f.id}`, e.ifFound, 0, 1);
    if (!isChance(e.ifNot)) within(`evidence for ${f.id}`, e.ifNot, 0, 1);
    if (!isChance(f.leak)) within(`leak of ${f.id}`, f.leak, 0, 1);
    for (const l of f.links) {
      if (!net.faults[l.fault]) throw new BadInput(`link of ${f.id}`, 'names a fault that is not in the network', l.fault);
      if (!isChance(l.q)) within(`strength in ${f.id}`, l.q, 0, 1);
    }
    // Says nothing: equal likelihoods only scale. No fault points at it: its leak alone speaks.
    if (e.ifFound === e.ifNot) log += Math.log(e.ifFound);
    else if (f.links.length === 0) log += Math.log(e.ifNot * (1 - f.leak) + e.ifFound * f.leak);
    else if (e.ifFound === 0) {
      log += Math.log(e.ifNot * (1 - f.leak));
      for (const l of f.links) stay[l.fault]! *= 1 - l.q;
    } else {
      for (const l of f.links) linked[l.fault]!.push({ open: open.length, q: l.q });
      open.push({ leak: f.leak, ifFound: e.ifFound, ifNot: e.ifNot, left: f.links.length, bit: -1 });
    }
  }
  if (log === -Infinity) throw new BadInput('evidence', 'cannot all be true at once in this model');

  const rest = new Set(net.faults.map((_, i) => i).filter((i) => linked[i]!.length > 0));
  const steps: Step[] = [];
  let width = 0;
  while (rest.size > 0) {
    const cost = (i: number) => {
      let c = 0;
      for (const l of linked[i]!) {
        const o = open[l.open]!;
        if (o.bit < 0) c += 1000;
        if (o.left === 1) c--;
      }
      return c;
    };
    let fault = -1;
    let least = Infinity;
    for (const i of rest) {
      const c = cost(i);
      if (c < least) {
        least = c;
        fault = i;
      }
    }
    rest.delete(fault);
    const opens: number[] = [];
    for (const l of linked[fault]!) {
      const o = open[l.open]!;
      if (o.bit < 0) {
        o.bit = width++;
        opens.push(o.leak);
      }
    }
    if (width > MOST_OPEN) throw new BadInput('number of positive findings', `must be ${MOST_OPEN} or fewer at once`, width);
    const bits = linked[fault]!.map((l) => open[l.open]!.bit);
    const ending = linked[fault]!.map((l) => open[l.open]!)
      .filter((o) => --o.left === 0)
      .sort((a, b) => b.bit - a.bit);
    const closes = ending.map((o) => ({ bit: o.bit, ifFound: o.ifFound, ifNot: o.ifNot }));
    for (const { bit } of closes) {
      for (const o of open) if (o.left > 0 && o.bit > bit) o.bit--;
      width--;
    }
    const prior = net.faults[fault]!.prior;
    steps.push({ fault, prior, weight: prior * stay[fault]!, opens, bits, qs: linked[fault]!.map((l) => l.q), closes });
  }
  const free = net.faults.flatMap((f, fault) =>
    linked[fault]!.length === 0 ? [{ fault, prior: f.prior, weight: f.prior * stay[fault]! }] : [],
  );
  return { steps, free, log };
}

/** Chance that a fault in closed form leaves the negative findings as they are. */
function weigh(f: Problem['free'][number]): number {
  const some = 1 - f.prior + f.weight;
  if (!(some > 0)) throw new BadInput('evidence', 'cannot all be true at once in this model');
  return some;
}

const onward = (table: Table, step: Step): { next: Table; log: number } => {
  const next = after(folded(before(table, step), step), step);
  return { next, log: normalise(next) };
};

/** ln P(evidence) alone: the forward pass of `posterior`, at half its cost. Same errors. */
export function logEvidence(net: Network, said: readonly Evidence[]): number {
  const { steps, free, log } = lay(net, said);
  let sum = log;
  for (const f of free) sum += Math.log(weigh(f));
  let a: Table = Float64Array.of(1);
  for (const step of steps) {
    const r = onward(a, step);
    a = r.next;
    sum += r.log;
  }
  return sum;
}

/** The tables on both sides of every fault, with the logarithm of what was scaled out of each. */
interface Kept {
  readonly forward: { readonly table: Table; readonly log: number }[];
  readonly backward: { readonly table: Table; readonly log: number }[];
}

/** One pass forward and one back; with `kept` every table is kept there, else forward tables only at every √n-th fault. */
function passes(net: Network, { steps, free, log }: Problem, kept?: Kept): Posterior {
  const out = net.faults.map((f) => f.prior);
  let logEvidence = log;
  for (const f of free) {
    const some = weigh(f);
    out[f.fault] = f.weight / some;
    logEvidence += Math.log(some);
  }
  const stride = kept ? 1 : Math.max(1, Math.ceil(Math.sqrt(steps.length)));
  const checkpoints: Table[] = [];
  let a: Table = Float64Array.of(1);
  let logA = 0;
  steps.forEach((step, k) => {
    if (k % stride === 0) checkpoints.push(a);
    kept?.forward.push({ table: a, log: logA });
    const r = onward(a, step);
    a = r.next;
    logA += r.log;
  });
  logEvidence += logA;
  // All findings are closed: one number is left, and it was scaled to 1.
  let b: Table = Float64Array.of(1);
  let logB = 0;
  for (let block = checkpoints.length - 1; block >= 0; block--) {
    const from = block * stride;
    const to = Math.min(steps.length, from + stride);
    const tables: Table[] = [checkpoints[block]!];
    for (let k = from; k < to - 1; k++) tables.push(onward(tables.at(-1)!, steps[k]!).next);
    for (let k = to - 1; k >= from; k--) {
      const step = steps[k]!;
      if (kept) kept.backward[k] = { table: b.slice(), log: logB };
      const prev = before(tables[k - from]!, step);
      for (let i = step.closes.length - 1; i >= 0; i--)
        b = unclosed(b, step.closes[i]!.bit, step.closes[i]!.ifFound, step.closes[i]!.ifNot);
      const gathered = b.slice();
      gather(gathered, step.bits, step.qs);
      let on = 0;
      let off = 0;
      for (let s = 0; s < b.length; s++) {
        on += prev[s]! * gathered[s]!;
        off += prev[s]! * b[s]!;
      }
      // Both are positive sums over the same tables, so their scale falls out.
      out[step.fault] = (step.weight * on) / (step.weight * on + (1 - step.prior) * off);
      for (let s = 0; s < b.length; s++) b[s] = (1 - step.prior) * b[s]! + step.weight * gathered[s]!;
      for (let i = step.opens.length - 1; i >= 0; i--) b = unopened(b, step.opens[i]!);
      logB += normalise(b);
    }
  }
  return { logEvidence, faults: out };
}

/**
 * Exact posteriors by elimination with positive terms only: a table over the subsets of findings
 * already explained, each finding entering with its first fault and leaving with its last, posteriors
 * by a backward pass. Signed inclusion–exclusion (Quickscore, Heckerman 1989) would lose its digits;
 * nothing is subtracted here, and every table is scaled, so evidence of any smallness is safe.
 * Forward tables are kept at every √n-th fault and made again in between, so that twenty open findings
 * fit in memory. Cost: faults × 2^(findings open at once).
 * @throws BadInput for a probability outside 0..1, an unknown fault or finding, more than 20 findings
 *   open at once, or evidence the network holds impossible.
 */
export function posterior(net: Network, said: readonly Evidence[]): Posterior {
  return passes(net, lay(net, said));
}

/** A posterior that also answers what-ifs about a few faults at once. */
export interface Eliminated extends Posterior {
  /**
   * ln P(these faults held on, or held off, and the evidence); the others as they are. Only the tables
   * between the first and the last of them are made again.
   */
  logHeld(faults: readonly number[], on: boolean): number;
}

/** Doubles that may be kept for what-ifs (64 MB); beyond, each what-if is a whole forward pass. */
const MOST_KEPT = 8e6;

/** As `posterior`, keeping the tables on both sides of every fault for a sweep of what-ifs. Same errors. */
export function eliminate(net: Network, said: readonly Evidence[]): Eliminated {
  const problem = lay(net, said);
  const { steps, free } = problem;
  let size = 1;
  let all = 0;
  for (const s of steps) {
    size *= 2 ** s.opens.length;
    all += 2 * size;
    size /= 2 ** s.closes.length;
  }
  if (all > MOST_KEPT) {
    const p = passes(net, problem);
    return {
      ...p,
      logHeld(faults, on) {
        const held = net.faults.map((f, i) => (faults.includes(i) ? { ...f, prior: on ? 1 : 0 } : f));
        const prior = faults.reduce((x, f) => x * (on ? net.faults[f]!.prior : 1 - net.faults[f]!.prior), 1);
        return Math.log(prior) + logEvidence({ ...net, faults: held }, said);
      },
    };
  }
  const kept: Kept = { forward: [], backward: [] };
  const p = passes(net, problem, kept);
  const stepOf = new Map(steps.map((s, k) => [s.fault, k]));
  const freeOf = new Map(free.map((f) => [f.fault, f]));
  return {
    ...p,
    logHeld(faults, on) {
      let log = problem.log;
      for (const f of free) log += Math.log(weigh(f));
      const ks: number[] = [];
      for (const f of faults) {
        const apart = freeOf.get(f);
        if (apart) log += Math.log(on ? apart.weight : 1 - apart.prior) - Math.log(weigh(apart));
        else ks.push(stepOf.get(f)!);
      }
      if (ks.length === 0) return log + (steps.length ? pass(kept, steps, 0, 0, new Set(), on) : 0);
      return log + pass(kept, steps, Math.min(...ks), Math.max(...ks), new Set(ks), on);
    },
  };
}

/** From the table before one fault to the table after another, with some of those between held. */
function pass(kept: Kept, steps: readonly Step[], from: number, to: number, held: ReadonlySet<number>, on: boolean): number {
  let { table: a, log } = kept.forward[from]!;
  for (let k = from; k <= to; k++) {
    const step = steps[k]!;
    // Held on keeps only w·T·a, held off only (1 − p)·a.
    const r = onward(a, held.has(k) ? (on ? { ...step, prior: 1 } : { ...step, weight: 0 }) : step);
    a = r.next;
    log += r.log;
  }
  const b = kept.backward[to]!;
  let dot = 0;
  for (let s = 0; s < a.length; s++) dot += a[s]! * b.table[s]!;
  return log + b.log + Math.log(dot);
}
