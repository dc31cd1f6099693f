/**
 * A cubic through two values with their slopes (Hermite), at a part of the way from 0 to 1.
 * @param d0 slope at the first, for the whole of the way; d1 at the second
 */
export const hermite = (x: number, u0: number, d0: number, u1: number, d1: number): number =>
  u0 * (1 + 2 * x) * (1 - x) ** 2 + d0 * x * (1 - x) ** 2 + u1 * x * x * (3 - 2 * x) + d1 * x * x * (x - 1);
/** How fast it rises there, for the whole of the way. */
export const hermiteSlope = (x: number, u0: number, d0: number, u1: number, d1: number): number =>
  6 * x * (x - 1) * (u0 - u1) + d0 * (1 - x) * (1 - 3 * x) + d1 * x * (3 * x - 2);
