import { partsOf, SIDES, type JointId, type Side } from '@ash-knot/core';

/** What of an axle is renewed together. */
export const WHATS = ['links', 'bushings', 'bar', 'joint'] as const;
export type What = (typeof WHATS)[number];
/** What is looked for, and at which sides. */
export interface FitChoice {
  readonly what: What;
  readonly sides: readonly Side[];
}

/** The sides of these are told apart; the bar is one, another joint is itself. */
const PAIRED: readonly What[] = ['links', 'bushings'];

const whatOf = (joint: JointId): What => {
  const { kind } = partsOf(joint);
  return kind.startsWith('link-') ? 'links' : kind === 'frame-bushing' ? 'bushings' : kind === 'bar' ? 'bar' : 'joint';
};

/**
 * A joint touched on the drawing: its kind is looked for, on both sides; of that kind already, the side that was touched
 * is taken away, or added. Nothing at all is no choice: the last side stays.
 */
export function touchedOn(now: FitChoice, joint: JointId): FitChoice {
  const what = whatOf(joint);
  if (what !== now.what || !PAIRED.includes(what)) return { what, sides: SIDES };
  const { side } = partsOf(joint);
  const sides = SIDES.filter((s) => (s === side ? !now.sides.includes(s) : now.sides.includes(s)));
  return sides.length ? { what, sides } : now;
}
