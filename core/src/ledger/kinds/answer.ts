import type { ANSWERS, AnswerWay } from '../words';
import { sayDay } from '../../text';
import { entryKind } from './entry-kind';

/** The customer's yes, no or later to choices, by the ids of their entries. */
export interface AnswerBody {
  answer: (typeof ANSWERS)[number];
  /** The day they will hear of it again, where they said later: ISO 8601. */
  on?: string;
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
  say: (b) => {
    const said = b.answer === 'later' ? `said later${b.on ? `, by ${sayDay(b.on)},` : ''}` : b.answer;
    return `${b.who} ${said} ${b.how}: ${b.what}${b.warning ? `; warned: ${b.warning}` : ''}`;
  },
});
