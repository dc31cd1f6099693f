import { BadInput, whole } from '../../error';
import { boltedAt, type JointId } from '../../joint';
import { roomMinutes, SWING_DEG, MOST_TURNS, turnsOf, type PlannedStep } from '../../plan';
import type { JobState } from '../fold';
import { axleAt } from './planned';

/** How many turns a nut at a step usually takes, by its thread; nothing where nobody knows it. */
export function turnsAt(
  s: JobState,
  { joint, fastener, at }: Pick<PlannedStep, 'joint' | 'fastener' | 'at'>,
): number | undefined {
  if (!joint) return undefined;
  const pieces = boltedAt(axleAt(s, joint), joint as JointId).filter((p) => p.turns && (!at || at.includes(p.axis)));
  const piece = pieces.find((p) => fastener?.endsWith(`.${p.turns}`)) ?? pieces[0];
  return turnsOf(piece?.thread);
}

/**
 * A swing and the turns as they were typed; turns that nobody typed are the usual ones.
 * @throws BadInput naming the field and its bounds
 */
export function readRoom(swing: string, turns: string, usual: number | undefined): { swingDeg: number; turns: number } {
  const swingDeg = whole('swing of the handle', swing, SWING_DEG[0], SWING_DEG[1], '°');
  if (!turns.trim() && usual === undefined)
    throw new BadInput('turns', 'are not known for this thread: count the threads that stand in and beyond the nut');
  return { swingDeg, turns: turns.trim() ? whole('turns', turns, 1, MOST_TURNS) : usual! };
}

/** What little room adds to the steps it was said of, minutes. */
export const roomsOf = (s: JobState): ReadonlyMap<string, number> =>
  new Map([...s.rooms].map(([step, { body: b }]) => [step, roomMinutes(b.turner, b.swingDeg, b.turns)]));
