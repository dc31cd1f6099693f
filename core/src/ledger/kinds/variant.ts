import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, variantName }) => z.object({ name: variantName }));
/** Which variant of its type this vehicle is, as somebody found when they looked. */
export type VariantBody = Body<typeof body>;

export const variant = entryKind(body)({
  example: { name: 'front bar 22' },
  who: EVERYBODY,
  searched: true,
  kept: { as: 'latest' },
  say: (b) => `This vehicle has: ${b.name}`,
});
