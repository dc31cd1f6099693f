import { within } from '../../error';
import type { Component } from '../worn';
import { ENOUGH, type Signs, type SourceSets, THREES_OF, pairsOf, withThrees } from './sets';
import { type Weighed, summed, threesOf, weigh } from './weigh';

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
    const damping = s.damped?.by ?? 1;
    return x * Math.min(1, Math.max(s.a + s.b * (1 - low), s.a + s.b * (1 - high) * damping));
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
  const likeliest = [...w.makes.keys()]
    .sort((a, b) => w.makes[b]! - w.makes[a]!)
    .slice(0, THREES_OF)
    .sort((a, b) => a - b);
  const threes: number[] = [];
  for (let a = 0; a < likeliest.length; a++)
    for (let b = a + 1; b < likeliest.length; b++)
      for (let c = b + 1; c < likeliest.length; c++) threes.push(likeliest[a]!, likeliest[b]!, likeliest[c]!);
  return withThrees(sets, Int16Array.from(threes));
}
