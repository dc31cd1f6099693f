import type { Character, Condition, Handling, HistoryFlag, Likeness, When, Where } from '../../diagnosis';
import { EVERYBODY, entryKind } from './entry-kind';

/** What the customer hears, picked, with their own words. */
export interface ComplaintBody {
  character: Character[];
  /** Sounds that were played and that it is like. */
  like: Likeness[];
  where: Where[];
  when: When[];
  /** How it drives and steers. */
  handling: Handling[];
  /** Cold, wet, loaded: only then. */
  conditions: Condition[];
  history: HistoryFlag[];
  words: string;
}

export const complaint = entryKind<ComplaintBody>()({
  version: 4,
  // The first version called it "drives", which now is the shop's own drive.
  upcasts: {
    1: ({ drives, ...body }) => ({ ...body, handling: drives ?? [] }),
    // The second did not ask in what weather, and with what in it.
    2: (body) => ({ ...body, conditions: [] }),
    // The third had no sounds to point at.
    3: (body) => ({ ...body, like: [] }),
  },
  who: EVERYBODY,
  searched: true,
  kept: { as: 'latest' },
  say: (b) =>
    `Complaint: ${b.words ? `“${b.words}” ` : ''}${[...b.character, ...b.like.map((l) => `like the ${l}`), ...b.where, ...b.when, ...b.conditions, ...b.handling].join(', ')}`,
});
