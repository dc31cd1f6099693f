import { attempt, BadInput, positive, within } from '../error';
import { capital } from '../text';
import { parseThread, type Thread } from '../thread';

/** What turns a nut where there is little room: how far it must swing to take hold again, and how long a stroke is (common practice, no source). */
export const TURNERS = {
  'ratchet, 72 teeth': { takesDeg: 360 / 72, secondsAStroke: 1.2 },
  'ratchet, 36 teeth': { takesDeg: 360 / 36, secondsAStroke: 1.2 },
  'box spanner, 12 points': { takesDeg: 360 / 12, secondsAStroke: 4 },
  'open spanner, turned over': { takesDeg: 360 / 12, secondsAStroke: 6 },
} as const;
export type Turner = keyof typeof TURNERS;
export const TURNER_NAMES = Object.keys(TURNERS) as readonly Turner[] as readonly [Turner, ...Turner[]];

/** How a nut is turned with so much room. */
export interface Strokes {
  readonly turner: Turner;
  /** Of the swing so many degrees turn it, in whole teeth. */
  readonly usedDeg: number;
  readonly strokes: number;
  readonly minutes: number;
}

/** A nut is swung no further than this where there is all the room, degrees. */
const FREE_DEG = 90;
/** The least and the most that is taken for a swing, degrees. */
export const SWING_DEG = [3, 360] as const;
export const MOST_TURNS = 60;

/**
 * Strokes and minutes to turn a nut off or on with little room: a tool takes hold again in whole teeth (or points), so of a
 * swing only whole ones turn it. strokes = ⌈360 · turns / (takes · ⌊swing / takes⌋)⌉.
 * @returns undefined where the swing is too small for this tool to take hold again
 * @throws BadInput naming the swing or the turns and their bounds
 */
export function strokesFor(turner: Turner, swingDeg: number, turns: number): Strokes | undefined {
  within('swing of the handle', swingDeg, SWING_DEG[0], SWING_DEG[1], '°');
  positive('turns', turns);
  if (turns > MOST_TURNS) throw new BadInput('turns', `must be at most ${MOST_TURNS}`, turns);
  const { takesDeg, secondsAStroke } = TURNERS[turner];
  const usedDeg = Math.floor(swingDeg / takesDeg + 1e-9) * takesDeg;
  if (usedDeg === 0) return undefined;
  const strokes = Math.ceil((360 * turns) / usedDeg - 1e-9);
  return { turner, usedDeg, strokes, minutes: (strokes * secondsAStroke) / 60 };
}

/** Every tool that takes hold with this swing, the quickest first. @throws BadInput as `strokesFor` */
export const compareTurners = (swingDeg: number, turns: number): Strokes[] =>
  TURNER_NAMES.flatMap((t) => strokesFor(t, swingDeg, turns) ?? []).sort((a, b) => a.minutes - b.minutes);

/** How long a nut of this thread is, turns: its height by ISO 4032 (0.84 of the diameter, from memory) and three threads that stand out. */
export const usualTurns = (thread: Thread): number => Math.round((0.84 * thread.majorMm) / thread.pitchMm + 3);

/** The same of a thread as it is written; nothing where it is none. */
export function turnsOf(thread: string | undefined): number | undefined {
  if (!thread) return undefined;
  const read = attempt(() => usualTurns(parseThread(thread)));
  return read.ok ? read.value : undefined;
}

/** What little room adds to a step, minutes: against a nut that is swung freely with the same tool. */
export function roomMinutes(turner: Turner, swingDeg: number, turns: number): number {
  const here = strokesFor(turner, swingDeg, turns);
  const free = strokesFor(turner, Math.max(swingDeg, FREE_DEG), turns);
  return here && free ? Math.max(0, here.minutes - free.minutes) : 0;
}

/** "Ratchet, 72 teeth: 144 strokes of 25°, about 3 min." */
export const sayStrokes = (x: Strokes): string =>
  `${capital(x.turner)}: ${x.strokes} strokes of ${Math.round(x.usedDeg)}°, about ${Math.max(1, Math.round(x.minutes))} min.`;
