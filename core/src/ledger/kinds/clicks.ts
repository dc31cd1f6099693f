import type { FastenerId } from '../../joint';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A group counted by the wrench's clicks, at the value it was set to. */
export interface ClicksBody {
  fastener: FastenerId;
  clicks: number;
  of: number;
  targetNm: number | null;
  targetText: string;
  source: string;
}

export const clicks = entryKind<ClicksBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: ${b.clicks} of ${b.of} clicks at ${b.targetText}`,
});
