import { finite, within } from '../error';
import { dayIn, inZones } from './zone';
/** Formatters are dear to make and cheap to use: one for each number of decimals. */
const FIXED = new Map<number, Intl.NumberFormat>();

/** A number with just so many decimals, a point before them and nothing between thousands: "0.50". */
export function fixed(value: number, digits: number): string {
  finite('number to be written', value);
  within('number of digits', digits, 0, 20);
  let f = FIXED.get(digits);
  if (!f) {
    f = new Intl.NumberFormat('en-GB', {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      useGrouping: false,
      // What rounds to nothing has no sign.
      signDisplay: 'negative',
    });
    FIXED.set(digits, f);
  }
  return f.format(value);
}

/** A number without its sign, as a pattern: longer ways to write it first, so that it can stand in a larger one. */
export const DECIMAL = String.raw`\d{1,3}(?:\.\d{3})+,\d+|\d{1,3}(?:,\d{3})+\.\d+|\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?:[.,]\d+)?|\d+(?:[.,]\d+)?|[.,]\d+`;
const ONE_DECIMAL = new RegExp(`^[+-]?(?:${DECIMAL})$`);

/**
 * A number as people and spreadsheets write it: "12,5", "148 210", and of two separators the last is the decimal one:
 * "1.234,50", "1,234.50". One alone is always the decimal one.
 * @returns NaN for what is none
 */
export function decimalOf(text: string): number {
  const t = text.trim().replace(/−/g, '-');
  if (!ONE_DECIMAL.test(t)) return Number.NaN;
  const both = t.includes(',') && t.includes('.');
  const thousands = t.lastIndexOf(',') > t.lastIndexOf('.') ? '.' : ',';
  return Number((both ? t.replaceAll(thousands, '') : t).replace(/[ \u00a0\u202f]/g, '').replace(',', '.'));
}

/** A whole number with a thin gap between thousands that no line breaks in, as on a service sheet: "148\u202f210". */
export function grouped(value: number): string {
  return GROUPED.formatToParts(finite('number to be written', value))
    .map((p) => (p.type === 'group' ? '\u202f' : p.value))
    .join('');
}
const GROUPED = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
/** "2026-12-01" → "1 Dec 2026". */
export const sayDay = (iso: string): string => DAY.format(new Date(`${iso.slice(0, 10)}T12:00:00Z`));

/** "4 Dec, 16:05". @param zone IANA time zone; null is where it is read */
export const sayWhen = (iso: string, zone: string | null): string => WHEN(zone).format(new Date(iso));
/** "tomorrow 11:40", "today 16:05"; further off with its day, as `sayWhen`. @param nowMs clock of the caller (ms since 1970) */
export function sayUntil(iso: string, zone: string | null, nowMs: number): string {
  finite('clock', nowMs);
  const day = dayIn(zone, new Date(iso));
  const named = day === dayIn(zone, new Date(nowMs)) ? 'today' : day === dayIn(zone, new Date(nowMs + DAY_MS)) ? 'tomorrow' : '';
  return named ? `${named} ${CLOCK(zone).format(new Date(iso))}` : sayWhen(iso, zone);
}
const DAY_MS = 86_400_000;
const CLOCK = inZones({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
const WHEN = inZones({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** Decimals of a currency by its own custom: two of most, none of some. */
export function decimalsOf(currency: string): number {
  const known = DECIMALS.get(currency);
  if (known !== undefined) return known;
  const n = new Intl.NumberFormat('en-GB', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
  DECIMALS.set(currency, n);
  return n;
}
/** Asking the language for them takes as long as the rest of a line of a list. */
const DECIMALS = new Map<string, number>();

/** 24.5 of EUR → 2450 minor units. */
export const toMinor = (amount: number, currency: string): number =>
  Math.round(finite('amount', amount) * 10 ** decimalsOf(currency));

/** 2400 minor units of EUR → "24.00". */
export const amountOf = (minor: number, currency: string): string => {
  const digits = decimalsOf(currency);
  return fixed(minor / 10 ** digits, digits);
};

/** 2400 minor units of EUR → "24.00 EUR"; how many minor units make one, the currency says. */
export const sayMoney = (minor: number, currency: string): string => `${amountOf(minor, currency)} ${currency}`;
