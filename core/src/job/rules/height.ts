import { within } from '../../error';
import type { EntryBodies } from '../../ledger';
import { parseQuantity, sayLength } from '../../units';
import { SIDES, type Side } from '../../vehicle';
import type { JobState } from '../fold';

/** What a height from hub to arch can be, mm. */
const BOUNDS_MM = [100, 1500] as const;
/** Sides that differ by more are looked into, mm (common practice, no source). */
const UNEVEN_MM = 10;

/** A height as it was written: "372 mm", "14 5/8 in". @param photo where a photograph told it, what it may be off by. @throws BadInput naming the side and its bound. */
export function readHeight(
  s: JobState,
  side: Side,
  text: string,
  again = false,
  photo?: { readonly doubtMm: number },
): EntryBodies['height'] {
  const field = `hub to arch, ${side}`;
  const mm = within(field, parseQuantity(text, 'length', { field }).si, ...BOUNDS_MM, 'mm');
  return {
    axle: s.axle,
    side,
    mm,
    text: /^[\d.,]+$/.test(text.trim()) ? `${text.trim()} mm` : text.trim(),
    ...(again ? { again } : {}),
    ...(photo ? { by: 'photograph', doubtMm: photo.doubtMm } : {}),
  } as EntryBodies['height'];
}

/** "left 372 mm, right 368 mm: right is 4 mm lower"; empty before both are written down. */
export function sayHeights(s: JobState): string {
  const [left, right] = SIDES.map((side) => s.heights.get(`${s.axle}.${side}`));
  if (!left || !right) return '';
  const off = left.mm - right.mm;
  const low = off > 0 ? 'right' : 'left';
  const differenceMm = Math.abs(off);
  const uneven =
    differenceMm > UNEVEN_MM
      ? `: the ${low} side is ${sayLength(differenceMm, 0, s.context.measures.length)} lower. Look at its spring`
      : differenceMm >= 1
        ? `: ${low} is ${sayLength(differenceMm, 0, s.context.measures.length)} lower`
        : '';
  // Two that differ by less than a photograph tells do not differ.
  const doubtMm = Math.hypot(left.doubtMm ?? 0, right.doubtMm ?? 0);
  const by = doubtMm > 0 ? ` (by photograph, ± ${sayLength(doubtMm, 0, s.context.measures.length)})` : '';
  return `left ${left.text}, right ${right.text}${differenceMm > doubtMm ? uneven : ''}${by}`;
}

/** Whether the heights of both sides are written down. */
export const heightsKnown = (s: JobState): boolean => SIDES.every((side) => s.heights.has(`${s.axle}.${side}`));

/** As raised as before counts within this, mm (common practice, no source). */
const AS_BEFORE_MM = 10;

/** Whether both sides were measured again where the rubber is tightened. */
export const heightsAgain = (s: JobState): boolean => SIDES.every((side) => s.heights.has(`${s.axle}.${side}.again`));

/** How the arms stand now against the height they are to have; empty before both were measured again. */
export function sayHeightsAgain(s: JobState): string {
  if (!heightsKnown(s) || !heightsAgain(s)) return '';
  const off = SIDES.map((side) => ({
    side,
    by: s.heights.get(`${s.axle}.${side}.again`)!.mm - s.heights.get(`${s.axle}.${side}`)!.mm,
  })).filter((x) => Math.abs(x.by) > AS_BEFORE_MM);
  if (off.length === 0) return 'Both sides stand as before.';
  return off
    .map(
      (x) =>
        `The ${x.side} side stands ${sayLength(Math.abs(x.by), 0, s.context.measures.length)} ${x.by > 0 ? 'higher: raise its arm' : 'lower: let its arm down'}`,
    )
    .join('. ')
    .concat('.');
}

/** Measured again, and not as before: the rubber would be tightened twisted. */
export const heightsOff = (s: JobState): boolean => /higher|lower/.test(sayHeightsAgain(s));
