import { within } from '../error';
import type { Component } from './worn';

/**
 * A sign of what sounds, and what was said of it. Heard with h = (1 − m)·damped, m = (1 − leak) ∏(1 − q) over the
 * sources; what was said then has the chance a + b·h.
 */
export interface SoundSign {
  readonly words: string;
  readonly a: number;
  readonly b: number;
  /** 1 − leak. */
  readonly base: number;
  /** 1 − q of every fault, and of the unlisted source in the last place. */
  readonly stay: Float64Array;
  /** Sets with one of these are heard less often. */
  readonly damped?: { readonly faults: Uint8Array; readonly by: number } | undefined;
}

/** How a vehicle drives, which hangs on what is worn whether it sounds or not; as `SoundSign`. */
export type WornSign = Omit<SoundSign, 'damped'>;

/** How often somebody comes with one noise, by how many sources it has; 1 with one. */
export interface SourceCounts {
  /** Nothing makes it now. */
  readonly none: number;
  readonly two: number;
  /** With three; more than three are told as several noises. */
  readonly three: number;
}

/** What is heard or felt of a noise: everything the sums need of the signs. */
export interface Signs {
  readonly heard: readonly SoundSign[];
  readonly driven: readonly WornSign[];
  /** Prior of a source that is none of the list. */
  readonly unlisted: number;
  readonly counts: SourceCounts;
}

/** P(said | heard) and P(said | not heard) as the a and b of a sign. */
export const saidOf = (ifHeard: number, ifNot: number) => {
  within('chance that it is said where it is heard', ifHeard, 0, 1);
  within('chance that it is said where it is not', ifNot, 0, 1);
  return { a: ifNot, b: ifHeard - ifNot };
};

/** A number for every set of sources: none, one, two (f·all + g, both ways), and the threes that are summed. */
export interface OverSets {
  readonly none: number;
  readonly one: Float64Array;
  readonly two: Float64Array;
  readonly three: Float64Array;
}

/** Sets of at most three sources, with the chance of all that was said of the noise under each. */
export interface SourceSets {
  /** Faults of the list; the unlisted source is number `faults`. */
  readonly faults: number;
  readonly signs: Signs;
  /** Three places each. */
  readonly threes: Int16Array;
  readonly likelihood: OverSets;
}

/** Sets of three are made of so many of the likeliest sources. */
const THREES_OF = 14;
/** With less than this left out, pairs are enough. */
const ENOUGH = 0.01;

/** The chance of what was said of one sign, for every set. */
export function signGiven({ faults, threes }: Pick<SourceSets, 'faults' | 'threes'>, s: SoundSign): OverSets {
  const all = faults + 1;
  const { a, b, base, stay, damped } = s;
  const by = (f: number) => (damped?.faults[f] ? damped.by : 1);
  const of = (m: number, d: number) => a + b * (1 - m) * d;
  const one = new Float64Array(all);
  const two = new Float64Array(all * all);
  for (let f = 0; f < all; f++) {
    const m = base * stay[f]!;
    const d = by(f);
    one[f] = of(m, d);
    for (let g = 0; g < f; g++)
      two[f * all + g] = two[g * all + f] = a + b * (1 - m * stay[g]!) * (damped ? Math.min(d, by(g)) : 1);
  }
  const three = new Float64Array(threes.length / 3).fill(1);
  threesGiven(threes, s, three);
  return { none: of(base, 1), one, two, three };
}

/** Chance of what was said of one sign of every three. */
function threesGiven(threes: Int16Array, { a, b, base, stay, damped }: SoundSign, into: Float64Array): void {
  for (let k = 0; k < into.length; k++) {
    const [x, y, z] = [threes[3 * k]!, threes[3 * k + 1]!, threes[3 * k + 2]!];
    const by = damped && (damped.faults[x] || damped.faults[y] || damped.faults[z]) ? damped.by : 1;
    into[k]! *= a + b * (1 - base * stay[x]! * stay[y]! * stay[z]!) * by;
  }
}

