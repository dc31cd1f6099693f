import { sayState, VEHICLE_STATES } from '../../vehicle';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z }) => z.object({ state: z.enum(VEHICLE_STATES) }));
/** How the vehicle stands, said by whoever put it there: it holds until somebody says otherwise. */
export type StandsBody = Body<typeof body>;

export const stands = entryKind(body)({
  example: { state: 'both-hanging' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `It stands ${sayState(b.state)}`,
});
