/** A link's length may differ this much from what is wanted before it ranks lower, and before it is out (common practice, no source). */
export const LENGTH_SAME_MM = 3;
export const LENGTH_OUT_MM = 10;
/** A bracket's bolts, a bushing's height: the same within the first, out beyond the second (common practice, no source). */
export const HOLES = { same: 0.5, out: 2 } as const;
export const HEIGHT = { same: 1, out: 4 } as const;
/** A bar between its eyes. */
export const WIDTH = { same: 4, out: 12 } as const;