/** The sets of none, one and two, with the chance of all that was heard. */
function pairsOf(faults: number, signs: Signs): SourceSets {
  const all = faults + 1;
  const one = new Float64Array(all).fill(1);
  const two = new Float64Array(all * all);
  for (let f = 0; f < all; f++) two.fill(signs.counts.two, f * all, f * all + f);
  let { none } = signs.counts;
  const by = new Float64Array(all);
  for (const { a, b, base, stay, damped } of signs.heard) {
    none *= a + b * (1 - base);
    for (let f = 0; f < all; f++) by[f] = damped?.faults[f] ? damped.by : 1;
    for (let f = 0; f < all; f++) {
      const m = base * stay[f]!;
      one[f]! *= a + b * (1 - m) * by[f]!;
      if (damped) for (let g = 0, i = f * all; g < f; g++, i++) two[i]! *= a + b * (1 - m * stay[g]!) * Math.min(by[f]!, by[g]!);
      else for (let g = 0, i = f * all; g < f; g++, i++) two[i]! *= a + b * (1 - m * stay[g]!);
    }
  }
  for (let f = 0; f < all; f++) for (let g = 0; g < f; g++) two[g * all + f] = two[f * all + g]!;
  return { faults, signs, threes: new Int16Array(0), likelihood: { none, one, two, three: new Float64Array(0) } };
}

/** The same with sets of three. */
function withThrees(sets: SourceSets, threes: Int16Array): SourceSets {
  const three = new Float64Array(threes.length / 3).fill(sets.signs.counts.three);
  for (const s of sets.signs.heard) threesGiven(threes, s, three);
  return { ...sets, threes, likelihood: { ...sets.likelihood, three } };
}

/** The same sets with one more thing heard, or not. */
export function alsoHeard(sets: SourceSets, heard: OverSets, knocks: boolean): SourceSets {
  const { likelihood: l } = sets;
  const of = (x: Float64Array, y: Float64Array) => x.map((p, i) => p * (knocks ? y[i]! : 1 - y[i]!));
  const likelihood = {
    none: l.none * (knocks ? heard.none : 1 - heard.none),
    one: of(l.one, heard.one),
    two: of(l.two, heard.two),
    three: of(l.three, heard.three),
  };
  return { ...sets, likelihood };
}

/** A component under some of the signs of how it drives: Σ weight by which of it sound. */
export interface Summed {
  readonly bySounds: Float64Array;
  /** P(each fault is worn | which sound), faults in turn for each. */
  readonly wornGiven: Float64Array;
  /** Weight of each hypothesis. */
  readonly weight: Float64Array;
  /** By what each worn fault was weighed. */
  readonly stay: Float64Array | undefined;
}

/** One term of the signs of how it drives. A term may be below 0, their sum is not. */
interface Term {
  readonly of: readonly Summed[];
  /** P(nothing of the list and nothing unlisted sounds, the parts, these signs). */
  readonly quiet: number;
  /** Odds that each source sounds rather than not. */
  readonly odds: Float64Array;
  /** Σ over the other sources that may sound beside it, those of its own component left out. */
  readonly beside: Float64Array;
  readonly three: Float64Array;
  readonly all: number;
}

/** What is known of sources and wear, everything said taken together. */
export interface Weighed {
  readonly sets: SourceSets;
  readonly parts: readonly Component[];
  /** The component of each fault, and its bit there. */
  readonly at: readonly { readonly part: number; readonly bit: number }[];
  /** The threes that have a fault of each component: which, and its bits there, in turn. */
  readonly hit: readonly (readonly number[])[];
  /** Threes of which two or more are in one component. */
  readonly tied: Uint8Array;
  /** The choices of signs of how it drives that make the terms, in their order. */
  readonly choices: readonly Choice[];
  readonly terms: readonly Term[];
  /** Σ of the terms: P(all that is known), up to the scale in `logEvidence`. */
  readonly evidence: number;
  /** ln P(all that is known). */
  readonly logEvidence: number;
  /** P(it sounds | all), the unlisted source last. */
  readonly makes: Float64Array;
  /** P(it is worn | all). */
  readonly worn: Float64Array;
  /** P(nothing sounds | all). */
  readonly nothing: number;
  /** What each component was scaled by. */
  readonly scale: readonly number[];
}

function summed(c: Component, stay: Float64Array | undefined): Summed {
  const n = c.faults.length;
  const bySounds = new Float64Array(1 << n);
  let { weight } = c;
  if (stay) {
    weight = weight.slice();
    for (let k = 0; k < weight.length; k++)
      for (let w = c.worn[k]!, i = 0; w; w >>= 1, i++) if (w & 1) weight[k]! *= stay[c.faults[i]!]!;
  }
  const wornGiven = new Float64Array(n << n);
  for (let k = 0; k < weight.length; k++) {
    const s = c.sounds[k]!;
    bySounds[s]! += weight[k]!;
    for (let b = c.worn[k]!, j = 0; b; b >>= 1, j++) if (b & 1) wornGiven[s * n + j]! += weight[k]!;
  }
  for (let i = 0; i < wornGiven.length; i++) {
    const all = bySounds[Math.floor(i / n)]!;
    if (all > 0) wornGiven[i]! /= all;
  }
  return { bySounds, wornGiven, weight, stay };
}

