import type { FastenerId } from '../../joint';
import type { MarkHow } from '../../torque';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A fastener without a number: tightened firm where none is published, or never disturbed. */
export interface MarkBody {
  fastener: FastenerId;
  how: MarkHow;
}

export const mark = entryKind<MarkBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: ${b.how}`,
});
