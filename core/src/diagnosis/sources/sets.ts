import { within } from '../../error';

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
export const THREES_OF = 14;
/** With less than this left out, pairs are enough. */
export const ENOUGH = 0.01;

/** The chance of what was said of one sign, for every set. */
export function signGiven({ faults, threes }: Pick<SourceSets, 'faults' | 'threes'>, s: SoundSign): OverSets {
  const all = faults + 1;
  const { a, b, base, stay, damped } = s;
  const damping = (f: number) => (damped?.faults[f] ? damped.by : 1);
  const chance = (m: number, d: number) => a + b * (1 - m) * d;
  const one = new Float64Array(all);
  const two = new Float64Array(all * all);
  for (let f = 0; f < all; f++) {
    const m = base * stay[f]!;
    const d = damping(f);
    one[f] = chance(m, d);
    for (let g = 0; g < f; g++)
      two[f * all + g] = two[g * all + f] = a + b * (1 - m * stay[g]!) * (damped ? Math.min(d, damping(g)) : 1);
  }
  const three = new Float64Array(threes.length / 3).fill(1);
  threesGiven(threes, s, three);
  return { none: chance(base, 1), one, two, three };
}

/** Chance of what was said of one sign of every three. */
function threesGiven(threes: Int16Array, { a, b, base, stay, damped }: SoundSign, into: Float64Array): void {
  for (let k = 0; k < into.length; k++) {
    const [x, y, z] = [threes[3 * k]!, threes[3 * k + 1]!, threes[3 * k + 2]!];
    const damping = damped && (damped.faults[x] || damped.faults[y] || damped.faults[z]) ? damped.by : 1;
    into[k]! *= a + b * (1 - base * stay[x]! * stay[y]! * stay[z]!) * damping;
  }
}

/** The sets of none, one and two, with the chance of all that was heard. */
export function pairsOf(faults: number, signs: Signs): SourceSets {
  const all = faults + 1;
  const one = new Float64Array(all).fill(1);
  const two = new Float64Array(all * all);
  for (let f = 0; f < all; f++) two.fill(signs.counts.two, f * all, f * all + f);
  let { none } = signs.counts;
  const dampings = new Float64Array(all);
  for (const { a, b, base, stay, damped } of signs.heard) {
    none *= a + b * (1 - base);
    for (let f = 0; f < all; f++) dampings[f] = damped?.faults[f] ? damped.by : 1;
    for (let f = 0; f < all; f++) {
      const m = base * stay[f]!;
      one[f]! *= a + b * (1 - m) * dampings[f]!;
      if (damped)
        for (let g = 0, i = f * all; g < f; g++, i++)
          two[i]! *= a + b * (1 - m * stay[g]!) * Math.min(dampings[f]!, dampings[g]!);
      else for (let g = 0, i = f * all; g < f; g++, i++) two[i]! *= a + b * (1 - m * stay[g]!);
    }
  }
  for (let f = 0; f < all; f++) for (let g = 0; g < f; g++) two[g * all + f] = two[f * all + g]!;
  return { faults, signs, threes: new Int16Array(0), likelihood: { none, one, two, three: new Float64Array(0) } };
}

/** The same with sets of three. */
export function withThrees(sets: SourceSets, threes: Int16Array): SourceSets {
  const three = new Float64Array(threes.length / 3).fill(sets.signs.counts.three);
  for (const s of sets.signs.heard) threesGiven(threes, s, three);
  return { ...sets, threes, likelihood: { ...sets.likelihood, three } };
}

/** The same sets with one more thing heard, or not. */
export function alsoHeard(sets: SourceSets, heard: OverSets, knocks: boolean): SourceSets {
  const { likelihood: l } = sets;
  const times = (x: Float64Array, y: Float64Array) => x.map((p, i) => p * (knocks ? y[i]! : 1 - y[i]!));
  const likelihood = {
    none: l.none * (knocks ? heard.none : 1 - heard.none),
    one: times(l.one, heard.one),
    two: times(l.two, heard.two),
    three: times(l.three, heard.three),
  };
  return { ...sets, likelihood };
}
