const DAY_MS = 86_400_000;
/** Nothing is promised further ahead, days. */
const MOST_DAYS = 365;
/** When nobody knows how much a vehicle is used, days. */
const UNKNOWN_DAYS = 7;

/**
 * The day a vehicle will have run so far, from how much it is used, as "2026-03-01".
 * @param from the day it is handed back, ISO 8601
 */
export function dueDate(from: string, km: number, kmPerDay: number): string {
  const days = kmPerDay > 0 ? Math.max(1, Math.ceil(km / kmPerDay)) : UNKNOWN_DAYS;
  // Noon of the day, so that no hour of summer time moves it.
  const noon = Date.parse(`${from.slice(0, 10)}T12:00:00Z`);
  return new Date(noon + Math.min(days, MOST_DAYS) * DAY_MS).toISOString().slice(0, 10);
}
