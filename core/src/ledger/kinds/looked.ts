import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, uuid }) => z.object({ changes: z.array(uuid).min(1).max(40) }));
/** Somebody looked at what was changed in the file. */
export type LookedBody = Body<typeof body>;

export const looked = entryKind(body)({
  example: { changes: ['0193a000-0000-7000-8000-00000000000c'] },
  who: EVERYBODY,
  searched: false,
  kept: { as: 'all' },
  say: () => 'Looked at what was changed in the file',
});
