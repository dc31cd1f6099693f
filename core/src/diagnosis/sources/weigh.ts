import type { Component } from '../worn';
import type { SourceSets, WornSign } from './sets';

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

export function summed(c: Component, stay: Float64Array | undefined): Summed {
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
export function soundsIn(w: Pick<Weighed, 'sets' | 'parts' | 'hit'>, t: Term, part: number): Float64Array {
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
export function threesOf(
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
    const three = [threes[3 * k]!, threes[3 * k + 1]!, threes[3 * k + 2]!].filter((f) => f < faults);
    for (const part of new Set(three.map((f) => at[f]!.part)))
      hit[part]!.push(
        k,
        three.reduce((b, f) => (at[f]!.part === part ? b | (1 << at[f]!.bit) : b), 0),
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
      const change = odds[f]! - before.odds[f]!;
      for (let g = 0, i = f * all; g < all; g++, i++) if (at[g]?.part !== part) beside[g]! += two[i]! * change;
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
    const perPart = parts.map((p, i) => {
      if (before && !changed.includes(i)) return before.of[i]!;
      const key = chosen & touches[i]!;
      let s = kept[i]!.get(key);
      if (!s) kept[i]!.set(key, (s = summed(p, key ? stay : undefined)));
      return s;
    });
    let quiet = c * (1 - signs.unlisted);
    const odds = new Float64Array(all);
    odds[faults] = signs.unlisted / (1 - signs.unlisted);
    for (let i = 0; i < perPart.length; i++) {
      const { bySounds } = perPart[i]!;
      quiet *= bySounds[0]! * scale[i]!;
      const fs = parts[i]!.faults;
      for (let j = 0; j < fs.length; j++) odds[fs[j]!] = bySounds[1 << j]! / bySounds[0]!;
    }
    const { two } = likelihood;
    const beside = before ? besideAgain(before, changed, parts, at, odds, two) : besideOf(parts, odds, two);
    let some = 0;
    let own = 0;
    for (let i = 0; i < perPart.length; i++) {
      const fs = parts[i]!.faults;
      const { bySounds } = perPart[i]!;
      for (let x = 1; x < fs.length; x++)
        for (let y = 0; y < x; y++) own += (two[fs[x]! * all + fs[y]!]! * bySounds[(1 << x) | (1 << y)]!) / bySounds[0]!;
    }
    // Each pair of two components stands in both their sums.
    for (let f = 0; f < all; f++) some += odds[f]! * (likelihood.one[f]! + 0.5 * beside[f]!);
    const three = threesOf(sets, at, tied, perPart, odds);
    let triples = 0;
    for (let k = 0; k < three.length; k++) triples += three[k]! *= quiet * likelihood.three[k]!;
    const sum = quiet * (likelihood.none + some + own) + triples;
    z += sum;
    terms.push({ of: perPart, quiet, odds, beside, three, all: sum });
  });
  const w = { sets, parts, at, hit, tied, choices, terms, evidence: z, logEvidence: Math.log(z) + log };
  const { makes, worn, nothing } = whatMakes(w);
  const unit = (x: number) => Math.min(1, Math.max(0, x / z));
  return { ...w, makes: makes.map(unit), worn: worn.map(unit), nothing: unit(nothing), scale };
}

/** Of every fault how much of the mass makes the noise, and how much is worn; and how much is quiet. */
function whatMakes(w: Omit<Weighed, 'makes' | 'worn' | 'nothing' | 'scale'>): {
  readonly makes: Float64Array;
  readonly worn: Float64Array;
  readonly nothing: number;
} {
  const { sets, parts, terms, hit } = w;
  const { faults, likelihood } = sets;
  const all = faults + 1;
  const makes = new Float64Array(all);
  const worn = new Float64Array(faults);
  let nothing = 0;
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
      const sounds = soundsIn(w, t, i);
      for (let b = 0; b < sounds.length; b++)
        for (let j = 0; j < fs.length; j++) {
          if (b & (1 << j)) makes[fs[j]!]! += sounds[b]!;
          worn[fs[j]!]! += sounds[b]! * wornGiven[b * fs.length + j]!;
        }
    }
  }
  return { makes, worn, nothing };
}
