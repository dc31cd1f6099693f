import { LOCKS } from '../../torque/fasteners';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, fastenerId }) => z.object({ fastener: fastenerId, how: z.enum(LOCKS) }));
/** How a nut is kept from turning back. */
export type LockBody = Body<typeof body>;

export const lock = entryKind(body)({
  example: {
    fastener: 'front.left.ball-joint-nut',
    how: 'new cotter',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: ${b.how}`,
});
