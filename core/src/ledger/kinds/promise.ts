import { capital, sayWhen } from '../../text';
import { EVERYBODY, entryKind } from './entry-kind';

/** A supplier's word about an order that is under way: another time, or that it will not come. */
export interface PromiseBody {
  order: string;
  supplier: string;
  /** ISO 8601; nothing where it will not come. */
  promised?: string;
  why: string;
}

export const promise = entryKind<PromiseBody>()({
  who: EVERYBODY,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) =>
    capital(
      `${b.supplier}: ${b.promised ? `now promised for ${sayWhen(b.promised, w.zone)}` : 'will not come'}${b.why ? `, ${b.why}` : ''}`,
    ),
});
