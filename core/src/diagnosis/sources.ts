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
  const three = new Float64Array(threes.length / 3);
  for (let k = 0; k < three.length; k++) {
    const [x, y, z] = [threes[3 * k]!, threes[3 * k + 1]!, threes[3 * k + 2]!];
    three[k] = of(base * stay[x]! * stay[y]! * stay[z]!, Math.min(by(x), by(y), by(z)));
  }
  return { none: of(base, 1), one, two, three };
}

function times(x: OverSets, y: OverSets): OverSets {
  const each = (p: Float64Array, q: Float64Array) => {
    for (let i = 0; i < p.length; i++) p[i]! *= q[i]!;
    return p;
  };
  return { none: x.none * y.none, one: each(x.one, y.one), two: each(x.two, y.two), three: each(x.three, y.three) };
}

function setsOf(faults: number, signs: Signs, threes: Int16Array): SourceSets {
  const all = faults + 1;
  const two = new Float64Array(all * all).fill(signs.counts.two);
  for (let f = 0; f < all; f++) two[f * all + f] = 0;
  let likelihood: OverSets = {
    none: signs.counts.none,
    one: new Float64Array(all).fill(1),
    two,
    three: new Float64Array(threes.length / 3).fill(signs.counts.three),
  };
  for (const s of signs.heard) likelihood = times(likelihood, signGiven({ faults, threes }, s));
  return { faults, signs, threes, likelihood };
}

/** The same sets with one more thing heard, or not. */
export function alsoHeard(sets: SourceSets, heard: OverSets, knocks: boolean): SourceSets {
  const of = (x: Float64Array) => (knocks ? x : x.map((p) => 1 - p));
  const { likelihood: l } = sets;
  const copy = { none: l.none, one: l.one.slice(), two: l.two.slice(), three: l.three.slice() };
  const y = { none: knocks ? heard.none : 1 - heard.none, one: of(heard.one), two: of(heard.two), three: of(heard.three) };
  return { ...sets, likelihood: times(copy, y) };
}

/** A component under some of the signs of how it drives: Σ weight by which of it sound. */
export interface Summed {
  readonly bySounds: Float64Array;
  /** Weight of each hypothesis. */
  readonly weight: Float64Array;
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
  /** No more than this share of the chance is in sets that are not summed. */
  readonly leftOut: number;
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
  for (let k = 0; k < weight.length; k++) bySounds[c.sounds[k]!]! += weight[k]!;
  return { bySounds, weight };
}

