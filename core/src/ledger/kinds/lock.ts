import type { FastenerId } from '../../joint';
import type { LockHow } from '../../torque';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** How a nut is kept from turning back. */
export interface LockBody {
  fastener: FastenerId;
  how: LockHow;
}

export const lock = entryKind<LockBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: ${b.how}`,
});