/** The signs of how it drives, multiplied out: every choice of them is a term with its own factor for each worn part. */
interface Choice {
  readonly c: number;
  readonly chosen: number;
  readonly stay: Float64Array;
}
function choicesOf(signs: readonly WornSign[], faults: number): Choice[] {
  let out: Choice[] = [{ c: 1, chosen: 0, stay: new Float64Array(faults).fill(1) }];
  signs.forEach((s, i) => {
    out = out.flatMap((t) => {
      const stay = t.stay.map((x, f) => x * s.stay[f]!);
      // a + b·(1 − m), m = base ∏ stay: the part without m, and the part with it.
      return [
        { ...t, c: t.c * (s.a + s.b) },
        { c: -t.c * s.b * s.base, chosen: t.chosen | (1 << i), stay },
      ];
    });
  });
  return out.filter((t) => t.c !== 0);
}

/** Which of the signs of how it drives a component's parts have a share in, as bits. */
const touching = (c: Component, signs: readonly WornSign[]): number =>
  signs.reduce((bits, s, i) => (c.faults.some((f) => s.stay[f]! < 1) ? bits | (1 << i) : bits), 0);

/** P(these bits of a component sound, all that is known), of one term; 0 is: none of it. */
function soundsIn(w: Pick<Weighed, 'sets' | 'parts' | 'hit'>, t: Term, part: number): Float64Array {
  const { faults, likelihood } = w.sets;
  const all = faults + 1;
  const fs = w.parts[part]!.faults;
  const out = new Float64Array(1 << fs.length);
  for (let i = 0; i < fs.length; i++) {
    const f = fs[i]!;
    out[1 << i] = t.quiet * t.odds[f]! * (likelihood.one[f]! + t.beside[f]!);
    const { bySounds } = t.of[part]!;
    for (let j = 0; j < i; j++) {
      const bits = (1 << i) | (1 << j);
      out[bits] = (t.quiet * likelihood.two[f * all + fs[j]!]! * bySounds[bits]!) / bySounds[0]!;
    }
  }
  const hit = w.hit[part]!;
  for (let i = 0; i < hit.length; i += 2) out[hit[i + 1]!]! += t.three[hit[i]!]!;
  let some = 0;
  for (let b = 1; b < out.length; b++) some += out[b]!;
  out[0] = t.all - some;
  return out;
}

/** Threes of which two or more are in one component: the others' odds are a plain product. */
function tiedThrees({ threes, faults }: SourceSets, at: Weighed['at']): Uint8Array {
  const out = new Uint8Array(threes.length / 3);
  for (let k = 0; k < out.length; k++) {
    const part = (f: number) => (f < faults ? at[f]!.part : -1 - f);
    const [x, y, z] = [part(threes[3 * k]!), part(threes[3 * k + 1]!), part(threes[3 * k + 2]!)];
    out[k] = Number(x === y || x === z || y === z);
  }
  return out;
}

/** Odds of a three, relative to silence: their components' own sums where two are in one. */
function tiedOdds(sets: SourceSets, at: Weighed['at'], of: readonly Summed[], odds: Float64Array, k: number): number {
  const [x, y, z] = [sets.threes[3 * k]!, sets.threes[3 * k + 1]!, sets.threes[3 * k + 2]!];
  const part = (f: number) => at[f]?.part ?? -1;
  const bit = (f: number) => 1 << at[f]!.bit;
  const together = (p: number, bits: number) => of[p]!.bySounds[bits]! / of[p]!.bySounds[0]!;
  const [px, py, pz] = [part(x), part(y), part(z)];
  if (px === py && py === pz) return together(px, bit(x) | bit(y) | bit(z));
  if (px === py) return together(px, bit(x) | bit(y)) * odds[z]!;
  return px === pz ? together(px, bit(x) | bit(z)) * odds[y]! : together(py, bit(y) | bit(z)) * odds[x]!;
}

/** Odds of every three, times what is given. */
function threesOf(
  sets: SourceSets,
  at: Weighed['at'],
  tied: Uint8Array,
  of: readonly Summed[],
  odds: Float64Array,
): Float64Array {
  const { threes } = sets;
  const out = new Float64Array(tied.length);
  for (let k = 0; k < out.length; k++)
    out[k] = tied[k]
      ? tiedOdds(sets, at, of, odds, k)
      : odds[threes[3 * k]!]! * odds[threes[3 * k + 1]!]! * odds[threes[3 * k + 2]!]!;
  return out;
}

