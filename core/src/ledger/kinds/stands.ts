import { AXLES, sayState, SIDES, VEHICLE_STATES } from '../../vehicle/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z }) =>
  z.object({
    state: z.enum(VEHICLE_STATES),
    /** The axle that stands so; the whole vehicle where none is named. */
    axle: z.enum(AXLES).optional(),
    /** Which side is up, where one is. */
    side: z.enum(SIDES).optional(),
  }),
);
/** How the vehicle stands, said by whoever put it there: it holds until somebody says otherwise. */
export type StandsBody = Body<typeof body>;

export const stands = entryKind(body)({
  example: { state: 'one-side-up', axle: 'front', side: 'left' },
  version: 2,
  // The first version spoke of the whole vehicle.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Vehicle: ${b.side ? `${b.side} side up` : sayState(b.state)}${b.axle === 'rear' ? ', rear axle' : ''}`,
});
