import { sayDistance } from '../../units';
import { entryKind } from './entry-kind';

/** The distance the vehicle came in with, put right. */
export interface DistanceBody {
  distanceKm: number;
  /** What stood before. */
  wasKm: number;
  why: string;
}

export const distance = entryKind<DistanceBody>()({
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
