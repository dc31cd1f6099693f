export const cap = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);

/** A chance as a percentage; nothing found by reasoning is ever quite certain. */
export const pct = (p: number): string => (p > 0.995 ? '>99' : p < 0.01 ? '<1' : String(Math.round(p * 100)));
