import { layoutOf, type AxleSpec, type HardPoints, type Layout, type PointName } from '@ash-knot/core';

/** What a part is drawn from: the left half of an axle, its points where they stand now. The right is its mirror image. */
export interface Corner {
  readonly axle: AxleSpec;
  readonly layout: Layout;
  readonly p: HardPoints;
  /** None of these points is known better than by what is usual. */
  readonly usual: (...names: PointName[]) => boolean;
}

/** @param p where its points stand now, where that is not where the vehicle has them */
export const cornerOf = (axle: AxleSpec, p: HardPoints = axle.points): Corner => ({
  axle,
  layout: layoutOf(axle),
  p,
  usual: (...names) => names.every((k) => (axle.points[k]?.from ?? 'usual') === 'usual'),
});
