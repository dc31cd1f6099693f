import type { FastenerId } from '../../joint';
import type { TorqueMethod } from '../../torque';
import { trimmed } from '../../units';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What a fastener was tightened to, what was to be set and where that is written. */
export interface TorqueBody {
  fastener: FastenerId;
  targetNm: number;
  targetText: string;
  source: string;
  achievedNm: number;
  value: number;
  unit: string;
  method: TorqueMethod;
  detail?: string;
}

export const torque = entryKind<TorqueBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: ${trimmed(b.achievedNm, 1)} N·m for ${b.targetText}, ${b.method}`,
});
