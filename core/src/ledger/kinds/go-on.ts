import { entryKind } from './entry-kind';

/** Somebody goes on without a verdict, and says why. It clears nothing: what is owed is still owed before the hand-back. */
export interface GoOnBody {
  without: 'verdict';
  why: string;
}

export const goOn = entryKind<GoOnBody>()({
  who: ['technician', 'lead'],
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Went on without a ${b.without}: ${b.why}`,
});
