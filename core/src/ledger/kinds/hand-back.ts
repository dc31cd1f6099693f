import { sayDistance } from '../../units';
import { entryKind } from './entry-kind';

export interface HandBackBody {
  distanceKm: number;
  note: string;
}

export const handBack = entryKind<HandBackBody>()({
  who: ['technician', 'lead'],
  signed: true,
  searched: true,
  kept: { as: 'latest' },
  say: (b, w) => `Handed back at ${sayDistance(b.distanceKm, w.measures.distance)}`,
});
