import { TZDate } from '@date-fns/tz';
import ICAL from 'ical.js';
import type { BookingBody, BookingView } from '@ash-knot/contract';
import { BadInput, NOTHING_TOLD, plateKey } from '@ash-knot/core';

/** Who wrote a calendar: RFC 5545, 3.7.3. */
const PRODUCT = '-//Ash Knot//plan//EN';
const MOST_EVENTS = 2000;
/** Words of a plate at most, as it may be written in a summary. */
const MOST_WORDS = 4;
const MOST_MINUTES = 10_080;

export const uidOf = (id: string): string => `${id}@ash-knot`;
const OURS = /^([0-9a-f-]{36})@ash-knot$/;

/**
 * Bookings as a calendar (iCalendar, RFC 5545), times in UTC. Who brings it is not in it: calendars are handed on.
 * @param stamp when it was written out
 */
export function calendarOf(all: readonly BookingView[], uids: ReadonlyMap<string, string>, stamp: Date): string {
  const cal = new ICAL.Component('vcalendar');
  cal.addPropertyWithValue('version', '2.0');
  cal.addPropertyWithValue('prodid', PRODUCT);
  for (const b of all) {
    const e = new ICAL.Component('vevent');
    const start = Date.parse(b.comesAt);
    const utc = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true);
    e.addPropertyWithValue('uid', uids.get(b.id) ?? uidOf(b.id));
    e.addPropertyWithValue('dtstamp', utc(stamp.getTime()));
    e.addPropertyWithValue('dtstart', utc(start));
    e.addPropertyWithValue('dtend', utc(start + b.minutes * 60_000));
    e.addPropertyWithValue('summary', [b.plate || 'a vehicle', b.complaint.words].filter(Boolean).join(': '));
    if (b.vehicle) e.addPropertyWithValue('description', `${b.vehicle.typeName}, ${b.vehicle.year}`);
    if (b.bay) e.addPropertyWithValue('location', b.bay);
    cal.addSubcomponent(e);
  }
  return `${cal.toString()}\r\n`;
}

/** An event that can be a booking. */
export interface ReadEvent {
  readonly uid: string;
  /** The booking it is of, where this program wrote it. */
  readonly ours: string | undefined;
  readonly name: string;
  readonly comesAt: string;
  readonly minutes: number;
  readonly bay: string | null;
  readonly words: string;
  /** What in it may be a plate, by its key; the longest first. */
  readonly plates: readonly string[];
}
/** One that cannot, and why. */
export interface AsideEvent {
  readonly name: string;
  readonly why: string;
}

/** A time of no zone of its own is the shop's. */
function instant(t: ICAL.Time, tzid: string | undefined, zone: string | null): Date | undefined {
  if (t.zone !== ICAL.Timezone.localTimezone) return t.toJSDate();
  const named = tzid ?? zone;
  if (named === null) return undefined;
  const at = new TZDate(t.year, t.month - 1, t.day, t.hour, t.minute, t.second, named);
  return Number.isNaN(at.getTime()) ? undefined : new Date(at.getTime());
}

function platesIn(text: string): string[] {
  const words = text.split(/[\s,;:()]+/).filter(Boolean);
  const keys = words.flatMap((_, i) =>
    Array.from({ length: Math.min(MOST_WORDS, words.length - i) }, (_x, n) => plateKey(words.slice(i, i + n + 1).join(' '))),
  );
  return [...new Set(keys.filter((k) => k.length >= 2 && k.length <= 16))].sort((a, b) => b.length - a.length);
}

function readEvent(e: ICAL.Component, zone: string | null, bays: readonly string[]): ReadEvent | AsideEvent {
  const event = new ICAL.Event(e);
  const name = (event.summary || event.description || 'an event without a name').slice(0, 120);
  if (e.getFirstPropertyValue('status') === 'CANCELLED') return { name, why: 'it is called off in that calendar' };
  if (event.isRecurring() || e.hasProperty('recurrence-id'))
    return { name, why: 'it comes again and again: book each day by itself' };
  const start = e.getFirstProperty('dtstart');
  const t = start?.getFirstValue();
  if (!(t instanceof ICAL.Time)) return { name, why: 'it has no beginning' };
  if (t.isDate) return { name, why: 'it is of a whole day: say at what time it comes' };
  const at = instant(t, start!.getFirstParameter('tzid') || undefined, zone);
  if (!at) return { name, why: 'its time is of no time zone, and the shop has none: say it under Shop rules' };
  const uid = String(event.uid ?? '').slice(0, 200);
  if (!uid) return { name, why: 'it has no UID: it could not be known again' };
  const minutes = Math.round((event.duration?.toSeconds() ?? 0) / 60);
  const location = String(event.location ?? '').trim();
  return {
    uid,
    ours: OURS.exec(uid)?.[1],
    name,
    comesAt: at.toISOString(),
    minutes: Math.min(MOST_MINUTES, Math.max(5, minutes || 60)),
    bay: bays.find((b) => b.toLowerCase() === location.toLowerCase()) ?? null,
    words: [event.summary, event.description].filter(Boolean).join('. ').slice(0, 2000),
    plates: platesIn(`${event.summary ?? ''} ; ${event.description ?? ''} ; ${location}`),
  };
}

/**
 * The events of a calendar.
 * @param zone the shop's, IANA; null where nobody said it
 * @throws BadInput where it is no calendar
 */
export function readCalendar(text: string, zone: string | null, bays: readonly string[]): (ReadEvent | AsideEvent)[] {
  let cal: ICAL.Component;
  try {
    const parsed = ICAL.parse(text) as unknown[];
    cal = new ICAL.Component((Array.isArray(parsed[0]) ? parsed[0] : parsed) as never);
  } catch {
    throw new BadInput('calendar', 'is none that can be read (iCalendar)');
  }
  if (cal.name !== 'vcalendar') throw new BadInput('calendar', 'is none that can be read (iCalendar)');
  const events = cal.getAllSubcomponents('vevent');
  if (events.length > MOST_EVENTS) throw new BadInput('calendar', `may have ${MOST_EVENTS} events`, events.length);
  return events.map((e) => {
    try {
      return readEvent(e, zone, bays);
    } catch {
      return { name: String(e.getFirstPropertyValue('summary') ?? 'an event').slice(0, 120), why: 'its time cannot be read' };
    }
  });
}

/** What an event says as a booking of a vehicle. */
export const bookingOf = (e: ReadEvent, vehicleId: string | null): BookingBody => ({
  vehicleId,
  plate: '',
  who: vehicleId ? '' : e.name,
  comesAt: e.comesAt,
  minutes: e.minutes,
  kind: 'noise',
  bay: e.bay,
  person: null,
  complaint: { ...NOTHING_TOLD, words: e.words },
  note: '',
});
