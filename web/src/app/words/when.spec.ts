import { tellTimesIn } from './format';
import { dayStart, instantOf, localOf } from './when';

afterEach(() => tellTimesIn(null));

test.each([
  ['Europe/Oslo', '2026-07-01T09:30', '2026-07-01T07:30:00.000Z'],
  ['Europe/Oslo', '2026-12-01T09:30', '2026-12-01T08:30:00.000Z'],
  ['Asia/Kathmandu', '2026-12-01T09:30', '2026-12-01T03:45:00.000Z'],
  ['America/New_York', '2026-12-01T23:30', '2026-12-02T04:30:00.000Z'],
])('in %s %s is %s, and back', (zone, local, at) => {
  tellTimesIn(zone);
  expect(instantOf(local).toISOString()).toBe(at);
  expect(localOf(at)).toBe(local);
});
test('what says no time is none', () => {
  expect(Number.isNaN(instantOf('').getTime())).toBe(true);
  expect(Number.isNaN(instantOf('tomorrow').getTime())).toBe(true);
});
test('a day begins at midnight of the shop, also over a change of clocks', () => {
  tellTimesIn('Europe/Oslo');
  const noon = Date.parse('2026-10-24T10:00:00Z');
  expect([0, 1, 2].map((d) => dayStart(noon, d).toISOString())).toEqual([
    '2026-10-23T22:00:00.000Z',
    '2026-10-24T22:00:00.000Z',
    '2026-10-25T23:00:00.000Z',
  ]);
});
