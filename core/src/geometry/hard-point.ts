import { finiteAll } from '../error';
import type { Vec3 } from '../numeric';

/** How far a position may be believed. */
export const POINT_SOURCES = ['maker', 'measured', 'usual'] as const;
export type PointSource = (typeof POINT_SOURCES)[number];

/**
 * A hard point of one axle, at ride height, in the axes of ISO 8855: x forward, y to the left, z up, mm.
 * The origin stands on the ground under the middle of the axle. Points are kept for the left side; the
 * right is its mirror image.
 */
export interface HardPoint {
  readonly at: Vec3;
  /** From the vehicle's maker, measured on it, or only the usual proportions of its layout. */
  readonly from: PointSource;
}

export const usualPoint = (x: number, y: number, z: number): HardPoint => ({
  at: finiteAll('point', [x, y, z] as const),
  from: 'usual',
});
