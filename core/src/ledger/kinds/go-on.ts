import { type Body, bodyOf } from './body';
import { entryKind } from './entry-kind';

const body = bodyOf(({ z, text }) => z.object({ without: z.enum(['verdict']), why: text(300).min(1) }));
/** Somebody goes on without a verdict, and says why. It clears nothing: what is owed is still owed before the hand-back. */
export type GoOnBody = Body<typeof body>;

export const goOn = entryKind(body)({
  example: {
    without: 'verdict',
    why: 'the owner wants the links renewed whatever it is',
  },
  who: ['technician', 'lead'],
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Went on without a ${b.without}: ${b.why}`,
});
