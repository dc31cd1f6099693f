import { positive } from '../error';
import type { Rise, RiseKind } from './rises';

/** So many of the rises, and at least so many, say how the tail of the noise falls. */
const TAIL_SHARE = 0.15;
const TAIL_LEAST = 20;
/** Fewer say nothing. */
const TAIL_ANY = 5;
/** The tail is taken to fall by an e-fold in no more than this, dB; and with no rise known, in one (a weak prior). */
const STEEPEST_DB = 4;
const PRIOR = { rises: 5, db: 1 };
/** A threshold is never lower, dB: what is heard beside something else stands out by so much. */
export const LEAST_RISE_DB = 6.5;
/** A rise forwards of so many dB is a blow rather than noise: what rises backwards in its wake says nothing of the noise. */
const CLEAR_DB = 9;
const IN_ITS_WAKE = { before: 30, after: 300, dbBelow: -3 };
/** More short strikes a minute are a swarm, as of gravel; what is to count stands out of the loudest of them a minute, by so much, dB. */
const SWARM = 60;
const LOUDEST = 10;
const OUT_OF_SWARM_DB = 3.5;
/** Strikes that lift the level no further than this, dB, may be noise. */
const STRIKES_DB = 10;
/** Hops a minute. */
const MINUTE = 60_000;
const TWO_SIDED_95 = 1.96;

/** From where on a rise counts, and how often noise rises as far. */
export interface AlarmLevel {
  readonly db: number;
  /** Noise alone passes it so often a minute, and at most so often (95 %); nothing where blows leave no noise to tell by. */
  readonly passes: { readonly aMinute: number; readonly atMost: number } | undefined;
  /** Small strikes come in a swarm: only what stands out of it counts. */
  readonly swarm: boolean;
}

/**
 * The level at which noise alone is taken for a blow `target` times a minute. What rises backwards in time is noise, as a blow
 * does not: the tail of those rises, exponential in dB over the level that so many of them reach (peaks over a threshold,
 * Pickands 1975; Hill 1975 for the exponent), gives the level and how well it is known.
 * @param risen rises in order of time, hops of a millisecond
 * @param minutes of sound they are from
 * @param target false alarms a minute, more than nought
 * @throws BadInput for a target or a length that is none
 */
export function alarmLevel(
  { forwards, backwards, short }: Readonly<Record<RiseKind, readonly Rise[]>>,
  minutes: number,
  target: number,
): AlarmLevel {
  positive('false alarms a minute', target);
  positive('minutes', minutes);
  const clear = forwards.filter((f) => f.db >= CLEAR_DB);
  const tail = backwards
    .filter((r) => !inWake(r, clear))
    .map((r) => r.db)
    .sort((a, b) => b - a);
  const open = openMinutes(clear, minutes);
  const k = Math.min(tail.length, Math.max(TAIL_LEAST, Math.round(tail.length * TAIL_SHARE)));
  const swarm = swarmLevel(short, minutes);
  const told = (passes: AlarmLevel['passes']) => (open < LEAST_OPEN * minutes ? undefined : passes);
  if (k < TAIL_ANY) {
    // Nothing rose but these: at the least level that is what noise did.
    const aMinute = tail.filter((db) => db >= LEAST_RISE_DB).length / open;
    const db = Math.max(LEAST_RISE_DB, swarm);
    // None in so long: fewer than three, 95 times in a hundred (Poisson).
    return { db, passes: told({ aMinute, atMost: aMinute + 3 / open }), swarm: db === swarm };
  }
  const from = tail[k - 1]!;
  const over = tail.slice(0, k).reduce((sum, db) => sum + db - from, 0);
  const fall = Math.min(STEEPEST_DB, (over + PRIOR.rises * PRIOR.db) / (k + PRIOR.rises));
  const db = Math.max(LEAST_RISE_DB, swarm, from + fall * Math.max(0, Math.log(k / open / target)));
  const down = (db - from) / fall;
  const aMinute = (k / open) * Math.exp(-Math.max(0, down));
  // How many reach its beginning is counted, how it falls is estimated: both by the root of their number.
  const doubt = Math.sqrt((1 + down * down) / (k + PRIOR.rises));
  return {
    db,
    passes: told({ aMinute, atMost: aMinute * Math.exp(TWO_SIDED_95 * doubt) }),
    swarm: db === swarm,
  };
}

/** Whether it lies in the wake of a blow that rose about as far. @param clear in order of time */
function inWake(r: Rise, clear: readonly Rise[]): boolean {
  // The first that may be near: by halves.
  let [a, b] = [0, clear.length];
  while (a < b) {
    const m = (a + b) >> 1;
    if (clear[m]!.hop < r.hop - IN_ITS_WAKE.after) a = m + 1;
    else b = m;
  }
  for (; a < clear.length && clear[a]!.hop < r.hop + IN_ITS_WAKE.before; a++)
    if (clear[a]!.db > r.db - IN_ITS_WAKE.dbBelow) return true;
  return false;
}
/** Less of the time outside of wakes tells nothing of the noise. */
const LEAST_OPEN = 0.5;
/** What is left of the time outside of wakes; a tenth of it at the least. */
function openMinutes(clear: readonly Rise[], minutes: number): number {
  let [masked, end] = [0, 0];
  for (const { hop } of clear) {
    masked += Math.max(0, hop + IN_ITS_WAKE.after - Math.max(end, hop - IN_ITS_WAKE.before));
    end = hop + IN_ITS_WAKE.after;
  }
  return Math.max(0.1 * minutes, minutes - masked / MINUTE);
}
/** Where a swarm of short strikes ends, dB; nought where there is none. */
function swarmLevel(short: readonly Rise[], minutes: number): number {
  if (short.length <= SWARM * minutes) return 0;
  const all = short.map((r) => r.db).sort((a, b) => b - a);
  const ends = all[Math.min(all.length - 1, Math.round(LOUDEST * minutes))]! + OUT_OF_SWARM_DB;
  return ends > STRIKES_DB ? ends : 0;
}
