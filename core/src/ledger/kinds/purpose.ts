import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, text }) =>
  z.object({
    what: text(300).min(1),
    /** Whose rule it failed by, where it failed one. */
    rule: text(120),
  }),
);
/** Why a vehicle without a noise is here: what it failed on and by whose rule, what is planned, what was found. */
export type PurposeBody = Body<typeof body>;

export const purpose = entryKind(body)({
  example: {
    what: 'left link, lower end, torn boot',
    rule: 'the yearly inspection',
  },
  who: EVERYBODY,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Why it is here: ${b.what}${b.rule ? `, by ${b.rule}` : ''}`,
});
