import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, text }) => z.object({ text: text(2000).min(1) }));
export type NoteBody = Body<typeof body>;

export const note = entryKind(body)({
  example: { text: 'left the radio on' },
  who: EVERYBODY,
  afterHandBack: true,
  searched: false,
  kept: { as: 'all' },
  say: (b) => b.text,
});