/** Where each fault is, and which threes it is in. */
function laidOut(sets: SourceSets, parts: readonly Component[]): Pick<Weighed, 'at' | 'hit' | 'tied' | 'choices'> {
  const { faults, threes } = sets;
  const at = new Array<{ part: number; bit: number }>(faults);
  parts.forEach((p, part) => p.faults.forEach((f, bit) => (at[f] = { part, bit })));
  const hit = parts.map(() => [] as number[]);
  for (let k = 0; k < threes.length / 3; k++) {
    const of = [threes[3 * k]!, threes[3 * k + 1]!, threes[3 * k + 2]!].filter((f) => f < faults);
    for (const part of new Set(of.map((f) => at[f]!.part)))
      hit[part]!.push(
        k,
        of.reduce((b, f) => (at[f]!.part === part ? b | (1 << at[f]!.bit) : b), 0),
      );
  }
  return { at, hit, tied: tiedThrees(sets, at), choices: choicesOf(sets.signs.driven, faults) };
}

const sameFaults = (a: readonly Component[], b: readonly Component[]): boolean =>
  a.length === b.length &&
  a.every((p, i) => p.faults.length === b[i]!.faults.length && p.faults.every((f, j) => f === b[i]!.faults[j]));
const sameWeights = (a: Component, b: Component): boolean =>
  a === b ||
  (a.weight.length === b.weight.length &&
    a.weight.every((x, k) => x === b.weight[k] && a.worn[k] === b.worn[k] && a.sounds[k] === b.sounds[k]));

/** Σ over the other sources that may sound beside each, those of its own component left out. */
function besideOf(parts: readonly Component[], odds: Float64Array, two: Float64Array): Float64Array {
  const all = odds.length;
  const beside = new Float64Array(all);
  for (let f = 0; f < all; f++) {
    let sum = 0;
    for (let g = 0, i = f * all; g < all; g++, i++) sum += two[i]! * odds[g]!;
    beside[f] = sum;
  }
  for (const { faults: fs } of parts)
    for (let x = 1; x < fs.length; x++)
      for (let y = 0; y < x; y++) {
        const l = two[fs[x]! * all + fs[y]!]!;
        beside[fs[x]!]! -= l * odds[fs[y]!]!;
        beside[fs[y]!]! -= l * odds[fs[x]!]!;
      }
  return beside;
}

/** The same from an earlier one, where only some components have other odds. */
function besideAgain(
  before: Term,
  changed: readonly number[],
  parts: readonly Component[],
  at: Weighed['at'],
  odds: Float64Array,
  two: Float64Array,
): Float64Array {
  const all = odds.length;
  const beside = before.beside.slice();
  for (const part of changed)
    for (const f of parts[part]!.faults) {
      const by = odds[f]! - before.odds[f]!;
      for (let g = 0, i = f * all; g < all; g++, i++) if (at[g]?.part !== part) beside[g]! += two[i]! * by;
    }
  return beside;
}

/**
 * Everything weighed: P(exactly A sounds, parts) L(A) over every set, exactly. Where how it drives was said of,
 * its few signs are multiplied out (at most 2^5 terms; a named one is never smaller than the chance that it was
 * named wrongly, so sums of both signs keep their digits).
 * @param sets from `soundLayer`, or of an earlier weighing with the same signs
 * @param from a weighing of the same sets: where few parts have changed since, only what they change is summed anew
 */
