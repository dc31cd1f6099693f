import type { Place, Where } from '@ash-knot/core';

/** The body from above, forward up, 300 × 600. */
export const BODY =
  'M62 118C62 62 84 20 112 12Q150 6 188 12C216 20 238 62 238 118V500C238 548 224 584 196 590Q150 597 104 590C76 584 62 548 62 500Z';
export const BODY_WIDE = 300;
export const BODY_LONG = 600;
export const TYRES = [
  [36, 74],
  [234, 74],
  [36, 430],
  [234, 430],
] as const;
export const TYRE = { wide: 30, long: 96, round: 10 } as const;

/** Where along the body each place lies, % of its length from its front. */
export const BANDS: Readonly<Record<Place, { readonly from: number; readonly to: number }>> = {
  front: { from: 7, to: 24 },
  dashboard: { from: 25.5, to: 35.5 },
  'front floor': { from: 37, to: 52 },
  'rear floor': { from: 53.5, to: 67 },
  rear: { from: 68.5, to: 84.5 },
  'luggage area': { from: 86, to: 97 },
};
/** And how much of its breadth it takes, %. */
export const BAND_FROM = 25;
export const BAND_TO = 75;

/** Which half of a place is lit: both where nobody said a side. */
export function isLit(where: ReadonlySet<Where>, place: Place, side: 'left' | 'right'): boolean {
  if (!where.has(place)) return false;
  const [left, right] = [where.has('left'), where.has('right')];
  if (where.has('both sides') || left === right) return true;
  return side === 'left' ? left : right;
}
