import type { Vec3 } from '@ash-knot/core/numeric';

/** A place on the picture, px. */
export type Point = readonly [number, number];
export type ViewName = 'above' | 'behind' | 'beside';

/** One way of looking at the axle: every millimetre as long in both directions. */
export interface View {
  readonly name: ViewName;
  readonly pxPerMm: number;
  /** Where a point is seen, px. */
  readonly to: (p: Vec3) => Point;
  /** How near it is, mm: what is nearer is drawn later. */
  readonly near: (p: Vec3) => number;
  /** The way the eye looks, of length 1. */
  readonly sight: Vec3;
}

/** From above, forward up. @param middle px of the point on the ground under the axle’s middle */
export const fromAbove = (pxPerMm: number, [x, y]: Point): View => ({
  name: 'above',
  pxPerMm,
  to: (p) => [x - p[1] * pxPerMm, y - p[0] * pxPerMm],
  near: (p) => p[2],
  sight: [0, 0, -1],
});

/** From behind, left is left. @param middle px of the point on the ground under the axle’s middle */
export const fromBehind = (pxPerMm: number, [x, y]: Point): View => ({
  name: 'behind',
  pxPerMm,
  to: (p) => [x - p[1] * pxPerMm, y - p[2] * pxPerMm],
  near: (p) => -p[0],
  sight: [1, 0, 0],
});

/**
 * From beside the vehicle, as somebody sees it who kneels there: forward is to the left at the left side.
 * @param middle px of the point on the ground under the axle
 * @param out 1 at the left side, −1 at the right
 */
export const fromBeside = (pxPerMm: number, [x, y]: Point, out: 1 | -1): View => ({
  name: 'beside',
  pxPerMm,
  to: (p) => [x - out * p[0] * pxPerMm, y - p[2] * pxPerMm],
  near: (p) => out * p[1],
  sight: [0, -out, 0],
});

/** The angle a direction is seen at, degrees clockwise from the right, between −90 and 90; level where it points at the eye. */
export function seenAngle(view: View, along: Vec3): number {
  const [a, b] = [view.to([0, 0, 0]), view.to(along)];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const long = Math.hypot(along[0], along[1], along[2]) * view.pxPerMm;
  if (long === 0 || Math.hypot(dx, dy) < 0.25 * long) return 0;
  const deg = (Math.atan2(dy, dx) * 180) / Math.PI;
  return deg > 90 ? deg - 180 : deg <= -90 ? deg + 180 : deg;
}
