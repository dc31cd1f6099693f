import { within } from '../../error';
import type { EntryBodies } from '../../ledger';
import { parseQuantity, sayLength } from '../../units';
import { SIDES, type Side } from '../../vehicle';
import type { JobState } from '../fold';

/** What a height from hub to arch can be, mm. */
const BOUNDS_MM = [100, 1500] as const;
/** Sides that differ by more are looked into, mm (common practice, no source). */
const UNEVEN_MM = 10;

/** A height as it was written: "372 mm", "14 5/8 in". @throws BadInput naming the side and its bound. */
export function readHeight(s: JobState, side: Side, text: string): EntryBodies['height'] {
  const field = `hub to arch, ${side}`;
  const mm = within(field, parseQuantity(text, 'length', { field }).si, ...BOUNDS_MM, 'mm');
  return { axle: s.axle, side, mm, text: /^[\d.,]+$/.test(text.trim()) ? `${text.trim()} mm` : text.trim() };
}

/** "left 372 mm, right 368 mm: right is 4 mm lower"; empty before both are written down. */
export function sayHeights(s: JobState): string {
  const [left, right] = SIDES.map((side) => s.heights.get(`${s.axle}.${side}`));
  if (!left || !right) return '';
  const off = left.mm - right.mm;
  const low = off > 0 ? 'right' : 'left';
  const by = Math.abs(off);
  const uneven =
    by > UNEVEN_MM
      ? `: the ${low} side is ${sayLength(by, 0, s.context.measures.length)} lower. Look at its spring`
      : by >= 1
        ? `: ${low} is ${sayLength(by, 0, s.context.measures.length)} lower`
        : '';
  return `left ${left.text}, right ${right.text}${uneven}`;
}

/** Whether the heights of both sides are written down. */
export const heightsKnown = (s: JobState): boolean => SIDES.every((side) => s.heights.has(`${s.axle}.${side}`));
