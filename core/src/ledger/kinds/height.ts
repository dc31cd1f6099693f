import { capital } from '../../text/words';
import { AXLES, SIDES } from '../../vehicle/words';
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
    /** By a photograph of two cards, and what it may be off by; by a rule, where nothing is said. */
    by: z.literal('photograph').optional(),
    doubtMm: z.number().min(0).max(100).optional(),
  }),
);
/** How high a corner stands: from the hub's centre to the arch above it, mm, as it was written. */
export type HeightBody = Body<typeof body>;

export const height = entryKind(body)({
  example: { axle: 'front', side: 'left', mm: 372, text: '372 mm', again: true, by: 'photograph', doubtMm: 3 },
  who: AT_THE_VEHICLE,
  searched: false,
  version: 3,
  // The first version was measured once; the second by a rule alone.
  upcasts: { 1: (b) => b, 2: (b) => b },
  kept: { as: 'latest by key', key: (b) => `${b.axle}.${b.side}${b.again ? '.again' : ''}` },
  say: (b) =>
    capital(`hub to arch, ${b.axle} ${b.side}${b.again ? ', raised to it' : ''}: ${b.text}${b.by ? ', by photograph' : ''}`),
});
