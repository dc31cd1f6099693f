import { finite, finiteAll, positive, within } from '../error';
import type { PlayOf, SuspectsTable } from './suspects-table';
import { SOUND, SOUNDING, type PartEvidence } from './worn';

/** A mean play with its standard uncertainty, mm; normal where no degrees of freedom are given. */
export interface Reading {
  readonly meanMm: number;
  readonly uMm: number;
  readonly degrees?: number | undefined;
}

/** One joint with what was measured at it. */
export interface PlayAt {
  /** Its faults, in the list, and how likely each sounds at the play worn ones usually have. */
  readonly faults: readonly number[];
  readonly sounds: readonly number[];
  readonly readings: readonly Reading[];
  /** What it had at the visit before, with the same part on. */
  readonly earlier?: Reading | undefined;
}

/** Once in ten thousand a gauge was read at another joint, or slipped. */
const MISREAD = 1e-4;
/** Places of the level both sides share, in standard deviations, and of a log-normal. */
const LEVELS = [-2.4, -1.6, -0.8, 0, 0.8, 1.6, 2.4] as const;
const STEPS = 32;
const ROOT_2PI = Math.sqrt(2 * Math.PI);

const bell = (z: number) => Math.exp((-z * z) / 2);
/** The chance of a reading where the true play is x, up to a factor that no hypothesis changes. */
const readAs = (r: Reading, x: number): number => {
  const t = (x - r.meanMm) / r.uMm;
  return MISREAD + (r.degrees === undefined ? bell(t) : (1 + (t * t) / r.degrees) ** (-(r.degrees + 1) / 2));
};

/** P(sounds | worn) at this play: none at none, as the table says at the play worn ones usually have. */
export const soundsAt = (sounds: number, playMm: number, wornMm: number): number =>
  1 -
  (1 - within('chance of sounding', sounds, 0, 1)) **
    (within('play', playMm, 0, 1e6, 'mm') / positive('play of worn joints', wornMm, 'mm'));

/** Plays at which the integral is taken: over the log-normal, and close about each reading. */
function placesOf(median: number, spread: number, readings: readonly Reading[]): number[] {
  const at: number[] = [];
  for (let i = 0; i <= STEPS; i++) {
    const z = -4 + (8 * i) / STEPS;
    at.push(median * Math.exp(spread * z));
    for (const r of readings) at.push(r.meanMm + 1.25 * z * r.uMm);
  }
  return at.filter((x) => x > 0).sort((a, b) => a - b);
}

/** @throws BadInput for a reading or uncertainty that is no number, an uncertainty or degrees not above 0 */
function checkPlays(words: string, sides: readonly PlayAt[], of: PlayOf, spread: SuspectsTable['play']['spread']): void {
  positive(`play of sound joints, ${words}`, of.soundMm, 'mm');
  positive(`play of worn joints, ${words}`, of.wornMm, 'mm');
  for (const [k, x] of Object.entries(spread)) positive(`spread ${k} of play`, x);
  for (const s of sides) {
    finiteAll(`fault of ${words}`, s.faults);
    for (const x of s.sounds) within(`chance of sounding, ${words}`, x, 0, 0.99);
    for (const r of [...s.readings, ...(s.earlier ? [s.earlier] : [])]) {
      finite(`play of ${words}`, r.meanMm);
      positive(`uncertainty of ${words}`, r.uMm, 'mm');
      if (r.degrees !== undefined) within(`degrees of freedom of ${words}`, r.degrees, 1e-3, 1e9);
    }
  }
}

/**
 * Play as a quantity: the densities of play of sound and of worn joints (log-normal, `table.play`), each reading's
 * uncertainty folded in (Student's where its degrees of freedom are known; JCGM 100:2008, G.3). Both sides of an axle
 * share a level, so the difference between them tells; what the same part had at the last visit counts as a reading of
 * where it was: a sound one has hardly changed, a worn one came from somewhere between sound and now. Sounding grows
 * with play. No limit enters.
 * @param sides one joint, or the two of a pair
 * @throws BadInput for a reading or uncertainty that is no number, an uncertainty or degrees not above 0
 */
export function playEvidence(
  words: string,
  sides: readonly PlayAt[],
  of: PlayOf,
  spread: SuspectsTable['play']['spread'],
): PartEvidence {
  checkPlays(words, sides, of, spread);
  /** At one joint, worn or not, at one level: plays, and the density of each with what was measured there. */
  function densityOf(s: PlayAt, worn: boolean, level: number): { readonly at: readonly number[]; readonly y: Float64Array } {
    const sound = of.soundMm * Math.exp(spread.together * level);
    const median = worn ? of.wornMm * Math.exp(spread.together * level) : sound;
    const width = worn ? spread.worn : spread.sound;
    const at = placesOf(median, width, s.readings);
    const y = new Float64Array(at.length);
    for (let i = 0; i < at.length; i++) {
      const x = at[i]!;
      let p = bell(Math.log(x / median) / width) / (x * width * ROOT_2PI);
      for (const r of s.readings) p *= readAs(r, x);
      if (s.earlier) {
        const least = Math.max(s.earlier.meanMm, s.earlier.uMm, 0.005);
        const own = Math.hypot(spread.since, s.earlier.uMm / least);
        const path = Math.log(x / sound);
        const [centre, wide] = worn ? [Math.log(x) - path / 2, Math.hypot(own, 0.35 * path)] : [Math.log(x), own];
        p *= MISREAD + bell((Math.log(least) - centre) / wide) / (wide * ROOT_2PI);
      }
      y[i] = p;
    }
    return { at, y };
  }
  const densities = new Map<string, ReturnType<typeof densityOf>>();
  /** P(what was measured at a joint, how its worn faults sound | worn or not, the level). */
  function integral(side: number, how: readonly number[], level: number): number {
    const s = sides[side]!;
    const worn = how.some((h) => h !== SOUND);
    const key = `${side} ${worn} ${level}`;
    let d = densities.get(key);
    if (!d) densities.set(key, (d = densityOf(s, worn, level)));
    let sum = 0;
    let last = 0;
    for (let i = 0; i < d.at.length; i++) {
      let y = d.y[i]!;
      for (let j = 0; j < how.length; j++) {
        if (how[j] === SOUND) continue;
        const p = Math.min(0.99, 1 - (1 - s.sounds[j]!) ** (d.at[i]! / of.wornMm));
        y *= how[j] === SOUNDING ? p : 1 - p;
      }
      if (i > 0) sum += 0.5 * (y + last) * (d.at[i]! - d.at[i - 1]!);
      last = y;
    }
    return sum;
  }
  // Each side at each level is worked out once for each way its faults can be.
  const kept = new Map<string, readonly number[]>();
  const levels = (i: number, how: readonly number[]) => {
    const key = `${i} ${how.join('')}`;
    let is = kept.get(key);
    if (!is) kept.set(key, (is = LEVELS.map((l) => integral(i, how, l))));
    return is;
  };
  return {
    words,
    faults: sides.flatMap((s) => s.faults),
    sounding: true,
    likelihood(how) {
      let from = 0;
      const is = sides.map((s, i) => {
        const own = Array.from({ length: s.faults.length }, (_, j) => how[from + j]!);
        from += s.faults.length;
        return levels(i, own);
      });
      let p = 0;
      let all = 0;
      LEVELS.forEach((l, k) => {
        all += bell(l);
        p += bell(l) * is.reduce((x, side) => x * side[k]!, 1);
      });
      return p / all;
    },
  };
}
