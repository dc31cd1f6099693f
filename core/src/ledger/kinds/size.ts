import { SEATS, SIZES } from '../../parts/part';
import { capital } from '../../text/words';
import { HOLDS } from '../../vehicle/words';
import { LINK_ENDS } from '../../vehicle/links/link-kind';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, axleEnd, text }) =>
  z.object({
    axle: axleEnd,
    size: z.enum(SIZES),
    /** The end of the link it was measured at; both where none is named. */
    end: z.enum(LINK_ENDS).optional(),
    text: text(60).min(1),
    mm: z.number().positive().max(2000).optional(),
    /** How far it may be off, mm: as it was written, else what a rule or caliper usually is. */
    doubtMm: z.number().min(0).max(50).optional(),
    thread: text(20).optional(),
    hold: z.enum(HOLDS).optional(),
    seat: z.enum(SEATS).optional(),
    /** By a photograph of it beside a card; a caliper or a rule, where nothing is said. */
    by: z.literal('photograph').optional(),
  }),
);
/** A size measured for a part, as it was written; it overrules the file. */
export type SizeBody = Body<typeof body>;

export const size = entryKind(body)({
  example: {
    axle: 'front',
    size: 'hold',
    end: 'upper',
    text: '5 mm hex',
    mm: 5,
    doubtMm: 0.2,
    hold: 'hex',
    thread: 'M10×1.25',
    seat: 'taper',
    by: 'photograph',
  },
  version: 3,
  // The first version was a kind called "measure".
  upcasts: {
    1: ({ measure, ...body }) => ({ ...body, size: measure }),
    // The second knew no photographs.
    2: (b) => b,
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b) =>
    `${capital(b.size.replaceAll('-', ' '))}${b.end ? `, ${b.end} end` : ''}: ${b.text}${b.by ? ', by photograph' : ''}`,
});
