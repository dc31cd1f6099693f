import type { FastenerId } from '../../joint';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Undone beside the plan, to get at something: so many of a group. None any more is a slip taken back. */
export interface UndoneBody {
  fastener: FastenerId;
  count: number;
}

export const undone = entryKind<UndoneBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) =>
    b.count === 0 ? `${w.fastener(b.fastener)}: not undone after all` : `${w.fastener(b.fastener)}: ${b.count} undone`,
});
