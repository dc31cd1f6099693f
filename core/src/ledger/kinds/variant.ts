import { EVERYBODY, entryKind } from './entry-kind';

/** Which variant of its type this vehicle is, as somebody found when they looked. */
export interface VariantBody {
  name: string;
}

export const variant = entryKind<VariantBody>()({
  who: EVERYBODY,
  searched: true,
  kept: { as: 'latest' },
  say: (b) => `This vehicle has: ${b.name}`,
});
