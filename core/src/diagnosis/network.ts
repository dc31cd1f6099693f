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
  /** P(evidence). */
  readonly evidence: number;
  /** P(fault | evidence) in the network's order. */
  readonly faults: readonly number[];
}

/** On a table over subsets of findings: each linked finding not yet explained becomes so with chance q. */
function spread(table: Float64Array, bits: readonly number[], qs: readonly number[]): void {
  for (let k = 0; k < bits.length; k++) {
    const bit = 1 << bits[k]!;
    const q = qs[k]!;
    for (let s = 0; s < table.length; s++) {
      if (s & bit) continue;
      const off = table[s]!;
      table[s | bit]! += q * off;
      table[s] = (1 - q) * off;
    }
  }
}

/** The transpose of `spread`. */
function gather(table: Float64Array, bits: readonly number[], qs: readonly number[]): void {
  for (let k = bits.length - 1; k >= 0; k--) {
    const bit = 1 << bits[k]!;
    const q = qs[k]!;
    for (let s = 0; s < table.length; s++) {
      if (!(s & bit)) table[s] = (1 - q) * table[s]! + q * table[s | bit]!;
    }
  }
}

/**
 * Exact posteriors by elimination with positive terms only: a table over the subsets of findings
 * already explained, faults folded in one after the other, posteriors by a backward pass. Signed
 * inclusion–exclusion (Quickscore, Heckerman 1989) would lose its digits; nothing is subtracted here.
 * Cost 2^m × links for m positive or soft findings.
 * @throws BadInput for a probability outside 0..1, an unknown fault or finding, more than 20 open
 *   findings, or evidence the network holds impossible.
 */
export function posterior(net: Network, said: readonly Evidence[]): Posterior {
  net.faults.forEach((f) => within(`prior of ${f.id}`, f.prior, 0, 1));
  const seen = new Map<number, Evidence>();
  for (const e of said) {
    if (!net.findings[e.finding]) throw new BadInput('finding', 'is not in the network', e.finding);
    if (seen.has(e.finding)) throw new BadInput(`finding ${net.findings[e.finding]!.id}`, 'is said twice');
    within(`evidence for ${net.findings[e.finding]!.id}`, e.ifFound, 0, 1);
    within(`evidence for ${net.findings[e.finding]!.id}`, e.ifNot, 0, 1);
    seen.set(e.finding, e);
  }
  const open: Evidence[] = [];
  const stay = net.faults.map(() => 1);
  let scale = 1;
  for (const e of seen.values()) {
    if (e.ifFound === e.ifNot) {
      // Says nothing; equal likelihoods only scale.
      scale *= e.ifFound;
    } else if (e.ifFound === 0) {
      const f = net.findings[e.finding]!;
      scale *= e.ifNot * (1 - f.leak);
      for (const l of f.links) stay[l.fault]! *= 1 - l.q;
    } else {
      open.push(e);
    }
  }
  if (open.length > 20) throw new BadInput('number of positive findings', 'must be 20 or fewer', open.length);

  const size = 1 << open.length;
  const linked = net.faults.map(() => ({ bits: [] as number[], qs: [] as number[] }));
  open.forEach((e, bit) => {
    for (const l of net.findings[e.finding]!.links) {
      if (!linked[l.fault])
        throw new BadInput(`link of ${net.findings[e.finding]!.id}`, 'names a fault that is not in the network', l.fault);
      within(`strength in ${net.findings[e.finding]!.id}`, l.q, 0, 1);
      linked[l.fault]!.bits.push(bit);
      linked[l.fault]!.qs.push(l.q);
    }
  });

  const forward: Float64Array[] = [];
  let a = new Float64Array(size);
  a[0] = 1;
  open.forEach((e, bit) => {
    const leak = net.findings[e.finding]!.leak;
    spread(a, [bit], [within(`leak of ${net.findings[e.finding]!.id}`, leak, 0, 1)]);
  });
  const active = net.faults.map((_, i) => i).filter((i) => linked[i]!.bits.length > 0);
  for (const i of active) {
    forward.push(a);
    const p = net.faults[i]!.prior;
    const w = p * stay[i]!;
    const t = a.slice();
    spread(t, linked[i]!.bits, linked[i]!.qs);
    const next = new Float64Array(size);
    for (let s = 0; s < size; s++) next[s] = (1 - p) * a[s]! + w * t[s]!;
    a = next;
  }

  let b = new Float64Array(size);
  for (let s = 0; s < size; s++) {
    let like = 1;
    for (let bit = 0; bit < open.length; bit++) like *= s & (1 << bit) ? open[bit]!.ifFound : open[bit]!.ifNot;
    b[s] = like;
  }
  let z = 0;
  for (let s = 0; s < size; s++) z += a[s]! * b[s]!;
  if (!(z > 0) || !(scale > 0)) throw new BadInput('evidence', 'cannot all be true at once in this model');

  const out = net.faults.map((f, i) => {
    const w = f.prior * stay[i]!;
    return w / (1 - f.prior + w);
  });
  for (let k = active.length - 1; k >= 0; k--) {
    const i = active[k]!;
    const p = net.faults[i]!.prior;
    const w = p * stay[i]!;
    const gathered = b.slice();
    gather(gathered, linked[i]!.bits, linked[i]!.qs);
    const before = forward[k]!;
    let on = 0;
    for (let s = 0; s < size; s++) on += before[s]! * gathered[s]!;
    out[i] = (w * on) / z;
    const next = new Float64Array(size);
    for (let s = 0; s < size; s++) next[s] = (1 - p) * b[s]! + w * gathered[s]!;
    b = next;
  }
  let evidence = z * scale;
  net.faults.forEach((f, i) => {
    if (linked[i]!.bits.length === 0) evidence *= 1 - f.prior + f.prior * stay[i]!;
  });
  return { evidence, faults: out };
}
