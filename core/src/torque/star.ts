import { BadInput } from '../error';

/** Tightening orders of wheel nuts numbered round the circle (common practice, no source). */
const ORDERS: Record<number, readonly number[]> = {
  3: [1, 2, 3],
  4: [1, 3, 2, 4],
  5: [1, 3, 5, 2, 4],
  6: [1, 4, 2, 6, 3, 5],
  7: [1, 4, 7, 3, 6, 2, 5],
  8: [1, 5, 2, 6, 3, 7, 4, 8],
  9: [1, 5, 9, 4, 8, 3, 7, 2, 6],
  10: [1, 6, 2, 7, 3, 8, 4, 9, 5, 10],
};

/** How many nuts a wheel has that are tightened across. */
export const STAR = { least: 3, most: 10 } as const;

/**
 * The order in which to tighten n wheel nuts: across and across. For n ≥ 5 no step goes to a
 * neighbour, for n = 4 exactly one does, for n = 3 every one.
 * @param n 3 to 10
 * @returns nut numbers, first 1
 * @throws BadInput outside 3..10
 */
export function starOrder(n: number): readonly number[] {
  const order = ORDERS[n];
  if (!order) throw new BadInput('number of wheel nuts', 'must be a whole number from 3 to 10', n);
  return order;
}

/** Stages as fractions of the final torque; the first nut comes once more at the end (common practice, no source). */
export const WHEEL_STAGES: readonly number[] = [0.3, 0.7, 1];
