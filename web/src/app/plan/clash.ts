import type { BookingView } from '@ash-knot/contract';

type Slot = Pick<BookingView, 'bay' | 'comesAt' | 'minutes'>;

const overlap = (a: Slot, b: Slot): boolean => {
  const [from, other] = [Date.parse(a.comesAt), Date.parse(b.comesAt)];
  return a.bay !== null && a.bay === b.bay && from < other + b.minutes * 60_000 && other < from + a.minutes * 60_000;
};
const stands = (b: BookingView): boolean => !b.gone;

/** What else stands in that bay at that time, first one first. */
export const clashWith = (slot: Slot, all: readonly BookingView[], self?: string): BookingView | undefined =>
  all.find((b) => b.id !== self && stands(b) && overlap(slot, b));

/** Each booking that meets another in its bay, with the plate of that one. */
export function clashesOf(all: readonly BookingView[]): ReadonlyMap<string, string> {
  return new Map(
    all.filter(stands).flatMap((b): [string, string][] => {
      const other = clashWith(b, all, b.id);
      return other ? [[b.id, other.plate || other.who]] : [];
    }),
  );
}
