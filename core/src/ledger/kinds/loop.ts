import type { JointId } from '../../joint';
import type { LoopResult } from '../../play';
import { capital } from '../../text';
import type { MeasuredPhase } from '../words';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A joint pushed and pulled with force and displacement; its points are an attachment. */
export interface LoopBody {
  joint: JointId;
  phase: MeasuredPhase;
  gauge: string;
  file: string;
  result: LoopResult;
  calibration?: string;
}

export const loop = entryKind<LoopBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'all' },
  attachment: { kind: 'loop', id: (b) => b.file },
  say: (b, w) => capital(`${w.joint(b.joint)}, loop of ${b.result.points} points. ${b.result.sentence}`),
});
