import { sayDay } from '../../text/numbers';
import { sayDistance } from '../../units/measures';
import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, day, text }) =>
  z.object({
    what: text(200).min(1),
    atKm: z.number().min(0).max(3_000_000),
    /** "2026-03-01" */
    onDate: day,
  }),
);
/** What to come back for, and when. */
export type RecheckBody = Body<typeof body>;

export const recheck = entryKind(body)({
  example: { what: 'link nuts', atKm: 100, onDate: '2026-12-01' },
  who: EVERYBODY,
  searched: true,
  kept: { as: 'all' },
  say: (b, w) => `Recheck at ${sayDistance(b.atKm, w.measures.distance)} or ${sayDay(b.onDate)}: ${b.what}`,
});
