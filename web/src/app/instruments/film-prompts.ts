/** Before the first push there is time to take hold, s. */
export const LEAD_S = 1;
/** How long it is held at each end, s: at ten pictures a second more than a dozen of each. */
export const HOLD_S = 1.5;
/** Three pushes and three pulls: each pair is a reading. */
export const HOLDS = 6;
export const FILM_S = LEAD_S + HOLDS * HOLD_S;
/** A hand needs so long to get from one end to the other, s. */
const WAY_S = 0.2;

/** What the hand is asked to do at a moment of the film. */
export interface Prompt {
  readonly says: 'Take hold' | 'Push' | 'Pull';
  /** Which hold, from 0; −1 before the first. */
  readonly hold: number;
  /** How far through it, 0 to 1. */
  readonly part: number;
}

/** @param s since the film began */
export function promptAt(s: number): Prompt | undefined {
  if (s < LEAD_S) return { says: 'Take hold', hold: -1, part: Math.max(0, s / LEAD_S) };
  const at = (s - LEAD_S) / HOLD_S;
  const hold = Math.floor(at);
  if (hold >= HOLDS) return undefined;
  return { says: hold % 2 === 0 ? 'Push' : 'Pull', hold, part: at - hold };
}

/** How far a hand that does as it is told has pulled: 0 pushed, 1 pulled. @param s since the film began */
export function pulledAt(s: number): number {
  const p = promptAt(s);
  if (!p) return s < 0 ? 0 : (HOLDS - 1) % 2;
  if (p.hold <= 0) return 0;
  const arrived = Math.min(1, (p.part * HOLD_S) / WAY_S);
  return p.says === 'Pull' ? arrived : 1 - arrived;
}
