import type { Defect, JointId } from '../../joint';
import { capital } from '../../text';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Something seen at a joint. */
export interface DefectBody {
  joint: JointId;
  what: Defect;
}

export const defect = entryKind<DefectBody>()({
  version: 2,
  // In the first the bar had no joint of its own: what was seen at it stood at its bushing.
  upcasts: {
    1: (body) =>
      /^bar /.test(String(body['what'])) ? { ...body, joint: String(body['joint']).replace(/frame-bushing$/, 'bar') } : body,
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => capital(`${w.joint(b.joint)}: ${w.say(b.what)}`),
});
