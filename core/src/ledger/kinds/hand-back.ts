import { grouped } from '../../text';
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
  say: (b) => `Handed back at ${grouped(b.distanceKm)} km`,
});
