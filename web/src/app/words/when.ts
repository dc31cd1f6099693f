import { TZDate, tz } from '@date-fns/tz';
import { shopZone } from './format';

const here = (): string => shopZone() ?? Intl.DateTimeFormat().resolvedOptions().timeZone;

/** "2026-12-01T09:30", as a field of a date and a time has it, in the shop's zone: not in that of a device elsewhere. */
export function localOf(at: string | number | Date): string {
  const t = new TZDate(new Date(at), here());
  const two = (n: number) => String(n).padStart(2, '0');
  return `${t.getFullYear()}-${two(t.getMonth() + 1)}-${two(t.getDate())}T${two(t.getHours())}:${two(t.getMinutes())}`;
}

/** The moment such a field says; an invalid date where it says none. */
export function instantOf(local: string): Date {
  const m = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)/.exec(local);
  if (!m) return new Date(NaN);
  const [y, mo, d, h, mi] = m.slice(1).map(Number) as [number, number, number, number, number];
  return new Date(new TZDate(y, mo - 1, d, h, mi, here()).getTime());
}

/** The beginning of a day of the shop, so many days from one. */
export function dayStart(at: number, days = 0): Date {
  const t = tz(here())(new Date(at));
  return new Date(new TZDate(t.getFullYear(), t.getMonth(), t.getDate() + days, here()).getTime());
}
