import { finite } from '../error';
import { chanceOfSets, hypotheses, signGiven, soundingAmong, type OverSets, type SoundSign, type Weighed } from './sources';
import type { NoisyOr } from './worn';

/** Sets less likely than this tell nothing that anybody would drive for. */
const LEAST_CHANCE = 1e-12;
const plogp = (p: number): number => (p > 0 ? -p * Math.log2(p) : 0);
/** Entropy of a yes or no, bits. */
export const doubt = (p: number): number => plogp(finite('chance', p)) + plogp(1 - p);

/** What a look at several things at once tells, in bits. */
export interface Told {
  /** About which parts make the noise. */
  readonly source: number;
  /** About which parts are worn, what it tells of the source included: I(worn; results) ≥ I(source; results). */
  readonly wear: number;
  /** P(result shows something), of each. */
  readonly found: readonly number[];
}

/**
 * What a look tells: I(source; results) = H(results) − E[H(results | which sound)], and I(worn; results) the same way.
 * Results hang on nothing but which of their own parts are worn, and given which of those sound, nothing else of the
 * noise matters: exact, but that what a result says of other parts by way of how the vehicle drives is left aside (it
 * is never more than it tells). Each result's causes are in one component.
 */
export function lookTells(w: Weighed, results: readonly NoisyOr[]): Told {
  const partOf = (r: NoisyOr) => w.at[r.links[0]!.fault]!.part;
  let bits = 0;
  const parts = [...new Set(results.map(partOf))].map((part) => {
    const c = w.parts[part]!;
    const own = results.flatMap((r, i) => (partOf(r) === part ? [i] : []));
    // P(each result | hypothesis).
    const found = own.map((i) => {
      const r = results[i]!;
      return Float64Array.from(c.worn, (worn) => {
        let not = 1 - r.leak;
        for (const l of r.links) if (worn & (1 << w.at[l.fault]!.bit)) not *= 1 - l.q;
        return 1 - not;
      });
    });
    const p = { part, c, own, found, from: bits };
    bits += c.faults.length;
    return p;
  });
  const outcomes = 1 << results.length;
  const joint: (Float64Array | undefined)[] = [];
  const looked = parts.map((p) => p.part);
  for (const { of, mass } of soundingAmong(w, looked)) {
    // P(outcomes of each part's results | which of its faults sound).
    const given = parts.map((p, i) => {
      const { weight, bySounds } = of[i]!;
      const size = 1 << p.own.length;
      const is = new Float64Array(bySounds.length * size);
      for (let k = 0; k < weight.length; k++) {
        const s = p.c.sounds[k]!;
        if (bySounds[s] === 0) continue;
        const x = weight[k]! / bySounds[s]!;
        for (let o = 0; o < size; o++) {
          let y = x;
          for (let r = 0; r < p.own.length; r++) y *= o & (1 << r) ? p.found[r]![k]! : 1 - p.found[r]![k]!;
          is[s * size + o]! += y;
        }
      }
      return is;
    });
    for (let key = 0; key < mass.length; key++) {
      const m = mass[key]! / w.evidence;
      if (m === 0) continue;
      const row = (joint[key] ??= new Float64Array(outcomes));
      for (let o = 0; o < outcomes; o++) {
        let y = m;
        for (let i = 0; i < parts.length; i++) {
          const p = parts[i]!;
          let own = 0;
          for (let r = 0; r < p.own.length; r++) if (o & (1 << p.own[r]!)) own |= 1 << r;
          y *= given[i]![(((key >> p.from) & ((1 << p.c.faults.length) - 1)) << p.own.length) + own]!;
        }
        row[o]! += y;
      }
    }
  }
  const { h, givenSource } = entropies(joint, outcomes);
  let givenWorn = 0;
  const found = results.map(() => 0);
  for (const p of parts) {
    const chance = hypotheses(w, p.part);
    p.own.forEach((r, i) => {
      for (let k = 0; k < chance.length; k++) {
        givenWorn += chance[k]! * doubt(p.found[i]![k]!);
        found[r]! += chance[k]! * p.found[i]![k]!;
      }
    });
  }
  const source = Math.max(0, h - givenSource);
  return { source, wear: Math.max(source, h - givenWorn), found };
}

/** Entropy of the outcomes, and of them given which sounds, bits. @param joint P(which sounds, outcomes), a row each */
function entropies(joint: readonly (Float64Array | undefined)[], outcomes: number): { h: number; givenSource: number } {
  const all = new Float64Array(outcomes);
  let givenSource = 0;
  for (const row of joint) {
    if (!row) continue;
    let p = 0;
    for (let o = 0; o < outcomes; o++) {
      row[o] = Math.max(0, row[o]!);
      p += row[o]!;
      all[o]! += row[o]!;
    }
    if (p > 0) for (const x of row) givenSource += p * plogp(x / p);
  }
  let h = 0;
  for (const p of all) h += plogp(p);
  return { h, givenSource };
}

/** A drive of a few manoeuvres: what it tells of the source, bits, and how likely each is heard. */
export function driveTells(
  w: Weighed,
  heard: readonly OverSets[],
  chances: OverSets = chanceOfSets(w),
): { readonly source: number; readonly chance: readonly number[] } {
  const n = heard.length;
  const all = new Float64Array(1 << n);
  const chance = new Float64Array(n);
  const outcomes = new Float64Array(1 << n);
  let within = 0;
  const over = (ps: ArrayLike<number>, hs: readonly ArrayLike<number>[], from: number, to: number) => {
    for (let i = from; i < to; i++) {
      const p = ps[i]!;
      if (p < LEAST_CHANCE) continue;
      outcomes[0] = p;
      for (let m = 0, size = 1; m < n; m++, size <<= 1) {
        const h = hs[m]![i]!;
        within += p * doubt(h);
        chance[m]! += p * h;
        for (let o = 0; o < size; o++) {
          outcomes[o + size] = outcomes[o]! * h;
          outcomes[o]! *= 1 - h;
        }
      }
      for (let o = 0; o < all.length; o++) all[o]! += outcomes[o]!;
    }
  };
  const { faults } = w.sets;
  over(
    [chances.none],
    heard.map((h) => [h.none]),
    0,
    1,
  );
  over(
    chances.one,
    heard.map((h) => h.one),
    0,
    faults + 1,
  );
  const two = heard.map((h) => h.two);
  for (let f = 1; f <= faults; f++) over(chances.two, two, f * (faults + 1), f * (faults + 1) + f);
  over(
    chances.three,
    heard.map((h) => h.three),
    0,
    chances.three.length,
  );
  let h = 0;
  for (const p of all) h += plogp(p);
  return { source: Math.max(0, h - within), chance: [...chance] };
}

/** P(heard | set) of a manoeuvre, for every set. */
export const heardGiven = (w: Pick<Weighed, 'sets'>, s: Omit<SoundSign, 'words' | 'a' | 'b'>): OverSets =>
  signGiven(w.sets, { words: '', a: 0, b: 1, ...s });
