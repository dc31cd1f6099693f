import { sayWhen } from './numbers';
import { dayIn, inZones, isTimeZone } from './zone';

test('which names are time zones', () => {
  expect(['Europe/Oslo', 'UTC', 'America/St_Johns', 'Asia/Kathmandu'].map(isTimeZone)).toEqual([true, true, true, true]);
  expect(['', 'Skerrow', 'Europe/', 'GMT+25'].map(isTimeZone)).toEqual([false, false, false, false]);
});

// Offsets of the IANA time zone database, from memory: Kiritimati is 14 hours ahead of UTC, Pago Pago 11 behind it.
test('the day it is, where the yard is', () => {
  const at = new Date('2026-12-31T11:30:00Z');
  expect(dayIn('UTC', at)).toBe('2026-12-31');
  expect(dayIn('Pacific/Kiritimati', at)).toBe('2027-01-01');
  expect(dayIn('Pacific/Pago_Pago', new Date('2026-12-31T10:30:00Z'))).toBe('2026-12-30');
});

test('a moment is told by the yard’s clock, summer time included', () => {
  expect(sayWhen('2026-12-04T16:05:00Z', 'UTC')).toBe('4 Dec, 16:05');
  expect(sayWhen('2026-07-04T23:05:00Z', 'Europe/London')).toBe('5 Jul, 00:05');
  expect(sayWhen('2026-12-04T16:05:00Z', 'Asia/Kathmandu')).toBe('4 Dec, 21:50');
});

test('a formatter is made once a zone', () => {
  const day = inZones({ day: 'numeric' });
  expect(day('UTC')).toBe(day('UTC'));
  expect(day('UTC')).not.toBe(day(null));
});
