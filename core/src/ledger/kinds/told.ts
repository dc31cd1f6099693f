import type { JointId } from '../../joint';
import { sayDay } from '../../text';
import type { AnswerWay } from '../words';
import { EVERYBODY, entryKind } from './entry-kind';

/** The owner was told of something that must not wait. */
export interface ToldBody {
  what: string;
  /** The joints it was about; those of an older entry nobody wrote down. */
  joints?: JointId[];
  /** What for; nothing where it is dangerous. */
  about?: 'inspection';
  /** What they said to it, where they said something: no, or later and until when. */
  answer?: 'declined' | 'later';
  /** ISO 8601 */
  on?: string;
  who: string;
  how: AnswerWay;
}

export const told = entryKind<ToldBody>()({
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
