import { dueDate } from './due';

test('the day a recheck falls due follows how much the vehicle runs', () => {
  const from = new Date(2026, 10, 25);
  expect(dueDate(from, 100, 50)).toBe('2026-11-27');
  expect(dueDate(from, 100, 62)).toBe('2026-11-27');
  expect(dueDate(from, 100, 1000)).toBe('2026-11-26');
  expect(dueDate(from, 100, 0)).toBe('2026-12-02');
  // A vehicle that hardly moves is looked at within the year.
  expect(dueDate(from, 100, 0.01)).toBe('2027-11-25');
});
