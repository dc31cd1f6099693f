import { sayWhen } from '../../text/numbers';
import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, moment, text, uuid }) =>
  z.object({
    supplier: text(80).min(1),
    /** As the supplier numbered it. */
    number: text(40).min(1),
    lines: z
      .array(
        z.object({
          choice: uuid,
          part: text(60).min(1),
          name: text(120).min(1),
          quantity: z.int().min(1).max(20),
          minor: z.int().min(0).max(100_000_000),
        }),
      )
      .min(1)
      .max(20),
    currency: z.string().regex(/^[A-Z]{3}$/),
    /** ISO 8601 with its time. */
    promised: moment,
    /** By a line to the supplier, or by telephone. */
    by: z.enum(['line', 'phone']),
    simulated: z.boolean().optional(),
  }),
);
/** Parts asked for at a supplier, and when they were promised. */
export type OrderBody = Body<typeof body>;

export const order = entryKind(body)({
  example: {
    supplier: 'Norland Factors',
    number: 'N-1042',
    lines: [{ choice: '0193a000-0000-7000-8000-00000000000a', part: 'AK-1', name: 'Keel link', quantity: 2, minor: 6000 }],
    currency: 'EUR',
    promised: '2026-12-04T16:05:00Z',
    by: 'line',
    simulated: true,
  },
  who: EVERYBODY,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) =>
    `Ordered from ${b.supplier}${b.by === 'phone' ? ', by phone' : ''}, ${b.number}: ${b.lines.map((l) => `${l.quantity} × ${l.name}`).join(', ')}; promised for ${sayWhen(b.promised, w.zone)}${b.simulated ? '; simulated' : ''}`,
});
