import type { Eliminated, Evidence, Network } from './network';

/** What one thing looked at can show: found with the leak, or by any fault linked to it. */
export interface Result {
  readonly leak: number;
  readonly links: readonly { readonly fault: number; readonly q: number }[];
}

const plogp = (p: number): number => (p > 0 ? -p * Math.log2(p) : 0);
/** Entropy of a yes or no, bits. */
export const doubt = (p: number): number => plogp(p) + plogp(1 - p);

/** Faults whose joint chance is worked out exactly together; more are taken as apart. */
const MOST_TOGETHER = 3;
/** A fault less likely than this cannot couple with another by more than itself: taken as apart. */
const RARE = 0.004;

/**
 * P(pattern of these faults | evidence), patterns as bits in the order given. Exact for the three
 * likeliest that share open findings (from P(evidence | some of them on), by inclusion); the others,
 * too rare or unlinked, are taken as apart from them.
 */
export function patternChances(
  net: Network,
  said: readonly Evidence[],
  known: Eliminated,
  faults: readonly number[],
): Float64Array {
  const marginals = known.faults;
  const open = new Set(
    said
      .filter((e) => e.ifFound > 0 && e.ifFound !== e.ifNot)
      .flatMap((e) => (net.findings[e.finding]!.links.length > 1 ? net.findings[e.finding]!.links.map((l) => l.fault) : [])),
  );
  const together = faults
    .filter((f) => marginals[f]! > RARE && open.has(f))
    .sort((a, b) => marginals[b]! - marginals[a]!)
    .slice(0, MOST_TOGETHER);
  const size = 1 << together.length;
  // P(every fault of the set is on | evidence)
  const on = new Float64Array(size);
  for (let s = 0; s < size; s++) {
    const set = together.filter((_, i) => s & (1 << i));
    if (set.length === 0) on[s] = 1;
    else if (set.length === 1) on[s] = marginals[set[0]!]!;
    else on[s] = Math.exp(known.logHeld(set, true) - known.logEvidence);
  }
  for (let i = 0; i < together.length; i++)
    for (let s = 0; s < size; s++) if (!(s & (1 << i))) on[s] = Math.max(0, on[s]! - on[s | (1 << i)]!);
  const out = new Float64Array(1 << faults.length);
  for (let s = 0; s < out.length; s++) {
    let p = on[together.reduce((bits, f, i) => bits | (s & (1 << faults.indexOf(f)) ? 1 << i : 0), 0)]!;
    faults.forEach((f, i) => {
      if (!together.includes(f)) p *= s & (1 << i) ? marginals[f]! : 1 - marginals[f]!;
    });
    out[s] = p;
  }
  return out;
}

/**
 * What a look at several things at once tells of the faults, in bits: I(faults; results), the drop in
 * doubt about which parts are worn. Results hang on nothing but their own faults, so it is
 * H(results) − E[H(results | their faults)], over the faults linked to them.
 */
export function information(net: Network, said: readonly Evidence[], known: Eliminated, results: readonly Result[]): number {
  const faults = [...new Set(results.flatMap((r) => r.links.map((l) => l.fault)))];
  const chances = patternChances(net, said, known, faults);
  const outcomes = new Float64Array(1 << results.length);
  let within = 0;
  for (let s = 0; s < chances.length; s++) {
    const p = chances[s]!;
    if (p === 0) continue;
    const found = results.map(
      (r) => 1 - r.links.reduce((not, l) => (s & (1 << faults.indexOf(l.fault)) ? not * (1 - l.q) : not), 1 - r.leak),
    );
    for (const f of found) within += p * doubt(f);
    for (let o = 0; o < outcomes.length; o++) outcomes[o]! += found.reduce((x, f, i) => x * (o & (1 << i) ? f : 1 - f), p);
  }
  return Math.max(0, outcomes.reduce((h, p) => h + plogp(p), 0) - within);
}

/** Chance that a result shows something, from the marginals of its faults taken as apart. */
export function chanceFound(marginals: readonly number[], r: Result): number {
  return 1 - r.links.reduce((not, l) => not * (1 - l.q * marginals[l.fault]!), 1 - r.leak);
}
