import { THREAD_CONDITIONS } from '../../torque/preload';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, fastenerId }) => z.object({ fastener: fastenerId, what: z.enum(THREAD_CONDITIONS) }));
/** What was put on a thread before it was pulled, or that it was left dry. */
export type CoatBody = Body<typeof body>;

export const coat = entryKind(body)({
  example: {
    fastener: 'front.left.link-upper-nut',
    what: 'anti-seize',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: thread ${b.what === 'dry' || b.what === 'oiled' ? b.what : `with ${b.what}`}`,
});
