import { BadInput } from '../../error';
import { grouped } from '../../text';
import { convert } from '../../units';

/** Nothing has run further, km. */
const MOST_KM = 3_000_000;
/** A day's use may be so many times the usual before it is asked about, and so much is never asked about, km. */
const TIMES_USUAL = 10;
const NEVER_ASKED_KM = 2000;

/**
 * A distance as it is read off a dashboard: "61200", "61.200", "61,200", "61 200 km", "38,000 mi". Three digits
 * after a mark are thousands, because a dashboard shows no thousandths; one or two are decimals.
 * @returns km
 * @throws BadInput naming the distance and its bound.
 */
export function readDistance(text: string): number {
  const t = text.trim().toLowerCase();
  if (t === '') throw new BadInput('distance', 'is empty: read it off the dashboard');
  const m = /^(\d{1,3}(?:([.,'’\s\u00a0\u202f])\d{3})(?:\2\d{3})*|\d+)(?:[.,](\d{1,2}))?\s*(km|mi|miles?)?$/.exec(t);
  if (!m) throw new BadInput('distance', 'must be a number of km, such as 61 200', text);
  const value = Number(`${m[1]!.replace(/\D/g, '')}.${m[3] ?? 0}`);
  const km = m[4]?.startsWith('m') ? convert(value, 'mi', 'km', 'distance') : value;
  if (km > MOST_KM) throw new BadInput('distance', `must be at most ${grouped(MOST_KM)} km`, text);
  return km;
}

/** What the file says of a vehicle's distance. */
export interface DistanceFile {
  readonly distanceKm: number;
  readonly kmPerDay: number;
  /** Days since that was said. */
  readonly days: number;
}

/**
 * What to ask before a distance is taken that the file does not expect: less than last time, or ten times the
 * usual use since. Empty where nothing is to be asked.
 */
export function askDistance(km: number, file: DistanceFile): string {
  if (km < file.distanceKm)
    return `${grouped(km)} km is less than the ${grouped(file.distanceKm)} km in the file. Is it read rightly? If the file is wrong, it is put right on the tape of the job that said so.`;
  const run = km - file.distanceKm;
  const usual = Math.max(file.kmPerDay * Math.max(file.days, 1) * TIMES_USUAL, NEVER_ASKED_KM);
  return run > usual
    ? `${grouped(km)} km is ${grouped(run)} km more than the ${grouped(file.distanceKm)} km in the file. Is it read rightly?`
    : '';
}
