import type { HardPoint } from '../geometry';

/** Hard points every axle has. */
export const POINTS = ['hub', 'armInner', 'armOuter', 'springTop', 'springFoot', 'damperTop', 'damperFoot'] as const;
/** Hard points of some axles only. */
export const MORE_POINTS = ['upperInner', 'upperOuter', 'rackEnd', 'tieRodOuter', 'barBushing', 'barEye', 'linkMount'] as const;
export type PointName = (typeof POINTS)[number] | (typeof MORE_POINTS)[number];

/** The hard points of half an axle (see geometry/hard-point). */
export type HardPoints = Readonly<Record<(typeof POINTS)[number], HardPoint>> &
  Readonly<Partial<Record<(typeof MORE_POINTS)[number], HardPoint | undefined>>>;
