import { finite } from '../error';
import { knownScatter, readingsNeeded, resolutionDoubtMm, type KnownScatter, type SeriesDoubt } from './series';
import { studentQuantile } from '../stats';

/** Whose limit it is; the answer always says. */
export const LIMIT_OWNERS = ['part maker', 'vehicle maker', 'shop rule', 'common practice'] as const;
export type LimitOwner = (typeof LIMIT_OWNERS)[number];

export interface Limit {
  readonly limitMm: number;
  readonly owner: LimitOwner;
}

export type Conformance =
  | { readonly verdict: 'within' | 'beyond' }
  | {
      readonly verdict: 'not proved';
      /** Readings in all that would settle it at this scatter. */ readonly needed: number | 'never' | 'more than 100';
    };

/**
 * A mean play against an upper limit with one-sided 95 % conformance (ISO 14253-1; rule from memory):
 * mean + U ≤ limit is within, mean − U > limit is beyond, else not proved either way.
 */
export function conforms(doubt: SeriesDoubt, limitMm: number): Conformance {
  finite('limit', limitMm);
  if (doubt.meanMm + doubt.oneSidedMm <= limitMm) return { verdict: 'within' };
  if (doubt.meanMm - doubt.oneSidedMm > limitMm) return { verdict: 'beyond' };
  return { verdict: 'not proved', needed: readingsNeeded(doubt, limitMm - doubt.meanMm) };
}

/**
 * Where the rule is "any play is too much" the limit is what this gauge can tell from nothing:
 * one reading's one-sided 95 % uncertainty (detection threshold; common practice, no source).
 */
export function detectionThresholdMm(resolutionMm: number, known: KnownScatter): number {
  knownScatter(known);
  const u = Math.sqrt(known.sdMm ** 2 + resolutionDoubtMm(resolutionMm) ** 2);
  return studentQuantile(0.95, known.degrees) * u;
}
