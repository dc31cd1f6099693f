import { BadInput } from '../../error';
import type { EntryBodies } from '../../ledger';
import { SIZES, type Size, type SizeKey } from '../../parts';
import { fixed } from '../../text';
import { sayLength, type LengthUnit } from '../../units';
import type { AxleEnd } from '../../vehicle';
import { checkSize } from './choosing';
import { splitKey } from './wanted';

/** How a size is told by a photograph: from the middle of one circle to that of another, or across two straight edges. */
export const PHOTO_WAYS = ['two circles', 'one circle', 'two edges'] as const;
export type PhotoWay = (typeof PHOTO_WAYS)[number];

const WAY: Partial<Record<Size, PhotoWay>> = {
  'link-length': 'two circles',
  'hole-spacing': 'two circles',
  'bar-diameter': 'two edges',
  'bar-seat': 'two edges',
  'bushing-height': 'two edges',
  'nut-hex': 'two edges',
};
/** What a length by photograph is said to be off by: twice its standard uncertainty, to a tenth and never none, mm. */
export const photoDoubtMm = (uMm: number): number => Math.max(0.1, Number(fixed(2 * uMm, 1)));
/** The round things of a size, as they are touched. */
export const photoRound = (key: SizeKey): string => (splitKey(key).size === 'hole-spacing' ? 'hole' : 'eye');
/** How a size can be photographed; threads and seats cannot, and a bar is wider than a sheet. */
export const photoWay = (key: SizeKey): PhotoWay | undefined => WAY[splitKey(key).size];
/** What is touched, in turn: at a link its eyes, else the holes of a clamp, or whatever round thing it is. */
export function photoTouches(way: PhotoWay, what: string): readonly string[] {
  if (way === 'two edges') return ['Touch one edge.', 'Touch the edge opposite.'];
  return way === 'one circle'
    ? [`Touch the middle of the ${what}.`]
    : [`Touch the middle of one ${what}.`, `Touch the middle of the other ${what}.`];
}

/**
 * A size by a photograph, as a caliper's would be written, with what it may be off by: twice its standard uncertainty.
 * @throws BadInput naming the size and its bound, or that it cannot be photographed
 */
export function photoSizeBody(
  axle: AxleEnd,
  key: SizeKey,
  found: { readonly mm: number; readonly uMm: number },
  unit?: LengthUnit,
): EntryBodies['size'] {
  if (!photoWay(key)) throw new BadInput('size', `cannot be photographed (${SIZES.filter((s) => WAY[s]).join(', ')} can)`, key);
  const { size, end } = splitKey(key);
  const mm = Number(fixed(checkSize(key, found.mm), 1));
  const doubtMm = photoDoubtMm(found.uMm);
  return {
    axle,
    size,
    ...(end ? { end } : {}),
    text: `${sayLength(mm, 1, unit)} ± ${sayLength(doubtMm, 1, unit)}`,
    mm,
    doubtMm,
    by: 'photograph',
  };
}
