import { capital } from '../../text';
import { AXLES, SIDES } from '../../vehicle';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, text }) =>
  z.object({
    axle: z.enum(AXLES),
    side: z.enum(SIDES),
    mm: z.number().min(100).max(1500),
    text: text(20).min(1),
    /** Measured again where the rubber is tightened. */
    again: z.literal(true).optional(),
  }),
);
/** How high a corner stands: from the hub's centre to the arch above it, mm, as it was written. */
export type HeightBody = Body<typeof body>;

export const height = entryKind(body)({
  example: { axle: 'front', side: 'left', mm: 372, text: '372 mm', again: true },
  who: AT_THE_VEHICLE,
  searched: false,
  version: 2,
  // The first version was measured once.
  upcasts: { 1: (b) => b },
  kept: { as: 'latest by key', key: (b) => `${b.axle}.${b.side}${b.again ? '.again' : ''}` },
  say: (b) => capital(`hub to arch, ${b.axle} ${b.side}${b.again ? ', raised to it' : ''}: ${b.text}`),
});
