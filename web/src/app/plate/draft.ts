import type { AxleSpec, rearView, Layout, Side } from '@ash-knot/core';
import type { PlateLayout, Point } from './layout';
import { type Shape, line, poly } from './shapes';

/** What every part of the drawing is drawn with. */
export interface Draft {
  readonly axle: AxleSpec;
  readonly l: PlateLayout;
  readonly p: ReturnType<typeof rearView<AxleSpec['points']>>;
  readonly drawing: Layout['drawing'];
  /** How much heavier strokes are on a larger plate. */
  readonly big: number;
}

/** One side's own helpers: where its points stand, and which way is outward. */
export const sideOf = ({ l }: Draft, side: Side) => ({
  at: (q: Point): Point => [l.x(side, q[0]), l.y(q[1])],
  dir: side === 'left' ? -1 : 1,
});
/** A member that goes on across the middle: from a point of this side to the break, torn off there. */
export function stub(dr: Draft, side: Side, from: Point, width: number): Shape[] {
  const { at, dir } = sideOf(dr, side);
  // Drawn whole it is one member, from side to side.
  if (dr.l.cutMm === 0) {
    const over: Point = [dr.l.x('right', from[0]), dr.l.y(from[1])];
    return side === 'left' ? [{ d: line(at(from), over), kind: 'tube', width }] : [];
  }
  const end = at([dr.l.cutMm, from[1]]);
  return [{ d: line(at(from), end), kind: 'tube', width }, ...torn(end, width, dir)];
}

/** The torn edge of a member whose middle is left out: two short slants, as draughtsmen break a line. */
export function torn([x, y]: Point, width: number, dir: number): Shape[] {
  const h = width / 2 + 4;
  const s = dir * 3.5;
  return [
    {
      d: poly(
        [x - dir * 2, y - h],
        [x + s, y - h * 0.35],
        [x - s, y + h * 0.35],
        [x - dir * 2, y + h],
        [x - dir * 9, y + h],
        [x - dir * 9, y - h],
      ),
      kind: 'gap',
    },
    { d: line([x, y - h], [x + s, y - h * 0.35], [x - s, y + h * 0.35], [x, y + h]), kind: 'fine' },
  ];
}
