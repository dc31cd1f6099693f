import { BadInput, finite, within } from '../../error';
import { convert, sayDistance, type DistanceUnit } from '../../units';

/** Nothing has run further, km. */
const MOST_KM = 3_000_000;
/** A day's use may be so many times the usual before it is asked about, and so much is never asked about, km. */
const TIMES_USUAL = 10;
const NEVER_ASKED_KM = 2000;

/**
 * A distance as it is read off a dashboard: "61200", "61.200", "61,200", "61 200 km", "38,000 mi". Three digits
 * after a mark are thousands, because a dashboard shows no thousandths; one or two are decimals.
 * @param unit what is meant where none is written
 * @param file what stands in the file, km: a dashboard that shows the same whole number stands there
 * @returns km
 * @throws BadInput naming the distance and its bound.
 */
export function readDistance(text: string, unit: DistanceUnit = 'km', file?: number): number {
  const t = text.trim().toLowerCase();
  if (t === '') throw new BadInput('distance', 'is empty: read it off the dashboard');
  const m = /^(\d{1,3}(?:([.,'’\s\u00a0\u202f])\d{3})(?:\2\d{3})*|\d+)(?:[.,](\d{1,2}))?\s*(km|mi|miles?)?$/.exec(t);
  if (!m) throw new BadInput('distance', `must be a number of ${unit}, such as 61 200`, text);
  const value = Number(`${m[1]!.replace(/\D/g, '')}.${m[3] ?? 0}`);
  const km = convert(value, m[4] ?? unit, 'km', 'distance');
  if (file !== undefined && shown(km, unit) === shown(file, unit)) return file;
  if (km > MOST_KM) throw new BadInput('distance', `must be at most ${sayDistance(MOST_KM, unit)}`, text);
  return km;
}

const shown = (km: number, unit: DistanceUnit): number => Math.round(convert(km, 'km', unit, 'distance'));

/** What the file says of a vehicle's distance. */
export interface DistanceFile {
  readonly distanceKm: number;
  readonly kmPerDay: number;
  /** Days since that was said. */
  readonly days: number;
}

/** Days since a distance was said, none before it; a year where nobody wrote down when. @param nowMs since 1970 */
export const daysSince = (saidOn: string | null, nowMs: number): number =>
  saidOn === null ? 365 : Math.max(0, (finite('time', nowMs) - Date.parse(saidOn)) / 86_400_000);

/**
 * What to ask before a distance is taken that the file does not expect: less than last time, or ten times the
 * usual use since. Empty where nothing is to be asked.
 */
export function askDistance(km: number, file: DistanceFile, unit: DistanceUnit = 'km'): string {
  within('distance', km, 0, 1e7, 'km');
  const say = (v: number) => sayDistance(v, unit);
  if (km < file.distanceKm)
    return `${say(km)} is less than the ${say(file.distanceKm)} in the file. Is it read rightly? If the file is wrong, it is put right on the tape of the job that said so.`;
  const run = km - file.distanceKm;
  const usual = Math.max(file.kmPerDay * Math.max(file.days, 1) * TIMES_USUAL, NEVER_ASKED_KM);
  return run > usual ? `${say(km)} is ${say(run)} more than the ${say(file.distanceKm)} in the file. Is it read rightly?` : '';
}