/** The signs of how it drives, multiplied out: every choice of them is a term with its own factor for each worn part. */
function termsOf(signs: readonly WornSign[], faults: number): { c: number; chosen: number; stay: Float64Array }[] {
  let out = [{ c: 1, chosen: 0, stay: new Float64Array(faults).fill(1) }];
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

/** Σ weight of a three, relative to silence: its components' own sums. */
function threeOdds(sets: SourceSets, at: Weighed['at'], of: readonly Summed[], odds: Float64Array, k: number): number {
  const [x, y, z] = [sets.threes[3 * k]!, sets.threes[3 * k + 1]!, sets.threes[3 * k + 2]!];
  const [px, py, pz] = [at[x], at[y], at[z]];
  if (px?.part !== py?.part && px?.part !== pz?.part && (py === undefined || py.part !== pz?.part))
    return odds[x]! * odds[y]! * odds[z]!;
  const bits = new Map<number, number>();
  let p = 1;
  for (const f of [x, y, z]) {
    const a = at[f];
    if (a) bits.set(a.part, (bits.get(a.part) ?? 0) | (1 << a.bit));
    else p *= odds[f]!;
  }
  for (const [part, set] of bits) p *= of[part]!.bySounds[set]! / of[part]!.bySounds[0]!;
  return p;
}

/**
 * Everything weighed: P(exactly A sounds, parts) L(A) over every set, exactly. Where how it drives was said of,
 * its few signs are multiplied out (at most 2^5 terms; a named one is never smaller than the chance that it was
 * named wrongly, so sums of both signs keep their digits).
 * @param sets from `soundLayer`, or of an earlier weighing with the same signs
 */
export function weigh(sets: SourceSets, parts: readonly Component[]): Weighed {
  const { faults, likelihood, signs } = sets;
  const all = faults + 1;
  const at = new Array<{ part: number; bit: number }>(faults);
  parts.forEach((p, part) => p.faults.forEach((f, bit) => (at[f] = { part, bit })));
  const hit = parts.map(() => [] as number[]);
  for (let k = 0; k < likelihood.three.length; k++) {
    const of = [sets.threes[3 * k]!, sets.threes[3 * k + 1]!, sets.threes[3 * k + 2]!].filter((f) => f < faults);
    const where = new Set(of.map((f) => at[f]!.part));
    for (const part of where)
      hit[part]!.push(
        k,
        of.reduce((b, f) => (at[f]!.part === part ? b | (1 << at[f]!.bit) : b), 0),
      );
  }
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
  for (const { c, chosen, stay } of termsOf(signs.driven, faults)) {
    const of = parts.map((p, i) => {
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
    const beside = new Float64Array(all);
    const { two } = likelihood;
    for (let f = 0; f < all; f++) {
      let sum = 0;
      for (let g = 0, i = f * all; g < all; g++, i++) sum += two[i]! * odds[g]!;
      beside[f] = sum;
    }
    let some = 0;
    let own = 0;
    for (let i = 0; i < of.length; i++) {
      const fs = parts[i]!.faults;
      const { bySounds } = of[i]!;
      for (let x = 1; x < fs.length; x++)
        for (let y = 0; y < x; y++) {
          const [f, g] = [fs[x]!, fs[y]!];
          const l = two[f * all + g]!;
          beside[f]! -= l * odds[g]!;
          beside[g]! -= l * odds[f]!;
          own += (l * bySounds[(1 << x) | (1 << y)]!) / bySounds[0]!;
        }
    }
    // Each pair of two components stands in both their sums.
    for (let f = 0; f < all; f++) some += odds[f]! * (likelihood.one[f]! + 0.5 * beside[f]!);
    const three = new Float64Array(likelihood.three.length);
    let triples = 0;
    for (let k = 0; k < three.length; k++) triples += three[k] = quiet * likelihood.three[k]! * threeOdds(sets, at, of, odds, k);
    const sum = quiet * (likelihood.none + some + own) + triples;
    z += sum;
    terms.push({ of, quiet, odds, beside, three, all: sum });
  }
  const makes = new Float64Array(all);
  const worn = new Float64Array(faults);
  let nothing = 0;
  const w = { sets, parts, at, hit, terms, evidence: z, logEvidence: Math.log(z) + log };
  for (const t of terms) {
    nothing += t.quiet * likelihood.none;
    makes[faults]! += t.quiet * t.odds[faults]! * (likelihood.one[faults]! + t.beside[faults]!);
    for (let k = 0; k < t.three.length; k++) if (sets.threes[3 * k + 2] === faults) makes[faults]! += t.three[k]!;
    for (let i = 0; i < parts.length; i++) {
      const { faults: fs, worn: bits, sounds } = parts[i]!;
      const by = soundsIn(w, t, i);
      for (let b = 1; b < by.length; b++) for (let j = 0; j < fs.length; j++) if (b & (1 << j)) makes[fs[j]!]! += by[b]!;
      const { weight, bySounds } = t.of[i]!;
      for (let k = 0; k < weight.length; k++) {
        const s = sounds[k]!;
        if (by[s] === 0) continue;
        const x = (by[s]! * weight[k]!) / bySounds[s]!;
        for (let b = bits[k]!, j = 0; b; b >>= 1, j++) if (b & 1) worn[fs[j]!]! += x;
      }
    }
  }
  const unit = (x: number) => Math.min(1, Math.max(0, x / z));
  return { ...w, makes: makes.map(unit), worn: worn.map(unit), nothing: unit(nothing), leftOut: boundOf(w, scale) };
}

/**
 * No more than this share is left out: P(three sound, the parts) of the threes that are not summed, times the greatest
 * chance that what was said of the noise can have under any set; how it drives has at most chance 1.
 */
function boundOf(w: Omit<Weighed, 'makes' | 'worn' | 'nothing' | 'leftOut'>, scale: readonly number[]): number {
  const { sets, parts, at } = w;
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
  for (let k = 0; k < sets.threes.length / 3; k++) threes += quiet * threeOdds(sets, at, plain, odds, k);
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
  const sets = setsOf(faults, signs, new Int16Array(0));
  const w = weigh(sets, parts);
  if (w.leftOut <= enough) return sets;
  const of = [...w.makes.keys()]
    .sort((a, b) => w.makes[b]! - w.makes[a]!)
    .slice(0, THREES_OF)
    .sort((a, b) => a - b);
  const threes: number[] = [];
  for (let a = 0; a < of.length; a++)
    for (let b = a + 1; b < of.length; b++) for (let c = b + 1; c < of.length; c++) threes.push(of[a]!, of[b]!, of[c]!);
  return setsOf(faults, signs, Int16Array.from(threes));
}

/** P(exactly this set sounds | all), of every set that is summed. */
export function chanceOfSets(w: Weighed): OverSets {
  const { faults, likelihood } = w.sets;
  const all = faults + 1;
  const one = new Float64Array(all);
  const two = new Float64Array(all * all);
  const three = new Float64Array(likelihood.three.length);
  for (const t of w.terms) {
    const q = t.quiet / w.evidence;
    for (let f = 0; f < all; f++) {
      const of = q * t.odds[f]!;
      one[f]! += of;
      for (let g = 0, i = f * all; g < f; g++, i++) two[i]! += of * t.odds[g]!;
    }
    for (let k = 0; k < three.length; k++) three[k]! += t.three[k]! / w.evidence;
    w.parts.forEach((p, i) => {
      const { bySounds } = t.of[i]!;
      for (let x = 1; x < p.faults.length; x++)
        for (let y = 0; y < x; y++) {
          const [f, g] = [Math.max(p.faults[x]!, p.faults[y]!), Math.min(p.faults[x]!, p.faults[y]!)];
          two[f * all + g]! += q * (bySounds[(1 << x) | (1 << y)]! / bySounds[0]! - t.odds[f]! * t.odds[g]!);
        }
    });
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
