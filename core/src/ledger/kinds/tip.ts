import { JOINT_KINDS } from '../../joint/kinds';
import { TASKS, WAYS } from '../../plan/times';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, text }) =>
  z.object({
    task: z.enum(TASKS),
    /** The kind of joint the step is of, where it is one's. */
    kind: z.enum(JOINT_KINDS).optional(),
    text: text(300).min(1),
    /** It is a way to do the step: by the manual, or as it is done. */
    way: z.enum(WAYS).optional(),
    /** Where the manual's way is written. */
    source: text(160).optional(),
  }),
);
/** A trap or a tip for whoever does this step on a vehicle of this type next. */
export type TipBody = Body<typeof body>;

export const tip = entryKind(body)({
  example: {
    task: 'bushing off',
    kind: 'frame-bushing',
    text: 'one bolt cannot be seen: short 13 mm socket from above the rack',
    way: 'field',
    source: 'the yard',
  },
  who: AT_THE_VEHICLE,
  searched: true,
  afterHandBack: true,
  kept: { as: 'all' },
  say: (b) =>
    `${b.way === 'manual' ? 'By the manual' : b.way === 'field' ? 'As it is done' : 'For the next one'}: ${b.text}${b.source ? ` (${b.source})` : ''}`,
});
