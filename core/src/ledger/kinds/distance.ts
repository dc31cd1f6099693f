import { sayDistance } from '../../units/measures';
import { type Body, bodyOf } from './body';
import { entryKind } from './entry-kind';

const body = bodyOf(({ z, text }) => {
  const km = z.number().min(0).max(3_000_000);
  return z.object({
    distanceKm: km,
    /** What stood before. */
    wasKm: km,
    why: text(300).min(1),
  });
});
/** The distance the vehicle came in with, put right. */
export type DistanceBody = Body<typeof body>;

export const distance = entryKind(body)({
  example: {
    distanceKm: 98_000,
    wasKm: 980_000,
    why: 'a nought too many',
  },
  who: ['technician', 'lead'],
  // It moves the whole file of the vehicle: signed like a hand-back.
  signed: true,
  // A slip is often seen only when the vehicle comes back.
  afterHandBack: true,
  searched: true,
  kept: { as: 'latest' },
  say: (b, w) =>
    `Distance put right: ${sayDistance(b.distanceKm, w.measures.distance)}, not ${sayDistance(b.wasKm, w.measures.distance)}: ${b.why}`,
});
