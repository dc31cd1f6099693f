import type { JointId } from '../../joint';
import { capital } from '../../text';
import type { Orientation } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A handed piece looked at and found the right way round. */
export interface OrientationBody {
  step: string;
  joint: JointId;
  orientation: Orientation;
}

export const orientation = entryKind<OrientationBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => capital(`${w.say(b.orientation)} the right way round, ${w.joint(b.joint)}`),
});
