import { capital } from '../../text/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What the hand says of a part somebody had doubted. */
export const DOUBTED_OUTCOMES = ['loose as thought', 'sound after all', 'something else'] as const;
/** And of one nobody had doubted, the other side of a pair say: asked without a hint. */
export const NEUTRAL_OUTCOMES = ['loose', 'sound', 'can’t tell'] as const;
export const CONFIRM_OUTCOMES = [...DOUBTED_OUTCOMES, ...NEUTRAL_OUTCOMES] as const;
export type ConfirmOutcome = (typeof CONFIRM_OUTCOMES)[number];

const body = bodyOf(({ z, cause, jointId, note }) =>
  z.object({ joint: jointId, outcome: z.enum(CONFIRM_OUTCOMES), note, instead: cause.optional() }),
);
/** With the part in the hand. `instead` names what it was, when it was something else. */
export type ConfirmBody = Body<typeof body>;

export const confirm = entryKind(body)({
  example: {
    joint: 'front.left.link-lower',
    outcome: 'something else',
    note: '',
    instead: 'front.left.bracket-bolts',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.joint },
  say: (b, w) => capital(`${w.joint(b.joint)} in the hand: ${b.outcome}${b.instead ? `, ${w.joint(b.instead)}` : ''}`),
});
