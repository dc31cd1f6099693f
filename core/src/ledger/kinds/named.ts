import { OTHER_FAULTS } from '../../diagnosis/faults';
import { list } from '../../text/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, jointId }) =>
  z.object({
    at: z
      .array(z.union([jointId, z.enum(OTHER_FAULTS)]))
      .min(1)
      .max(8),
  }),
);
/** Somebody knows what makes it, and says so before it was looked for: what is owed is looked at, and nothing else. */
export type NamedBody = Body<typeof body>;

export const named = entryKind(body)({
  example: { at: ['front.left.link-lower'] },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b, w) => `Named before anything else was looked for: ${list(b.at.map(w.joint))}`,
});
