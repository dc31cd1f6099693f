import { GOODS_CHECKS, GOODS_FROM, GOODS_RESULTS } from '../words';
import { sayLength } from '../../units/measures';
import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, text, uuid }) =>
  z.object({
    /** The choice it is for. */
    choice: uuid,
    part: text(60).min(1),
    name: text(120).min(1),
    quantity: z.int().min(1).max(20),
    from: z.enum(GOODS_FROM),
    /** The order it came by, where it came by one. */
    order: uuid.optional(),
    checks: z.array(z.object({ check: z.enum(GOODS_CHECKS), result: z.enum(GOODS_RESULTS) })).max(GOODS_CHECKS.length),
    /** What was measured of it, as it was written. */
    measured: z
      .array(
        z.object({
          what: text(60).min(1),
          text: text(60).min(1),
          /** By a photograph of it beside a card, and what it may be off by; a caliper, where nothing is said. */
          photograph: z.object({ doubtMm: z.number().min(0).max(100) }).optional(),
        }),
      )
      .max(20),
    outcome: z.enum(['taken', 'refused']),
    why: text(300),
  }),
);
/** A part that came in, as it was looked at; taken, or refused with the reason. */
export type GoodsBody = Body<typeof body>;

export const goods = entryKind(body)({
  example: {
    choice: '0193a000-0000-7000-8000-00000000000a',
    part: 'AK-1',
    name: 'Keel link',
    quantity: 2,
    from: 'supplier',
    order: '0193a000-0000-7000-8000-00000000000b',
    checks: [{ check: 'right part', result: 'no' }],
    measured: [{ what: 'length', text: '318 mm', photograph: { doubtMm: 0.5 } }],
    outcome: 'refused',
    why: 'another length than its box says',
  },
  version: 2,
  // The first version knew no photographs.
  upcasts: { 1: (b) => b },
  // Whoever opens the parcel: at the bench as well as at the vehicle.
  who: EVERYBODY,
  searched: true,
  kept: { as: 'all' },
  say(b, w) {
    const not = b.checks.filter((c) => c.result !== 'yes').map((c) => `${c.check} ${c.result}`);
    const sizes = b.measured.map(({ what, text, photograph: p }) =>
      p ? `${what} ${text} ± ${sayLength(p.doubtMm, 1, w.measures.length)} by photograph` : `${what} ${text}`,
    );
    const said = [...not, ...sizes].join(', ');
    return b.outcome === 'taken'
      ? `Goods in, ${b.from}: ${b.quantity} × ${b.name}, looked at${said ? ` (${said})` : ''}`
      : `Goods refused: ${b.quantity} × ${b.name}, ${b.why}${said ? ` (${said})` : ''}`;
  },
});
