import { sayLength } from '../../units/measures';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, gaugeId }) =>
  z.object({ gauge: gaugeId, when: z.enum(['start', 'end']), zeroMm: z.number().min(-100).max(100) }),
);
/** Where a gauge's zero stood before or after a series, mm. */
export type ZeroBody = Body<typeof body>;

export const zero = entryKind(body)({
  example: { gauge: 'dial', when: 'start', zeroMm: 0.01 },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => `Zero of the gauge ${b.when === 'start' ? 'before' : 'after'}: ${sayLength(b.zeroMm, 3, w.measures.length)}`,
});
