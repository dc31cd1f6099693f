import {
  jointId,
  jointKinds,
  jointPoint,
  SIDES,
  type AxleEnd,
  type AxleSpec,
  type JointId,
  type JointKind,
  type Side,
} from '@ash-knot/core';

/** A place on the plate, px, or in the half axle seen from behind, mm. */
export type Point = readonly [number, number];

export interface PlateRow {
  readonly joint: JointId;
  readonly kind: JointKind;
  readonly side: Side;
  /** Top of its label, px. */
  readonly y: number;
  readonly height: number;
  /** Which edge of the plate the label stands at. */
  readonly edge: 'left' | 'right';
  /** The joint itself, px. */
  readonly at: Point;
  /** Leader from label to joint: two straight pieces. */
  readonly leader: readonly Point[];
}

export interface PlateLayout {
  readonly rows: readonly PlateRow[];
  /** From millimetres of the half axle to px. */
  readonly x: (side: Side, yMm: number) => number;
  readonly y: (zMm: number) => number;
  readonly pxPerMm: number;
  /** How many times larger heights are drawn than widths. */
  readonly stretch: number;
  readonly labelWidth: number;
}

export const LABEL_WIDTH = 158;
const TOP = 64;
const BOTTOM = 22;
/** More than this and the axle no longer looks like one. */
const MOST_STRETCH = 2.7;

const crosses = (a: Point, b: Point, c: Point, d: Point): boolean => {
  const turn = (p: Point, q: Point, r: Point) => Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return turn(a, b, c) !== turn(a, b, d) && turn(c, d, a) !== turn(c, d, b);
};
const nearness = (p: Point, a: Point, b: Point): number => {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
};

/**
 * Puts labels in the order that keeps leaders apart: by height first, then neighbours are swapped while
 * that lessens crossings and leaders that run through another joint.
 */
export function orderLabels(at: readonly Point[], elbow: (slot: number) => Point): number[] {
  const order = at.map((_, i) => i).sort((a, b) => at[a]![1] - at[b]![1] || at[a]![0] - at[b]![0]);
  const cost = (o: readonly number[]): number => {
    let sum = 0;
    for (let i = 0; i < o.length; i++) {
      const from = elbow(i);
      const to = at[o[i]!]!;
      for (let k = i + 1; k < o.length; k++) if (crosses(from, to, elbow(k), at[o[k]!]!)) sum += 10;
      for (const other of o) if (other !== o[i] && nearness(at[other]!, from, to) < 9) sum += 4;
      sum += Math.abs(from[1] - to[1]) / 400;
    }
    return sum;
  };
  let best = cost(order);
  for (let again = true, guard = 0; again && guard < 30; guard++) {
    again = false;
    for (let gap = 1; gap <= 3; gap++) {
      for (let i = 0; i + gap < order.length; i++) {
        [order[i], order[i + gap]] = [order[i + gap]!, order[i]!];
        const c = cost(order);
        if (c < best - 1e-9) {
          best = c;
          again = true;
        } else [order[i], order[i + gap]] = [order[i + gap]!, order[i]!];
      }
    }
  }
  return order;
}

/**
 * Lays an axle out in a box seen from behind: left is the left side. With a corner chosen only that
 * side is drawn, larger, its labels in two columns.
 */
export function layoutPlate(
  end: AxleEnd,
  axle: AxleSpec,
  width: number,
  height: number,
  corner: Side | null = null,
): PlateLayout {
  const kinds = jointKinds(axle);
  // A phone has room for one corner and one column of labels.
  const narrow = width < 480;
  const label = LABEL_WIDTH;
  const halfMm = axle.trackMm / 2 + axle.tyreWidthMm * 0.75;
  const topMm = Math.max(...Object.values(axle.points).map((p) => p?.at[2] ?? 0), axle.tyreDiameterMm) + 40;
  const roomX = width - (narrow ? 1 : 2) * label - 24;
  const roomY = height - TOP - BOTTOM;
  const pxPerMm = corner ? roomX / (halfMm + 60) : roomX / (2 * halfMm);
  const stretch = Math.min(corner && !narrow ? 1.35 : MOST_STRETCH, roomY / (topMm * pxPerMm));
  const drawn = topMm * pxPerMm * stretch;
  // The ground stands low, but a small axle is not left at the bottom of an empty plate.
  const ground = height - BOTTOM - Math.max(0, (roomY - drawn) * 0.35);
  const middle = corner
    ? corner === 'left'
      ? label + 12 + (halfMm + 20) * pxPerMm
      : width - label - 12 - (halfMm + 20) * pxPerMm
    : width / 2;
  const x = (side: Side, yMm: number) => middle + (side === 'left' ? -1 : 1) * yMm * pxPerMm;
  const y = (zMm: number) => ground - zMm * pxPerMm * stretch;

  const rows: PlateRow[] = [];
  const column = (side: Side, edge: 'left' | 'right', list: readonly JointKind[]) => {
    const slot = roomY / list.length;
    const rowHeight = Math.min(corner && !narrow ? 84 : 76, slot);
    const top = TOP + (roomY - rowHeight * list.length) / 2;
    const at = list.map((k): Point => {
      const p = jointPoint(axle, k);
      return [x(side, p[0]), y(p[1])];
    });
    const from = (i: number): Point => [edge === 'left' ? label + 4 : width - label - 4, top + (i + 0.5) * rowHeight];
    orderLabels(at, (i) => from(i)).forEach((k, i) => {
      const start = from(i);
      const elbow: Point = [start[0] + (edge === 'left' ? 12 : -12), start[1]];
      rows.push({
        joint: jointId(end, side, list[k]!),
        kind: list[k]!,
        side,
        y: top + i * rowHeight,
        height: rowHeight,
        edge,
        at: at[k]!,
        leader: [[start[0] - (edge === 'left' ? 8 : -8), start[1]], elbow, at[k]!],
      });
    });
  };
  if (corner && narrow) {
    column(corner, corner, kinds);
  } else if (corner) {
    // The outer half of the joints at the outer edge, the inner half at the other.
    const byReach = [...kinds].sort((a, b) => jointPoint(axle, b)[0] - jointPoint(axle, a)[0]);
    const half = Math.ceil(byReach.length / 2);
    column(corner, corner, byReach.slice(0, half));
    column(corner, corner === 'left' ? 'right' : 'left', byReach.slice(half));
  } else {
    for (const side of SIDES) column(side, side, kinds);
  }
  return { rows, x, y, pxPerMm, stretch, labelWidth: label };
}
