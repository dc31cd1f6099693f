import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, text, uuid }) => z.object({ entry: uuid, why: text(300).min(1) }));
/** A line through an earlier entry: it stays to be read and counts for nothing. */
export type StrikeBody = Body<typeof body>;

export const strike = entryKind(body)({
  example: {
    entry: '0193a000-0000-7000-8000-00000000000a',
    why: 'misread',
  },
  who: EVERYBODY,
  afterHandBack: true,
  // Whatever it strikes is struck in its own table.
  searched: false,
  kept: { as: 'all' },
  say: (b) => `Struck a line: ${b.why}`,
});
