import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Seeded chance: the same seed gives the same numbers on every machine (xoroshiro128+, Blackman & Vigna 2018). */
export interface Chance {
  /** Even in [0, 1). */
  next(): number;
  /** Even in [lo, hi). */
  between(lo: number, hi: number): number;
  /** A whole number from lo to hi, both included. */
  whole(lo: number, hi: number): number;
  pick<T>(list: readonly T[]): T;
  chance(p: number): boolean;
  /** Standard normal (Box & Muller 1958). */
  bell(): number;
}

export function chanceFrom(seed: number): Chance {
  const rng = xoroshiro128plus(seed);
  const next = () => uniformFloat64(rng);
  const between = (lo: number, hi: number) => lo + (hi - lo) * next();
  const whole = (lo: number, hi: number) => Math.floor(between(lo, hi + 1));
  return {
    next,
    between,
    whole,
    pick: (list) => list[whole(0, list.length - 1)]!,
    chance: (p) => next() < p,
    bell: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
