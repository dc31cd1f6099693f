import type { JointId } from '../../joint';
import { capital } from '../../text';
import { sayLength } from '../../units';
import type { MeasuredPhase } from '../words';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** One push and pull with a gauge. */
export interface ReadingBody {
  joint: JointId;
  phase: MeasuredPhase;
  gauge: string;
  first: number;
  second: number;
  unit: 'mm' | 'in';
  playMm: number;
  /** What was wrong with the gauge's calibration when it was taken: "calibration ran out on 2026-03-01". */
  calibration?: string;
}

export const reading = entryKind<ReadingBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'all' },
  say: (b, w) =>
    capital(`${w.joint(b.joint)}, play ${b.phase === 'after' ? 'after ' : ''}${sayLength(b.playMm, 2, w.measures.length)}`),
});
