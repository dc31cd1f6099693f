import type { AxleSpec, HardPoints, Side } from '@ash-knot/core';
import { lowerArm, upperArm } from '../parts/arm';
import { bar } from '../parts/bar';
import { beam } from '../parts/beam';
import { bushing } from '../parts/bushing';
import { damper } from '../parts/damper';
import { frame } from '../parts/frame';
import { knuckle, wheelNuts } from '../parts/knuckle';
import { link } from '../parts/link';
import { shaft } from '../parts/shaft';
import { spring } from '../parts/spring';
import { rack, tieRod } from '../parts/steering';
import { tyre } from '../parts/tyre';
import { cornerOf, type Corner } from './corner';
import { mirrored, type Solid } from './solid';

/** What each side has, and what goes across: a new part is a file beside these and a word here. */
const OF_A_SIDE: readonly ((c: Corner) => Solid[])[] = [
  tyre,
  shaft,
  spring,
  damper,
  lowerArm,
  upperArm,
  knuckle,
  wheelNuts,
  tieRod,
  bushing,
  link,
];
const ACROSS: readonly ((c: Corner, right: HardPoints) => Solid[])[] = [frame, beam, rack, bar];

/** Where the points of each side stand now. */
export type BySide = Readonly<Record<Side, HardPoints>>;

/**
 * Everything an axle is drawn of, in space (ISO 8855, mm), from its hard points.
 * @param now where they stand now, where that is not where the vehicle has them; each as a left side
 */
export function axleSolids(axle: AxleSpec, now: BySide = { left: axle.points, right: axle.points }): Solid[] {
  return [...cornerSolids(axle, 'left', now.left), ...cornerSolids(axle, 'right', now.right), ...acrossSolids(axle, now)];
}

/** What a side has by itself. */
export function cornerSolids(axle: AxleSpec, side: Side, now: HardPoints = axle.points): Solid[] {
  const c = cornerOf(axle, now);
  const left = OF_A_SIDE.flatMap((part) => part(c));
  return side === 'left' ? left.map((s): Solid => ({ ...s, side })) : left.map(mirrored);
}

/** What goes across both. */
export function acrossSolids(axle: AxleSpec, now: BySide): Solid[] {
  const c = cornerOf(axle, now.left);
  return ACROSS.flatMap((part) => part(c, now.right));
}
