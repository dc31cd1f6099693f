import { sayWhen } from '../../text/numbers';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, uuid, moment }) =>
  z.object({
    /** The choice whose part is on its way. */
    choice: uuid,
    /** When it was promised; nothing where nobody has promised a time. */
    until: moment.optional(),
  }),
);
/** The work was begun though a part is not here: the vehicle stands apart until it is. */
export type ApartBody = Body<typeof body>;

export const apart = entryKind(body)({
  example: { choice: '0193a000-0000-7000-8000-00000000000a', until: '2026-12-01T11:40:00.000Z' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b, w) =>
    `Begun before the part is here: it stands apart until ${b.until ? sayWhen(b.until, w.zone) : 'it comes, and nobody has said when'}`,
});
