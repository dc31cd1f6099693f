import { MARKS } from '../../torque/audit';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, fastenerId }) => z.object({ fastener: fastenerId, how: z.enum(MARKS) }));
/** A fastener without a number: tightened firm where none is published, or never disturbed. */
export type MarkBody = Body<typeof body>;

export const mark = entryKind(body)({
  example: {
    fastener: 'front.left.bracket-bolt',
    how: 'firm, unpublished',
  },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: ${b.how}`,
});
