import { readCalendar } from './calendar';

const BAYS = ['Bay 1', 'Bay 2'];
const cal = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//y//EN', ...lines, 'END:VCALENDAR', ''].join('\r\n');
const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:1@x', 'DTSTAMP:19970901T130000Z', ...lines, 'END:VEVENT'];
const one = (...lines: string[]) => readCalendar(cal(...event(...lines)), 'Europe/Oslo', BAYS)[0]!;

test('the examples of RFC 5545, 3.6.1 and 3.6.5, are read at their instants', () => {
  // 3.6.1: a meeting, in UTC.
  expect(one('DTSTART:19970903T163000Z', 'DTEND:19970903T190000Z', 'SUMMARY:Annual Employee Review')).toMatchObject({
    uid: '1@x',
    comesAt: '1997-09-03T16:30:00.000Z',
    minutes: 150,
  });
  // 3.6.5: New York by its own rules, in the file.
  const zone = [
    'BEGIN:VTIMEZONE',
    'TZID:New York by the book',
    'BEGIN:STANDARD',
    'DTSTART:20071104T020000',
    'RRULE:FREQ=YEARLY;BYMONTH=11;BYDAY=1SU',
    'TZOFFSETFROM:-0400',
    'TZOFFSETTO:-0500',
    'TZNAME:EST',
    'END:STANDARD',
    'BEGIN:DAYLIGHT',
    'DTSTART:20070311T020000',
    'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=2SU',
    'TZOFFSETFROM:-0500',
    'TZOFFSETTO:-0400',
    'TZNAME:EDT',
    'END:DAYLIGHT',
    'END:VTIMEZONE',
  ];
  const at = (local: string) =>
    readCalendar(cal(...zone, ...event(`DTSTART;TZID=New York by the book:${local}`, 'DURATION:PT1H')), null, BAYS)[0];
  expect(at('20260701T090000')).toMatchObject({ comesAt: '2026-07-01T13:00:00.000Z', minutes: 60 });
  expect(at('20261201T090000')).toMatchObject({ comesAt: '2026-12-01T14:00:00.000Z' });
});

test('a time of no zone is the shop’s, summer and winter; of a named one it is that one’s', () => {
  expect(one('DTSTART:20260701T090000')).toMatchObject({ comesAt: '2026-07-01T07:00:00.000Z', minutes: 60 });
  expect(one('DTSTART:20261201T090000')).toMatchObject({ comesAt: '2026-12-01T08:00:00.000Z' });
  expect(one('DTSTART;TZID=Asia/Kathmandu:20261201T090000')).toMatchObject({ comesAt: '2026-12-01T03:15:00.000Z' });
  expect(readCalendar(cal(...event('DTSTART:20261201T090000')), null, BAYS)[0]).toMatchObject({
    why: 'its time is of no time zone, and the shop has none: say it under Shop rules',
  });
});

test('bay, words and what may be a plate are read; folded lines and escapes too', () => {
  expect(
    one('DTSTART:20261201T080000Z', 'SUMMARY:HB 0093\\, knocks on the cob', ' bles', 'LOCATION:bay 2', 'DESCRIPTION:ring first'),
  ).toMatchObject({
    bay: 'Bay 2',
    words: 'HB 0093, knocks on the cobbles. ring first',
    plates: expect.arrayContaining(['HB0093']),
  });
});

test.each([
  [['DTSTART;VALUE=DATE:20261201'], 'it is of a whole day: say at what time it comes'],
  [['DTSTART:20261201T080000Z', 'RRULE:FREQ=DAILY'], 'it comes again and again: book each day by itself'],
  [['DTSTART:20261201T080000Z', 'STATUS:CANCELLED'], 'it is called off in that calendar'],
  [['SUMMARY:no time'], 'it has no beginning'],
])('%j is set aside, and says why', (lines, why) => expect(one(...lines)).toMatchObject({ why }));

test('what is no calendar is refused', () => {
  for (const text of ['', 'plate,type', 'BEGIN:VCARD\r\nEND:VCARD\r\n', '{"a":1}'])
    expect(() => readCalendar(text, null, BAYS)).toThrow('The calendar is none that can be read (iCalendar).');
});
