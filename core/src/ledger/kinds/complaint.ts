import type { Character, Handling, HistoryFlag, When, Where } from '../../diagnosis';
import { EVERYBODY, entryKind } from './entry-kind';

/** What the customer hears, picked, with their own words. */
export interface ComplaintBody {
  character: Character[];
  where: Where[];
  when: When[];
  /** How it drives and steers. */
  handling: Handling[];
  history: HistoryFlag[];
  words: string;
}

export const complaint = entryKind<ComplaintBody>()({
  version: 2,
  // The first version called it "drives", which now is the shop's own drive.
  upcasts: { 1: ({ drives, ...body }) => ({ ...body, handling: drives ?? [] }) },
  who: EVERYBODY,
  searched: true,
  kept: { as: 'latest' },
  say: (b) => `Complaint: ${b.words ? `“${b.words}” ` : ''}${[...b.character, ...b.where, ...b.when, ...b.handling].join(', ')}`,
});
