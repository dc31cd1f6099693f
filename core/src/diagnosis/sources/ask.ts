import type { Component } from '../worn';
import type { OverSets, SourceSets } from './sets';
import { type Summed, type Weighed, soundsIn, summed } from './weigh';

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
      const share = q * odds[f]!;
      one[f]! += share;
      for (let g = 0, i = f * all; g < f; g++, i++) two[i]! += share * odds[g]!;
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
    const sounds = soundsIn(w, t, part);
    const { weight, bySounds } = t.of[part]!;
    for (let k = 0; k < out.length; k++) {
      const s = c.sounds[k]!;
      if (sounds[s] !== 0) out[k]! += (sounds[s]! * weight[k]!) / bySounds[s]! / w.evidence;
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
    const summed = looked.map((part) => t.of[part]!);
    let group = out.find((g) => g.of.every((s, i) => s === summed[i]));
    if (!group) out.push((group = { of: summed, mass: new Float64Array(1 << faults.length) }));
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
    const sounds = soundsIn(w, t, part);
    for (let a = 0; a < size; a++) total += sounds[a]! * ratio[a]!;
    for (let k = 0; k < faults.length; k++) {
      const f = faults[k]!;
      const at = w.at[f]!;
      if (at.part === part) {
        for (let a = 0; a < size; a++) if (a & (1 << at.bit)) some[k]! += sounds[a]! * ratio[a]!;
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
