import { sayDay } from '../../text/numbers';
import { ANSWER_WAYS, ANSWERS } from '../words';
import { type Body, bodyOf } from './body';
import { entryKind } from './entry-kind';

const body = bodyOf(({ z, day, text, uuid }) =>
  z.object({
    answer: z.enum(ANSWERS),
    /** The day they will hear of it again, where they said later: ISO 8601. */
    on: day.optional(),
    what: text(300).min(1),
    parts: z.array(uuid).max(20),
    who: text(120).min(1),
    how: z.enum(ANSWER_WAYS),
    warning: text(500),
  }),
);
/** The customer's yes, no or later to choices, by the ids of their entries. */
export type AnswerBody = Body<typeof body>;

export const answer = entryKind(body)({
  example: {
    answer: 'later',
    on: '2026-12-24',
    what: 'both links',
    parts: ['0193a000-0000-7000-8000-00000000000a'],
    who: 'owner',
    how: 'by phone',
    warning: 'it will wear',
  },
  who: ['technician', 'lead', 'writer'],
  signed: true,
  searched: false,
  kept: { as: 'all' },
  say: (b) => {
    const said = b.answer === 'later' ? `said later${b.on ? `, by ${sayDay(b.on)},` : ''}` : b.answer;
    return `${b.who} ${said} ${b.how}: ${b.what}${b.warning ? `; warned: ${b.warning}` : ''}`;
  },
});
