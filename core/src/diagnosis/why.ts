import type { CaseNet } from './case';
import { posterior } from './network';

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
 * Why these faults stand where they stand: for each finding the weight of evidence given all the
 * others, W = ln P(finding | fault, rest) / P(finding | no fault, rest), each left out in turn. They do
 * not add up, because findings explain each other; they are never drawn as if they did.
 * A generator: it yields after each finding left out, so that a worker can be called off.
 * @param faults places in the net of the faults to explain
 * @param marginals posterior of every fault
 * @returns the reasons of each fault, heaviest first
 */
export function* reasonsFor(b: CaseNet, marginals: readonly number[], faults: readonly number[]): Generator<void, Reason[][]> {
  const out = faults.map(() => [] as Reason[]);
  for (let i = 0; i < b.said.length; i++) {
    const rest = posterior(
      b.net,
      b.said.filter((_, k) => k !== i),
    ).faults;
    faults.forEach((f, n) => {
      const weight = logit(marginals[f]!) - logit(rest[f]!);
      if (Math.abs(weight) >= LEAST) out[n]!.push({ words: b.spoken[i]!.words, weight, word: wordFor(weight) });
    });
    yield;
  }
  return out.map((r) => r.sort((x, y) => Math.abs(y.weight) - Math.abs(x.weight)));
}
