import { OTHER_FAULTS } from '../../diagnosis/faults';
import { sayDay } from '../../text/numbers';
import { ANSWER_WAYS } from '../words';
import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, day, jointId, text }) =>
  z.object({
    what: text(1200).min(1),
    /** The joints it was about; those of an older entry nobody wrote down. */
    joints: z.array(jointId).max(60).optional(),
    /** What is no joint of the plate. */
    others: z.array(z.enum(OTHER_FAULTS)).max(20).optional(),
    /** What for; nothing where it is dangerous. */
    about: z.literal('inspection').optional(),
    /** What they said to it, where they said something: no, or later and until when. */
    answer: z.enum(['declined', 'later']).optional(),
    /** ISO 8601 */
    on: day.optional(),
    who: text(120).min(1),
    how: z.enum(ANSWER_WAYS),
  }),
);
/** The owner was told of something that must not wait. */
export type ToldBody = Body<typeof body>;

export const told = entryKind(body)({
  example: { what: 'the ball joint', joints: ['front.left.ball-joint'], who: 'owner', how: 'in person' },
  version: 2,
  // The first version did not say of which joints.
  upcasts: { 1: (b) => b },
  who: EVERYBODY,
  afterHandBack: true,
  searched: false,
  kept: { as: 'all' },
  say: (b) => {
    const said =
      b.answer === 'declined'
        ? '; they said no'
        : b.answer === 'later'
          ? `; they said later${b.on ? `, by ${sayDay(b.on)}` : ''}`
          : '';
    return `Told ${b.who} ${b.how}: ${said ? b.what.replace(/\.$/, '') : b.what}${said}`;
  },
});
