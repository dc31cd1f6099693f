import { BadInput, finite, within } from '../error';

/** A part that may be worn, and may sound where it is. */
export interface WornFault {
  readonly id: string;
  readonly prior: number;
  /** P(sounds | worn), where nothing measured says more. */
  readonly sounds: number;
}

/** How a fault is in one hypothesis. */
export const SOUND = 0;
export const SILENT = 1;
export const SOUNDING = 2;

/** Something known of a few parts at once: its likelihood in each hypothesis about them. */
export interface PartEvidence {
  readonly words: string;
  /** Places in the list of faults. */
  readonly faults: readonly number[];
  /** P(what is known | how each of `faults` is), in their order. */
  likelihood(how: ArrayLike<number>): number;
  /** The likelihood holds the chance of sounding too, instead of `WornFault.sounds`. */
  readonly sounding?: boolean;
}

/** A noisy-OR finding (the model of QMR-DT, Shwe et al. 1991). */
export interface NoisyOr {
  /** P(found | no modelled fault). */
  readonly leak: number;
  /** P(this fault alone makes it found). */
  readonly links: readonly { readonly fault: number; readonly q: number }[];
}

/**
 * What was said of a noisy-OR finding, as evidence.
 * @param ifFound P(said | found); a hard yes is (1, 0), a hard no (0, 1)
 * @throws BadInput for a probability outside 0..1
 */
export function foundEvidence(words: string, f: NoisyOr, ifFound: number, ifNot: number): PartEvidence {
  within(`leak of ${words}`, f.leak, 0, 1);
  within(`chance of ${words} if found`, ifFound, 0, 1);
  within(`chance of ${words} if not`, ifNot, 0, 1);
  for (const l of f.links) {
    within(`strength of ${words}`, l.q, 0, 1);
    finite(`fault of ${words}`, l.fault);
  }
  const qs = f.links.map((l) => l.q);
  return {
    words,
    faults: f.links.map((l) => l.fault),
    likelihood(how) {
      let not = 1 - f.leak;
      for (let i = 0; i < qs.length; i++) if (how[i] !== SOUND) not *= 1 - qs[i]!;
      return ifFound * (1 - not) + ifNot * not;
    },
  };
}

/** Most faults that evidence may tie together: three to their power hypotheses are listed. */
export const MOST_TIED = 10;

/** Faults tied to each other by evidence, with every hypothesis about them that is possible. */
export interface Component {
  readonly faults: readonly number[];
  /** One for each hypothesis: which of `faults` are worn and which sound, as bits, and prior × likelihood. */
  readonly worn: Uint16Array;
  readonly sounds: Uint16Array;
  readonly weight: Float64Array;
}

/**
 * The hypotheses of one component, listed: exact, positive terms only.
 * @throws BadInput where more than `MOST_TIED` faults hang together, or what is known is impossible in this model
 */
export function componentOf(net: readonly WornFault[], faults: readonly number[], evidence: readonly PartEvidence[]): Component {
  const n = faults.length;
  if (n > MOST_TIED) throw new BadInput('number of parts one look ties together', `must be ${MOST_TIED} or fewer`, n);
  const owned = new Set(evidence.filter((e) => e.sounding).flatMap((e) => e.faults));
  const at = new Map(faults.map((f, i) => [f, i]));
  const size = 3 ** n;
  const worn: number[] = [];
  const sounds: number[] = [];
  const weight: number[] = [];
  const how = new Uint8Array(n);
  const parts = evidence.map((e) => ({ e, at: e.faults.map((f) => at.get(f)!), how: new Uint8Array(e.faults.length) }));
  for (let k = 0; k < size; k++) {
    let rest = k;
    let w = 1;
    let wornBits = 0;
    let soundBits = 0;
    for (let i = 0; i < n; i++) {
      const h = rest % 3;
      rest = (rest - h) / 3;
      how[i] = h;
      const f = net[faults[i]!]!;
      if (h === SOUND) w *= 1 - f.prior;
      else {
        wornBits |= 1 << i;
        const owns = owned.has(faults[i]!);
        if (h === SOUNDING) {
          soundBits |= 1 << i;
          w *= f.prior * (owns ? 1 : f.sounds);
        } else w *= f.prior * (owns ? 1 : 1 - f.sounds);
      }
    }
    if (w === 0) continue;
    for (const p of parts) {
      for (let i = 0; i < p.at.length; i++) p.how[i] = how[p.at[i]!]!;
      w *= p.e.likelihood(p.how);
      if (w === 0) break;
    }
    if (w === 0) continue;
    worn.push(wornBits);
    sounds.push(soundBits);
    weight.push(w);
  }
  if (!sounds.includes(0)) throw new BadInput('evidence', 'cannot all be true at once in this model');
  return { faults, worn: Uint16Array.from(worn), sounds: Uint16Array.from(sounds), weight: Float64Array.from(weight) };
}

/**
 * Groups of faults that evidence ties together, each with its evidence.
 * @returns in the order of their first fault; every fault is in exactly one
 */
export function tied(
  count: number,
  evidence: readonly PartEvidence[],
): { readonly faults: readonly number[]; readonly evidence: readonly PartEvidence[] }[] {
  within('number of faults', count, 0, 10_000);
  const root = Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i]!)));
  for (const e of evidence)
    for (const f of e.faults) {
      const [a, b] = [find(e.faults[0]!), find(f)];
      root[Math.max(a, b)] = Math.min(a, b);
    }
  const groups = new Map<number, { faults: number[]; evidence: PartEvidence[] }>();
  for (let i = 0; i < count; i++) {
    const r = find(i);
    const g = groups.get(r) ?? { faults: [], evidence: [] };
    g.faults.push(i);
    groups.set(r, g);
  }
  for (const e of evidence) if (e.faults.length) groups.get(find(e.faults[0]!))!.evidence.push(e);
  return [...groups.values()];
}

/**
 * Every fault's component under the evidence.
 * @throws BadInput for a prior outside 0..1, a chance of sounding outside 0..0.99, and as `componentOf`
 */
export function wornLayer(net: readonly WornFault[], evidence: readonly PartEvidence[]): Component[] {
  for (const f of net) {
    within(`prior of ${f.id}`, f.prior, 0, 1);
    within(`chance that ${f.id} sounds`, f.sounds, 0, 0.99);
  }
  for (const e of evidence)
    for (const f of e.faults) if (!net[f]) throw new BadInput(`fault of ${e.words}`, 'is not in the list', f);
  return tied(net.length, evidence).map((g) => componentOf(net, g.faults, g.evidence));
}
