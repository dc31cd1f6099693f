import type { CaseModel } from './case';
import { chanceOfSets, makesIf, makesOf, signGiven, weigh, type Weighed } from './sources';
import { componentOf } from './worn';

export const WEIGHT_WORDS = ['slightly', 'clearly', 'strongly', 'settles it'] as const;

/** A finding that speaks for or against a suspect. */
export interface Reason {
  readonly words: string;
  /** Weight of evidence, natural log of odds: above 0 speaks for it. */
  readonly weight: number;
  readonly word: (typeof WEIGHT_WORDS)[number];
}

/** Less than this changes nobody's mind. */
const LEAST = 0.15;

/** In words: odds by 2, 5 and 20. */
const wordFor = (w: number): Reason['word'] =>
  WEIGHT_WORDS[[Math.log(2), Math.log(5), Math.log(20)].filter((x) => Math.abs(w) >= x).length]!;

const logit = (p: number): number => Math.log(Math.max(p, 1e-300)) - Math.log(Math.max(1 - p, 1e-16));

/**
 * Why these faults are held to make the noise: for each finding the weight of evidence given all the
 * others, W = ln P(finding | it makes it, rest) / P(finding | it does not, rest), each left out in turn. They do
 * not add up, because findings explain each other; they are never drawn as if they did.
 * A generator: it yields after each finding left out, so that a worker can be called off.
 * @param faults places in the list of the faults to explain
 * @returns the reasons of each fault, heaviest first
 */
export function* reasonsFor(b: CaseModel, w: Weighed, faults: readonly number[]): Generator<void, Reason[][]> {
  const out = faults.map(() => [] as Reason[]);
  const placed = b.evidence.map((e) => w.at[e.faults[0]!]!.part);
  const chances = chanceOfSets(w);
  const without = <T>(list: readonly T[], index: number) => list.filter((_, i) => i !== index);
  for (const s of b.spoken) {
    let rest: readonly number[];
    const perFault = (makes: ArrayLike<number>) => faults.map((f) => makes[f]!);
    if (s.layer === 'heard') {
      // The sign alone is taken out of each set's chance.
      const given = signGiven(w.sets, b.signs.heard[s.index]!);
      const out = (p: Float64Array, g: Float64Array) => p.map((x, k) => (g[k]! > 0 ? x / g[k]! : 0));
      const sets = {
        none: given.none > 0 ? chances.none / given.none : 0,
        one: out(chances.one, given.one),
        two: out(chances.two, given.two),
        three: out(chances.three, given.three),
      };
      rest = perFault(makesOf(w.sets, sets));
    } else if (s.layer === 'driven')
      rest = perFault(weigh({ ...w.sets, signs: { ...b.signs, driven: without(b.signs.driven, s.index) } }, w.parts).makes);
    else {
      const part = placed[s.index]!;
      const others = b.evidence.filter((_, i) => i !== s.index && placed[i] === part);
      rest = makesIf(w, part, componentOf(b.net, w.parts[part]!.faults, others), faults);
    }
    faults.forEach((f, n) => {
      const weight = logit(w.makes[f]!) - logit(rest[n]!);
      if (Math.abs(weight) >= LEAST) out[n]!.push({ words: s.words, weight, word: wordFor(weight) });
    });
    yield;
  }
  return out.map((r) => r.sort((x, y) => Math.abs(y.weight) - Math.abs(x.weight)));
}
