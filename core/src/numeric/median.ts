/** The middle of numbers; of an even count the lower of the two in the middle. NaN for none. */
export const median = (xs: readonly number[]): number => [...xs].sort((a, b) => a - b)[Math.floor((xs.length - 1) / 2)] ?? NaN;
