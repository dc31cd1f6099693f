/** Whether this is a time zone the calendar of this machine knows (IANA time zone database). */
export function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: zone });
    return zone !== '';
  } catch {
    return false;
  }
}

/** A way to write dates, in any zone: formatters are dear to make and cheap to use. Null is the zone where it is read. */
export function inZones(options: Intl.DateTimeFormatOptions, locale = 'en-GB'): (zone: string | null) => Intl.DateTimeFormat {
  const made = new Map<string | null, Intl.DateTimeFormat>();
  return (zone) => {
    let f = made.get(zone);
    if (!f) {
      f = new Intl.DateTimeFormat(locale, { ...options, ...(zone === null ? {} : { timeZone: zone }) });
      made.set(zone, f);
    }
    return f;
  };
}

const DAY_OF = inZones({ calendar: 'gregory', numberingSystem: 'latn', year: 'numeric', month: '2-digit', day: '2-digit' });

/** The day it is somewhere, "2026-12-01": two yards do not begin it together. @param zone IANA; null is where this runs */
export function dayIn(zone: string | null, at: Date): string {
  const parts = DAY_OF(zone).formatToParts(at);
  const part = (type: string) => parts.find((p) => p.type === type)!.value;
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`;
}
