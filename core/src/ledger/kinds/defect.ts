import type { Defect, JointId } from '../../joint';
import { capital } from '../../text';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Something seen at a joint. */
export interface DefectBody {
  joint: JointId;
  what: Defect;
}

export const defect = entryKind<DefectBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => capital(`${w.joint(b.joint)}: ${w.say(b.what)}`),
});