export function weigh(sets: SourceSets, parts: readonly Component[], from?: Weighed): Weighed {
  const { faults, likelihood, signs } = sets;
  const all = faults + 1;
  const same = from?.sets === sets && sameFaults(from.parts, parts) ? from : undefined;
  const { at, hit, tied, choices } = same ?? laidOut(sets, parts);
  // Each component is scaled by its sum, so that no number of findings makes the product too small for a double.
  let log = 0;
  const scale = parts.map((p) => {
    let top = 0;
    for (const x of p.weight) top += x;
    log += Math.log(top);
    return 1 / top;
  });
  const touches = parts.map((p) => touching(p, signs.driven));
  const kept = parts.map(() => new Map<number, Summed>());
  const terms: Term[] = [];
  let z = 0;
  const changed = parts.flatMap((p, i) => (same && !sameWeights(same.parts[i]!, p) ? [i] : []));
  choices.forEach(({ c, chosen, stay }, n) => {
    const before = same?.terms[n];
    const of = parts.map((p, i) => {
      if (before && !changed.includes(i)) return before.of[i]!;
      const key = chosen & touches[i]!;
      let s = kept[i]!.get(key);
      if (!s) kept[i]!.set(key, (s = summed(p, key ? stay : undefined)));
      return s;
    });
    let quiet = c * (1 - signs.unlisted);
    const odds = new Float64Array(all);
    odds[faults] = signs.unlisted / (1 - signs.unlisted);
    for (let i = 0; i < of.length; i++) {
      const { bySounds } = of[i]!;
      quiet *= bySounds[0]! * scale[i]!;
      const fs = parts[i]!.faults;
      for (let j = 0; j < fs.length; j++) odds[fs[j]!] = bySounds[1 << j]! / bySounds[0]!;
    }
    const { two } = likelihood;
    const beside = before ? besideAgain(before, changed, parts, at, odds, two) : besideOf(parts, odds, two);
    let some = 0;
    let own = 0;
    for (let i = 0; i < of.length; i++) {
      const fs = parts[i]!.faults;
      const { bySounds } = of[i]!;
      for (let x = 1; x < fs.length; x++)
        for (let y = 0; y < x; y++) own += (two[fs[x]! * all + fs[y]!]! * bySounds[(1 << x) | (1 << y)]!) / bySounds[0]!;
    }
    // Each pair of two components stands in both their sums.
    for (let f = 0; f < all; f++) some += odds[f]! * (likelihood.one[f]! + 0.5 * beside[f]!);
    const three = threesOf(sets, at, tied, of, odds);
    let triples = 0;
    for (let k = 0; k < three.length; k++) triples += three[k]! *= quiet * likelihood.three[k]!;
    const sum = quiet * (likelihood.none + some + own) + triples;
    z += sum;
    terms.push({ of, quiet, odds, beside, three, all: sum });
  });
  const makes = new Float64Array(all);
  const worn = new Float64Array(faults);
  let nothing = 0;
  const w = { sets, parts, at, hit, tied, choices, terms, evidence: z, logEvidence: Math.log(z) + log };
  const last = faults;
  for (const t of terms) {
    nothing += t.quiet * likelihood.none;
    makes[last]! += t.quiet * t.odds[last]! * (likelihood.one[last]! + t.beside[last]!);
    for (let k = 0; k < t.three.length; k++) if (sets.threes[3 * k + 2] === last) makes[last]! += t.three[k]!;
    for (let i = 0; i < parts.length; i++) {
      const fs = parts[i]!.faults;
      const { wornGiven } = t.of[i]!;
      if (fs.length === 1) {
        // Most parts stand alone: it sounds, or it does not.
        const f = fs[0]!;
        let p = t.quiet * t.odds[f]! * (likelihood.one[f]! + t.beside[f]!);
        const own = hit[i]!;
        for (let h = 0; h < own.length; h += 2) p += t.three[own[h]!]!;
        makes[f]! += p;
        worn[f]! += p + (t.all - p) * wornGiven[0]!;
        continue;
      }
      const by = soundsIn(w, t, i);
      for (let b = 0; b < by.length; b++)
        for (let j = 0; j < fs.length; j++) {
          if (b & (1 << j)) makes[fs[j]!]! += by[b]!;
          worn[fs[j]!]! += by[b]! * wornGiven[b * fs.length + j]!;
        }
    }
  }
  const unit = (x: number) => Math.min(1, Math.max(0, x / z));
  return { ...w, makes: makes.map(unit), worn: worn.map(unit), nothing: unit(nothing), scale };
}

/**
 * No more than this share is left out: P(three sound, the parts) of the threes that are not summed, times the greatest
 * chance that what was said of the noise can have under any set; how it drives has at most chance 1.
 */
