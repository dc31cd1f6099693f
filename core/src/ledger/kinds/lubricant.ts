import { LUBRICANTS } from '../../bushing/material';
import { capital } from '../../text/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, jointId, stepId }) => z.object({ step: stepId, joint: jointId, what: z.enum(LUBRICANTS) }));
/** What went between rubber and what turns in it, before it went on. */
export type LubricantBody = Body<typeof body>;

export const lubricant = entryKind(body)({
  example: { step: 'fit-bushing-left', joint: 'front.left.frame-bushing', what: 'silicone' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${capital(w.joint(b.joint))}: ${b.what === 'dry' ? 'dry' : `${b.what} on it`}`,
});
