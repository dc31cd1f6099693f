import { addDays, format } from 'date-fns';

/** The day a vehicle will have run so far, from how much it is used; a week ahead when that is not known. */
export function dueDate(from: Date, km: number, kmPerDay: number): string {
  const days = kmPerDay > 0 ? Math.max(1, Math.ceil(km / kmPerDay)) : 7;
  return format(addDays(from, Math.min(days, 365)), 'yyyy-MM-dd');
}