export function leftOut(w: Weighed): number {
  const { sets, parts, at, scale } = w;
  // The number of parts that sound (Poisson binomial).
  let count = Float64Array.of(1 - sets.signs.unlisted, sets.signs.unlisted, 0, 0);
  let quiet = 1 - sets.signs.unlisted;
  const odds = new Float64Array(sets.faults + 1);
  odds[sets.faults] = sets.signs.unlisted / (1 - sets.signs.unlisted);
  const plain = parts.map((p, i) => {
    const t = summed(p, undefined);
    const own = new Float64Array(4);
    for (let s = 0; s < t.bySounds.length; s++) {
      let m = 0;
      for (let b = s; b; b &= b - 1) m++;
      if (m < 4) own[m]! += t.bySounds[s]! * scale[i]!;
    }
    quiet *= own[0]!;
    p.faults.forEach((f, j) => (odds[f] = t.bySounds[1 << j]! / t.bySounds[0]!));
    const next = new Float64Array(4);
    for (let a = 0; a < 4; a++) for (let b = 0; a + b < 4; b++) next[a + b]! += count[a]! * own[b]!;
    count = next;
    return t;
  });
  let threes = 0;
  for (const x of threesOf(sets, at, w.tied, plain, odds)) threes += quiet * x;
  const most = sets.signs.heard.reduce((x, s) => {
    // The three that are heard best, and the three that are heard least.
    const stay = [...s.stay].sort((a, b) => a - b);
    const low = s.base * stay[0]! * stay[1]! * stay[2]!;
    const high = s.base * stay.at(-1)! * stay.at(-2)! * stay.at(-3)!;
    const by = s.damped?.by ?? 1;
    return x * Math.min(1, Math.max(s.a + s.b * (1 - low), s.a + s.b * (1 - high) * by));
  }, sets.signs.counts.three);
  const left = Math.max(0, count[3]! - threes) * most;
  return left / (w.evidence + left);
}

/**
 * The sets whose chance is worked out for a case: none, one and two sources, and three of the likeliest where pairs
 * may leave out more than enough of the chance.
 * @throws BadInput for a chance that is none
 */
export function soundLayer(faults: number, signs: Signs, parts: readonly Component[], enough = ENOUGH): SourceSets {
  within('number of faults', faults, 0, 10_000);
  within('share that may be left out', enough, 0, 1);
  within('chance of an unlisted source', signs.unlisted, 0, 0.99);
  for (const [k, x] of Object.entries(signs.counts)) within(`chance of a noise with ${k} sources`, x as number, 0, 1);
  for (const s of [...signs.heard, ...signs.driven]) {
    within(`chance of ${s.words}`, s.a, 0, 1);
    within(`chance of ${s.words}`, s.a + s.b, 0, 1);
    within(`leak of ${s.words}`, 1 - s.base, 0, 1);
    for (const q of s.stay) within(`strength of ${s.words}`, 1 - q, 0, 1);
  }
  const sets = pairsOf(faults, signs);
  const w = weigh(sets, parts);
  if (leftOut(w) <= enough) return sets;
  const of = [...w.makes.keys()]
    .sort((a, b) => w.makes[b]! - w.makes[a]!)
    .slice(0, THREES_OF)
    .sort((a, b) => a - b);
  const threes: number[] = [];
  for (let a = 0; a < of.length; a++)
    for (let b = a + 1; b < of.length; b++) for (let c = b + 1; c < of.length; c++) threes.push(of[a]!, of[b]!, of[c]!);
  return withThrees(sets, Int16Array.from(threes));
}

const CHANCES = new WeakMap<Weighed, OverSets>();

/** P(exactly this set sounds | all), of every set that is summed; worked out once for each weighing. */
export function chanceOfSets(w: Weighed): OverSets {
  let is = CHANCES.get(w);
  if (!is) CHANCES.set(w, (is = chancesOf(w)));
  return is;
}
function chancesOf(w: Weighed): OverSets {
  const { faults, likelihood } = w.sets;
  const all = faults + 1;
  const one = new Float64Array(all);
  const two = new Float64Array(all * all);
  const three = new Float64Array(likelihood.three.length);
  const several = w.parts.flatMap((p, i) => (p.faults.length > 1 ? [i] : []));
  for (const t of w.terms) {
    const q = t.quiet / w.evidence;
    const { odds } = t;
    for (let f = 0; f < all; f++) {
      const of = q * odds[f]!;
      one[f]! += of;
      for (let g = 0, i = f * all; g < f; g++, i++) two[i]! += of * odds[g]!;
    }
    for (let k = 0; k < three.length; k++) three[k]! += t.three[k]! / w.evidence;
    for (const i of several) {
      const fs = w.parts[i]!.faults;
      const { bySounds } = t.of[i]!;
      for (let x = 1; x < fs.length; x++)
        for (let y = 0; y < x; y++) {
          const [f, g] = [Math.max(fs[x]!, fs[y]!), Math.min(fs[x]!, fs[y]!)];
          two[f * all + g]! += q * (bySounds[(1 << x) | (1 << y)]! / bySounds[0]! - odds[f]! * odds[g]!);
        }
    }
  }
  for (let f = 0; f < all; f++) {
    one[f] = Math.max(0, one[f]! * likelihood.one[f]!);
    for (let g = 0; g < f; g++)
      two[f * all + g] = two[g * all + f] = Math.max(0, two[f * all + g]! * likelihood.two[f * all + g]!);
  }
  return { none: w.nothing, one, two, three };
}

