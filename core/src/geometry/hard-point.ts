import { finiteAll } from '../error';
import type { Given, Held, SchemaKit } from '../schema';

/** How far a position may be believed. */
export const POINT_SOURCES = ['maker', 'measured', 'usual'] as const;
export type PointSource = (typeof POINT_SOURCES)[number];

/** The schema of a hard point. */
export const hardPointSchema = ({ z }: SchemaKit) =>
  z.object({
    at: z.tuple([z.number().min(-2000).max(2000), z.number().min(-200).max(2000), z.number().min(0).max(2500)]).readonly(),
    /** From the vehicle's maker, measured on it, or only the usual proportions of its layout. */
    from: z.enum(POINT_SOURCES),
  });
/**
 * A hard point of one axle, at ride height, in the axes of ISO 8855: x forward, y to the left, z up, mm.
 * The origin stands on the ground under the middle of the axle. Points are kept for the left side; the
 * right is its mirror image.
 */
export type HardPoint = Held<Given<typeof hardPointSchema>>;

export const usualPoint = (x: number, y: number, z: number): HardPoint => ({
  at: finiteAll('point', [x, y, z] as const),
  from: 'usual',
});
