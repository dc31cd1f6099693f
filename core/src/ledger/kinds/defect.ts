import { DEFECTS } from '../../joint/defects';
import { capital } from '../../text/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, jointId }) => z.object({ joint: jointId, what: z.enum(DEFECTS) }));
/** Something seen at a joint. */
export type DefectBody = Body<typeof body>;

export const defect = entryKind(body)({
  example: {
    joint: 'front.left.link-lower',
    what: 'boot torn',
  },
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
