import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, readAt }) => z.object({ step: readAt }));
/** A caution was read before its step. */
export type CautionBody = Body<typeof body>;

export const caution = entryKind(body)({
  example: { step: 'raise' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `Caution read: ${w.step(b.step)}`,
});
