import { sayDistance } from '../../units/measures';
import { type Body, bodyOf } from './body';
import { entryKind } from './entry-kind';

const body = bodyOf(({ z, note }) => z.object({ distanceKm: z.number().min(0).max(3_000_000), note }));
export type HandBackBody = Body<typeof body>;

export const handBack = entryKind(body)({
  example: {
    distanceKm: 98_010,
    note: '',
  },
  who: ['technician', 'lead'],
  signed: true,
  searched: true,
  kept: { as: 'latest' },
  say: (b, w) => `Handed back at ${sayDistance(b.distanceKm, w.measures.distance)}`,
});
