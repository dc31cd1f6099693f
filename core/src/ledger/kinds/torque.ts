import type { FastenerId } from '../../joint';
import { sayWrench, type SpeakingWrench, type TorqueMethod } from '../../torque';
import { trimmed } from '../../units';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What a fastener was tightened to, what was to be set and where that is written. */
export interface TorqueBody {
  fastener: FastenerId;
  /** Where the wrench was to be set, N·m; the lower end of a published range. */
  targetNm: number;
  /** The upper end, where a range is published. */
  targetMaxNm?: number;
  targetText: string;
  source: string;
  achievedNm: number;
  value: number;
  unit: string;
  method: TorqueMethod;
  detail?: string;
  /** The wrench that said it; none where a person wrote the number. */
  wrench?: SpeakingWrench;
  /** Written before it was asked how a nut is kept. */
  lockUnasked?: true;
}

export const torque = entryKind<TorqueBody>()({
  version: 3,
  // The first version had neither ranges nor the wrench; the second did not ask how a nut is kept.
  upcasts: { 1: (b) => b, 2: (b) => ({ ...b, lockUnasked: true }) },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) =>
    `${w.fastener(b.fastener)}: ${trimmed(b.achievedNm, 1)} N·m for ${b.targetText}, ${b.method}${sayWrench(b.wrench)}${b.detail ? ` (${b.detail})` : ''}`,
});