/** Calls for every set: its sources (−1 where there are fewer), and its numbers. */
export function eachSet(
  { faults, threes }: Pick<SourceSets, 'faults' | 'threes'>,
  of: OverSets,
  visit: (p: number, a: number, b: number, c: number, where: 'none' | 'one' | 'two' | 'three', i: number) => void,
): void {
  const all = faults + 1;
  visit(of.none, -1, -1, -1, 'none', 0);
  for (let f = 0; f < all; f++) {
    visit(of.one[f]!, f, -1, -1, 'one', f);
    for (let g = 0; g < f; g++) visit(of.two[f * all + g]!, g, f, -1, 'two', f * all + g);
  }
  for (let k = 0; k < of.three.length; k++)
    visit(of.three[k]!, threes[3 * k]!, threes[3 * k + 1]!, threes[3 * k + 2]!, 'three', k);
}

/** P(it sounds) of every source, from chances of sets that need not add up to one. */
export function makesOf(sets: Pick<SourceSets, 'faults' | 'threes'>, of: OverSets): Float64Array {
  const makes = new Float64Array(sets.faults + 1);
  let all = 0;
  eachSet(sets, of, (p, a, b, c) => {
    all += p;
    if (a >= 0) makes[a]! += p;
    if (b >= 0) makes[b]! += p;
    if (c >= 0) makes[c]! += p;
  });
  return makes.map((x) => x / all);
}

/** P(some of these sound | all). The unlisted source is fault number `sets.faults`. */
export function someMakes(w: Weighed, faults: readonly number[], of: OverSets = chanceOfSets(w)): number {
  const all = w.sets.faults + 1;
  const is = new Uint8Array(all);
  for (const f of faults) is[f] = 1;
  const { threes } = w.sets;
  let p = 0;
  for (const f of faults) {
    p += of.one[f]!;
    // A pair of two of them is counted with the later one.
    for (let g = 0, i = f * all; g < all; g++, i++) if (!is[g] || g < f) p += of.two[i]!;
  }
  for (let k = 0; k < of.three.length; k++)
    if (is[threes[3 * k]!] || is[threes[3 * k + 1]!] || is[threes[3 * k + 2]!]) p += of.three[k]!;
  return Math.min(1, p);
}

/** Of one component: P(which of it sound, and which are worn | all), each hypothesis by itself, in the component's order. */
export function hypotheses(w: Weighed, part: number): Float64Array {
  const c = w.parts[part]!;
  const out = new Float64Array(c.weight.length);
  for (const t of w.terms) {
    const by = soundsIn(w, t, part);
    const { weight, bySounds } = t.of[part]!;
    for (let k = 0; k < out.length; k++) {
      const s = c.sounds[k]!;
      if (by[s] !== 0) out[k]! += (by[s]! * weight[k]!) / bySounds[s]! / w.evidence;
    }
  }
  return out.map((x) => Math.max(0, x));
}

/** P(any of a joint's faults is worn | all); they are in one component or apart. */
export function someWorn(w: Weighed, faults: readonly number[]): number {
  let none = 1;
  for (const part of new Set(faults.map((f) => w.at[f]!.part))) {
    const bits = faults.reduce((b, f) => (w.at[f]!.part === part ? b | (1 << w.at[f]!.bit) : b), 0);
    const p = hypotheses(w, part);
    let off = 0;
    let all = 0;
    for (let k = 0; k < p.length; k++) {
      all += p[k]!;
      if (!(w.parts[part]!.worn[k]! & bits)) off += p[k]!;
    }
    none *= off / all;
  }
  return 1 - none;
}

/** A term's share of what sounds among some faults, and the sums of their components it was reckoned with. */
export interface Among {
  /** One for each component looked at. */
  readonly of: readonly Summed[];
  /** P(exactly these sound, all that is known), by bits in the order of the faults. */
  readonly mass: Float64Array;
}

/**
 * P(exactly these of some components' faults sound, all that is known), terms with the same sums of these components
 * taken together: given which of them sound, nothing else of the noise matters for what they show.
 * @param looked components; bits are in the order of their faults
 */
