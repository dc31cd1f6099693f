import { capital } from '../../text/words';
import { sayWhen } from '../../text/numbers';
import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, moment, text, uuid }) =>
  z.object({
    order: uuid,
    supplier: text(80).min(1),
    /** ISO 8601; nothing where it will not come. */
    promised: moment.optional(),
    why: text(300),
  }),
);
/** A supplier's word about an order that is under way: another time, or that it will not come. */
export type PromiseBody = Body<typeof body>;

export const promise = entryKind(body)({
  example: {
    order: '0193a000-0000-7000-8000-00000000000b',
    supplier: 'Norland Factors',
    promised: '2026-12-05T11:40:00Z',
    why: 'the ferry did not sail',
  },
  who: EVERYBODY,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) =>
    capital(
      `${b.supplier}: ${b.promised ? `now promised for ${sayWhen(b.promised, w.zone)}` : 'will not come'}${b.why ? `, ${b.why}` : ''}`,
    ),
});
