import type { AnswerWay } from '../words';
import { EVERYBODY, entryKind } from './entry-kind';

/** The owner was told of something that must not wait. */
export interface ToldBody {
  what: string;
  who: string;
  how: AnswerWay;
}

export const told = entryKind<ToldBody>()({
  who: EVERYBODY,
  afterHandBack: true,
  searched: false,
  kept: { as: 'all' },
  say: (b) => `Told ${b.who} ${b.how}: ${b.what}`,
});