export function soundingAmong(w: Weighed, looked: readonly number[]): Among[] {
  const faults = looked.flatMap((part) => w.parts[part]!.faults);
  const { faults: n, likelihood, threes } = w.sets;
  const all = n + 1;
  const place = new Map(faults.map((f, i) => [f, i]));
  // Which of the threes have one of them, and which.
  const hit: number[] = [];
  for (const k of new Set(looked.flatMap((part) => w.hit[part]!.filter((_, i) => i % 2 === 0)))) {
    let key = 0;
    for (let i = 3 * k; i < 3 * k + 3; i++) {
      const at = place.get(threes[i]!);
      if (at !== undefined) key |= 1 << at;
    }
    hit.push(k, key);
  }
  const out: { of: Summed[]; mass: Float64Array }[] = [];
  for (const t of w.terms) {
    const of = looked.map((part) => t.of[part]!);
    let group = out.find((g) => g.of.every((s, i) => s === of[i]));
    if (!group) out.push((group = { of, mass: new Float64Array(1 << faults.length) }));
    const { mass } = group;
    let some = 0;
    const add = (key: number, p: number) => {
      mass[key]! += p;
      some += p;
    };
    for (let i = 0; i < faults.length; i++) {
      const f = faults[i]!;
      let beside = likelihood.one[f]! + t.beside[f]!;
      for (let j = 0; j < faults.length; j++) {
        if (j === i) continue;
        const g = faults[j]!;
        const l = likelihood.two[f * all + g]!;
        const same = w.at[f]!.part === w.at[g]!.part;
        if (!same) beside -= l * t.odds[g]!;
        if (j > i) continue;
        const { bySounds } = t.of[w.at[f]!.part]!;
        const both = same ? bySounds[(1 << w.at[f]!.bit) | (1 << w.at[g]!.bit)]! / bySounds[0]! : t.odds[f]! * t.odds[g]!;
        add((1 << i) | (1 << j), t.quiet * l * both);
      }
      add(1 << i, t.quiet * t.odds[f]! * beside);
    }
    for (let i = 0; i < hit.length; i += 2) add(hit[i + 1]!, t.three[hit[i]!]!);
    mass[0]! += t.all - some;
  }
  return out;
}

/**
 * P(it sounds | all) of some faults, had one component other evidence: given which of its faults sound, nothing else
 * changes, so every mass is only weighed again. Exact, and far less than a new weighing.
 * @param component over the same faults as the one it stands for
 * @param faults of the list; the unlisted source is none of them
 */
export function makesIf(w: Weighed, part: number, component: Component, faults: readonly number[]): number[] {
  const { faults: n, likelihood, threes } = w.sets;
  const all = n + 1;
  const own = w.parts[part]!.faults;
  const size = 1 << own.length;
  const now = new Map<Summed, Float64Array>();
  const some = new Float64Array(faults.length);
  const beside = new Float64Array(size);
  let total = 0;
  for (const t of w.terms) {
    const was = t.of[part]!;
    // How much likelier each way of sounding has become in this term.
    let ratio = now.get(was);
    if (!ratio) {
      const { bySounds } = summed(component, was.stay);
      now.set(was, (ratio = bySounds.map((x, a) => (was.bySounds[a]! > 0 ? x / was.bySounds[a]! : 0))));
    }
    const by = soundsIn(w, t, part);
    for (let a = 0; a < size; a++) total += by[a]! * ratio[a]!;
    for (let k = 0; k < faults.length; k++) {
      const f = faults[k]!;
      const at = w.at[f]!;
      if (at.part === part) {
        for (let a = 0; a < size; a++) if (a & (1 << at.bit)) some[k]! += by[a]! * ratio[a]!;
        continue;
      }
      // All the chance in which it sounds, and, of that, with which of the component's parts beside it.
      const mine = soundsIn(w, t, at.part);
      let p = 0;
      for (let a = 0; a < mine.length; a++) if (a & (1 << at.bit)) p += mine[a]!;
      beside.fill(0);
      for (let j = 0; j < own.length; j++)
        beside[1 << j] = t.quiet * t.odds[f]! * t.odds[own[j]!]! * likelihood.two[f * all + own[j]!]!;
      const hit = w.hit[part]!;
      for (let i = 0; i < hit.length; i += 2) {
        const x = 3 * hit[i]!;
        if (threes[x] === f || threes[x + 1] === f || threes[x + 2] === f) beside[hit[i + 1]!]! += t.three[hit[i]!]!;
      }
      for (let a = 1; a < size; a++) {
        p -= beside[a]!;
        some[k]! += beside[a]! * ratio[a]!;
      }
      some[k]! += p * ratio[0]!;
    }
  }
  return [...some].map((x) => Math.min(1, Math.max(0, x / total)));
}
