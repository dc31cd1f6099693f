import { sayBookValue } from '../../torque/book';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, axleEnd, bookValue }) => z.object({ axle: axleEnd, value: bookValue }));
/** A value found in the maker's book during the job, with where it is written. */
export type BookBody = Body<typeof body>;

export const book = entryKind(body)({
  example: {
    axle: 'front',
    value: {
      fastener: 'bracket-bolt',
      minNm: 20,
      maxNm: 24,
      value: 20,
      valueMax: 24,
      unit: 'N·m',
      thread: 'M8×1.25',
      condition: 'dry',
      source: 'the maker’s book, page 3',
      publisher: 'vehicle maker',
    },
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: ({ value }) => `Found in ${value.source}: ${sayBookValue(value)} for the ${value.fastener.replaceAll('-', ' ')}`,
});
