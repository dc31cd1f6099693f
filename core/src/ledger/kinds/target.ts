import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, axleEnd, text }) =>
  z.object({
    axle: axleEnd,
    lengthMm: z.number().positive().max(2000),
    /** As it was typed. */
    text: text(40).min(1),
    source: text(160).min(1),
  }),
);
/** The length that a part's own sheet says both links of an axle are set to, with where it is written. */
export type TargetBody = Body<typeof body>;

export const target = entryKind(body)({
  example: { axle: 'front', lengthMm: 310, text: '310 mm', source: 'the sheet in the box, step 4' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.axle },
  say: (b) => `Both ${b.axle} links are to be ${b.text} long, by ${b.source}`,
});
