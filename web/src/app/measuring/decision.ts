import type { Conformance, FilmResult, Limit, SeriesDoubt } from '@ash-knot/core';
import type { Units } from '../session/units';

/** Whether a play is within its limit, and what would settle it where that is not proved. */
export function sayDecision(
  units: Units,
  {
    conformance: c,
    limit: l,
    doubt,
    film,
  }: { conformance: Conformance; limit: Limit; doubt: SeriesDoubt; film?: FilmResult | undefined },
): string {
  const limit = `${units.sayLength(l.limitMm)} (${l.owner})`;
  if (c.verdict !== 'not proved') return `${c.verdict === 'within' ? 'Within' : 'Beyond'} ${limit}.`;
  // A film speaks alone: another one does not add to it.
  if (film) return `Not proved against ${limit}: rest the camera on something and film it again, or take a finer gauge.`;
  if (c.needed === 'never') return `Not proved against ${limit}, and never with this gauge: use a finer one.`;
  if (c.needed === 'more than 100')
    return `Not proved against ${limit}; more than 100 readings would be needed. Look for what makes them scatter.`;
  return `Not proved against ${limit}: ${c.needed} readings in all would settle it, ${Math.max(1, c.needed - doubt.n)} more.`;
}
