import { type Body, bodyOf } from './body';
import { entryKind } from './entry-kind';

export const CHANGED_OF = ['type', 'vehicle'] as const;
const body = bodyOf(({ z, text }) =>
  z.object({
    of: z.enum(CHANGED_OF),
    why: text(300).min(1),
    /** What is different, a sentence each; the first of many. */
    says: z.array(text(400).min(1)).min(1).max(12),
    /** How many more there are. */
    more: z.int().min(0).max(500).optional(),
  }),
);
/** The vehicle or its type was put right in the file while this job was open. The server writes it, in the name of who did. */
export type ChangedBody = Body<typeof body>;

export const changed = entryKind(body)({
  example: { of: 'type', why: 'a typing error', says: ['Front axle, track: now 1510 mm, was 1490 mm.'], more: 2 },
  who: ['technician', 'lead', 'writer'],
  searched: false,
  kept: { as: 'all' },
  say: (b) => `The ${b.of} was changed in the file: ${b.says.join(' ')}${b.more ? ` And ${b.more} more.` : ''} Why: ${b.why}`,
});
