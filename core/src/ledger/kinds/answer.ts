import type { AnswerWay } from '../words';
import { entryKind } from './entry-kind';

/** The customer's yes or no to choices, by the ids of their entries. */
export interface AnswerBody {
  answer: 'approved' | 'declined';
  what: string;
  parts: string[];
  who: string;
  how: AnswerWay;
  warning: string;
}

export const answer = entryKind<AnswerBody>()({
  who: ['technician', 'lead', 'writer'],
  signed: true,
  searched: false,
  kept: { as: 'all' },
  say: (b) => `${b.who} ${b.answer} ${b.how}: ${b.what}`,
});
