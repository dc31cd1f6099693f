import { within } from '../../error';
import type { EntryBodies } from '../../ledger';
import { capital, list } from '../../text';
import type { JobState } from '../fold';
import { sayJoints } from '../say';
import { fastenersOf } from './work';

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
  within('distance of the recheck', km, 0, 1e7, 'km');
  within('distance a day', kmPerDay, 0, 1e5, 'km');
  const days = kmPerDay > 0 ? Math.max(1, Math.ceil(km / kmPerDay)) : UNKNOWN_DAYS;
  // Noon of the day, so that no hour of summer time moves it.
  const noon = Date.parse(`${from.slice(0, 10)}T12:00:00Z`);
  return new Date(noon + Math.min(days, MOST_DAYS) * DAY_MS).toISOString().slice(0, 10);
}

/** What to come back for: every sort of fastener that was undone, each named once; else what is watched. @param distanceKm at the hand-back */
export function recheckBody(s: JobState, distanceKm: number, onDate: string): EntryBodies['recheck'] {
  const nuts = (name: string) => name.replace(/^(.*?),? (upper |lower )?nut$/, '$1 nuts').toLowerCase();
  const undone = fastenersOf(s).filter((f) => f.fastener.kind !== 'shield-bolt');
  const names = [...new Set(undone.map((f) => nuts(f.name)))];
  const watched = [...s.joints.values()].filter((j) => j.state === 'watch').map((j) => j.id);
  const what = list(names) || (watched.length ? sayJoints(s, watched) : 'what was found');
  return { what: capital(what), atKm: Math.round(distanceKm + s.context.rules.recheckKm), onDate };
}
