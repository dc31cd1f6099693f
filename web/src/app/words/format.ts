import { fixed, inZones, sayMoney } from '@ash-knot/core/text';

export const money = sayMoney;

/** A chance as a percentage; nothing found by reasoning is ever quite certain. */
export const pct = (p: number): string => (p > 0.995 ? '>99' : p < 0.01 ? '<1' : fixed(100 * p, 0));

/** The shop's time zone, for every clock and day on the screen; null: this device's own. Set by the session alone. */
let zone: string | null = null;
export const shopZone = (): string | null => zone;
export const tellTimesIn = (z: string | null): void => void (zone = z);

const dates = (o: Intl.DateTimeFormatOptions) => {
  const f = inZones(o);
  // A day alone is the same day everywhere.
  return (at: string | number | Date): string =>
    f(typeof at === 'string' && at.length === 10 ? 'UTC' : zone).format(new Date(at));
};
/** "09:40" */
export const clock = dates({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
/** "5 Nov 2026" */
export const day = dates({ day: 'numeric', month: 'short', year: 'numeric' });
/** "5 November 2026" */
export const longDay = dates({ day: 'numeric', month: 'long', year: 'numeric' });
/** "5 Nov" */
export const dayOfYear = dates({ day: 'numeric', month: 'short' });
/** "Thursday 5 November" */
export const weekday = (at: string | number | Date): string => WEEKDAY(at).replace(',', '');
const WEEKDAY = dates({ weekday: 'long', day: 'numeric', month: 'long' });
