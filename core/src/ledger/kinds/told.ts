import type { JointId } from '../../joint';
import type { AnswerWay } from '../words';
import { EVERYBODY, entryKind } from './entry-kind';

/** The owner was told of something that must not wait. */
export interface ToldBody {
  what: string;
  /** The joints it was about; those of an older entry nobody wrote down. */
  joints?: JointId[];
  /** What for; nothing where it is dangerous. */
  about?: 'inspection';
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
  say: (b) => `Told ${b.who} ${b.how}: ${b.what}`,
});
