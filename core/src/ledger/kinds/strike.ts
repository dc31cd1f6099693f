import { EVERYBODY, entryKind } from './entry-kind';

/** A line through an earlier entry: it stays to be read and counts for nothing. */
export interface StrikeBody {
  entry: string;
  why: string;
}

export const strike = entryKind<StrikeBody>()({
  who: EVERYBODY,
  afterHandBack: true,
  // Whatever it strikes is struck in its own table.
  searched: false,
  kept: { as: 'all' },
  say: (b) => `Struck a line: ${b.why}`,
});
