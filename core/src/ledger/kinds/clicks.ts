import type { FastenerId } from '../../joint';
import { sayWrench, type SpeakingWrench, type TorqueRange } from '../../torque';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A group counted by the wrench's clicks, at the value it was set to. */
export interface ClicksBody {
  fastener: FastenerId;
  clicks: number;
  of: number;
  /** What was to be pulled at the end, N·m: the lower end of a published range. */
  targetNm: number | null;
  targetMaxNm?: number;
  targetText: string;
  source: string;
  /** What the last round was really pulled at, least and most. */
  pulled?: TorqueRange;
  /** Said for the whole group at once, with the value read off the wrench. */
  saidAtOnce?: boolean;
  /** The wrench that counted them; none where a person did. */
  wrench?: SpeakingWrench;
}

export const clicks = entryKind<ClicksBody>()({
  version: 2,
  // The first version was pulled at what was wanted, counted by hand.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) =>
    b.saidAtOnce
      ? `${w.fastener(b.fastener)}: all pulled at ${b.targetText}, said at once`
      : `${w.fastener(b.fastener)}: ${b.clicks} of ${b.of} clicks at ${b.targetText}${sayWrench(b.wrench)}`,
});
