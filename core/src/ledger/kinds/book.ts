import { sayBookValue, type BookValue } from '../../torque';
import type { AxleEnd } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A value found in the maker's book during the job, with where it is written. */
export interface BookBody {
  axle: AxleEnd;
  value: BookValue;
}

export const book = entryKind<BookBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: ({ value }) => `Found in ${value.source}: ${sayBookValue(value)} for the ${value.fastener.replaceAll('-', ' ')}`,
});
