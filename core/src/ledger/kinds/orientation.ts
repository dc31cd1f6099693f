import { capital } from '../../text/words';
import { ORIENTATIONS, type Orientation } from '../../vehicle/pieces';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, jointId, stepId }) => z.object({ step: stepId, joint: jointId, orientation: z.enum(ORIENTATIONS) }));
/** A handed piece looked at and found the right way round. */
export type OrientationBody = Body<typeof body>;

/** What a facing is kept by: one step may look at several. */
export const facingKey = (step: string, orientation: Orientation): string => `${step} ${orientation}`;

export const orientation = entryKind(body)({
  example: { step: 'fit-link-left', joint: 'front.left.link-lower', orientation: 'link studs' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => facingKey(b.step, b.orientation) },
  say: (b, w) => capital(`${w.say(b.orientation)} the right way round, ${w.joint(b.joint)}`),
});
