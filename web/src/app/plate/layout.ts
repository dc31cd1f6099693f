import {
  RIM_SHARE,
  jointId,
  jointKinds,
  JOINT_SPECS,
  jointPoint,
  SIDES,
  type AxleEnd,
  type AxleSpec,
  type JointId,
  type JointKind,
  type Side,
} from '@ash-knot/core';
import { orderRungs, runsOver, type Face } from './leaders';

/** A place on the plate, px, or in the half axle seen from behind, mm. */
export type Point = readonly [number, number];

/** One half of a rung of the ladder: a joint of one side, its target and where it stands on the drawing. */
export interface PlateCell {
  readonly joint: JointId;
  readonly kind: JointKind;
  readonly side: Side;
  /** Its target on the ladder, px. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** The joint itself, px. */
  readonly at: Point;
  /** From the ladder to the joint, straight. */
  readonly leader: readonly [Point, Point];
}

/** A rung: the joint's name once, for both sides. */
export interface PlateRow {
  readonly kind: JointKind;
  readonly y: number;
  readonly height: number;
}

/** The corner seen from its side: forward is to the left at the left corner, to the right at the right one. */
export interface SideView {
  readonly x: (xMm: number) => number;
  readonly y: (zMm: number) => number;
  readonly left: number;
  readonly width: number;
}

export interface PlateLayout {
  readonly rows: readonly PlateRow[];
  readonly cells: readonly PlateCell[];
  readonly ladder: { readonly x: number; readonly width: number };
  /** The sides that are drawn. */
  readonly sides: readonly Side[];
  /** From millimetres of the half axle to px. */
  readonly x: (side: Side, yMm: number) => number;
  readonly y: (zMm: number) => number;
  readonly pxPerMm: number;
  /** How many times larger heights are drawn than widths: 1 where it is true to scale. */
  readonly stretch: number;
  /** Where the axle's middle is broken off, mm outward. */
  readonly cutMm: number;
  /** Which of the two nuts in section carries the mark: the one its leader reaches without running over the tyre. */
  readonly nut: 1 | -1;
  readonly sideView?: SideView;
}

/** Room of the title above, and of the legend below, px. */
const TOP = 44;
const BOTTOM = 0;
/** The ladder takes this share of the plate, within these bounds, px: two halves that a glove hits. */
const LADDER = { share: 0.36, least: 248, most: 340 } as const;
/** Half a ladder, where one corner is looked at. */
const HALF = 156;
/** A rung is never higher: the eye should not jump. */
const MOST_RUNG = 76;
/** And lower where it stands beside a drawing true to scale. */
const TURNED_RUNG = 44;
/** More than this and the axle no longer looks like one. */
const MOST_STRETCH = 1.8;
/** Outside the outermost and inside the innermost point something is still drawn, mm. */
const MARGIN = { outer: 38, inner: 44 } as const;
/** How far a coil reaches from its line, mm. */
const COIL = 34;

/** Marks of points in one place stand so far apart, px. */
const APART = 20;
/** The bounds of half an axle, mm: outward from the break to behind the tyre, up to the highest point. */
function bounds(axle: AxleSpec): { inner: number; outer: number; top: number } {
  const points = Object.values(axle.points).filter((p) => p !== undefined);
  return {
    // A coil is drawn about its line.
    inner:
      Math.min(...points.map((p) => p.at[1]), axle.points.springTop.at[1] - COIL, axle.points.springFoot.at[1] - COIL) -
      MARGIN.inner,
    outer: axle.trackMm / 2 + axle.tyreWidthMm / 2 + MARGIN.outer,
    top: Math.max(...points.map((p) => p.at[2]), axle.tyreDiameterMm) + MARGIN.inner,
  };
}

/** The tyre of a side in section, above and below its rim, px. */
export function facesOf(axle: AxleSpec, side: Side, x: (side: Side, yMm: number) => number, y: (zMm: number) => number): Face[] {
  const [a, b] = [x(side, axle.trackMm / 2 - axle.tyreWidthMm / 2), x(side, axle.trackMm / 2 + axle.tyreWidthMm / 2)];
  const d = axle.tyreDiameterMm;
  const band = (d / 2) * (1 - RIM_SHARE);
  const face = (low: number, high: number): Face => ({
    left: Math.min(a, b),
    right: Math.max(a, b),
    top: y(high),
    bottom: y(low),
  });
  return [face(d - band, d), face(0, band)];
}

/** What the ladder needs: every rung as high as a glove, px. */
export const leastHeight = (axle: AxleSpec): number => TOP + jointKinds(axle).length * 44 + BOTTOM;

/** How the plate is divided: both corners beside the ladder, one, or one turned true to scale. */
export type PlateMode = { readonly kind: 'both' } | { readonly kind: 'one' | 'turned'; readonly side: Side };

/** Points that nobody has told apart yet stand below one another, so that each can be touched: how far each stands down, px. */
function toldApart(axle: AxleSpec, kinds: readonly JointKind[]): ReadonlyMap<JointKind, number> {
  const down = new Map<JointKind, number>();
  for (const k of kinds) {
    const p = onDrawing(axle, k);
    const same = [...down.keys()].filter((o) => Math.hypot(onDrawing(axle, o)[0] - p[0], onDrawing(axle, o)[1] - p[1]) < 1);
    down.set(k, same.length * APART);
  }
  return down;
}

/** The first way in which nothing runs over the tyre, else the one in which least does. */
function firstClear<T extends { readonly over: number }>(tops: readonly number[], arrange: (top: number, nut: 1 | -1) => T): T {
  let best = arrange(tops[0]!, 1);
  const ways = tops.flatMap((t): (readonly [number, 1 | -1])[] => [
    [t, 1],
    [t, -1],
  ]);
  for (const way of ways.slice(1)) {
    if (best.over === 0) break;
    const next = arrange(...way);
    if (next.over < best.over) best = next;
  }
  return best;
}

/**
 * Lays an axle out in a box seen from behind: left is the left side. The middle is left out; the ladder stands
 * there, a rung for each joint. Turned to a corner it is true to scale, from behind at one side of the ladder
 * and from the side at the other, the ladder where the vehicle's middle is.
 */
export function layoutPlate(end: AxleEnd, axle: AxleSpec, width: number, height: number, mode: PlateMode): PlateLayout {
  const b = bounds(axle);
  const sides = mode.kind === 'both' ? SIDES : [mode.side];
  const roomY = height - TOP - BOTTOM;
  const ladderWidth =
    mode.kind === 'both' ? Math.round(Math.max(LADDER.least, Math.min(LADDER.most, width * LADDER.share))) : HALF;
  const view =
    mode.kind === 'both' ? (width - ladderWidth) / 2 : mode.kind === 'one' ? width - ladderWidth : (width - ladderWidth) / 2;
  const ladderX = mode.kind === 'one' ? (mode.side === 'left' ? view : 0) : (width - ladderWidth) / 2;
  // Turned, the side view must fit as well: what of the corner lies fore and aft.
  const long = sideBounds(axle);
  const across = view / (b.outer - b.inner);
  const pxPerMm = mode.kind === 'turned' ? Math.min(across, (view - 12) / (long.fore - long.aft), roomY / b.top) : across;
  const stretch = mode.kind === 'turned' ? 1 : Math.max(1, Math.min(MOST_STRETCH, roomY / (b.top * pxPerMm)));
  const drawn = b.top * pxPerMm * stretch;
  // The ground stands low, but a small axle is not left at the bottom of an empty plate.
  const ground = height - BOTTOM - Math.max(0, roomY - drawn) * 0.45;
  const edge = { left: ladderX, right: ladderX + ladderWidth };
  const x = (side: Side, yMm: number) =>
    side === 'left' ? edge.left - (yMm - b.inner) * pxPerMm : edge.right + (yMm - b.inner) * pxPerMm;
  const y = (zMm: number) => ground - zMm * pxPerMm * stretch;

  const kinds = jointKinds(axle);
  // Turned, the drawing is smaller than the plate: the ladder keeps close to it.
  const most = mode.kind === 'turned' ? TURNED_RUNG : MOST_RUNG;
  // To a hundredth of a pixel, so that the last rung ends on the plate.
  const rung = Math.min(most, Math.floor((100 * roomY) / kinds.length) / 100);
  const spare = roomY - rung * kinds.length;
  const tops = mode.kind === 'turned' ? [0.5, 0, 1, 0.25, 0.75].map((t) => TOP + spare * t) : [TOP + spare / 2];
  const lead = sides[0]!;
  const down = toldApart(axle, kinds);
  const place = (side: Side, k: JointKind, nut: 1 | -1): Point => {
    const p = onDrawing(axle, k, nut);
    return [x(side, p[0]), y(p[1]) + down.get(k)!];
  };
  const port = (side: Side, slot: number, top: number): Point => [edge[side], top + (slot + 0.5) * rung];
  const faces = facesOf(axle, lead, x, y);
  // Both sides are mirror images, so one order serves both.
  // The first way in which nothing runs over the tyre: to order rungs is dear, and the first nearly always serves.
  const arrange = (top: number, nut: 1 | -1) => {
    const at = kinds.map((k) => place(lead, k, nut));
    const order = orderRungs(at, (slot) => port(lead, slot, top), faces);
    const over = order.filter((k, i) => faces.some((f) => runsOver(port(lead, i, top), at[k]!, f))).length;
    return { top, nut, order: order.map((k) => kinds[k]!), over };
  };
  const best = firstClear(tops, arrange);
  const { top, nut, order } = best;
  const at = (side: Side, k: JointKind): Point => place(side, k, nut);
  const half = mode.kind === 'both' ? ladderWidth / 2 : ladderWidth;
  const cells = sides.flatMap((side) =>
    order.map((kind, i): PlateCell => ({
      joint: jointId(end, side, kind),
      kind,
      side,
      x: side === 'right' && mode.kind === 'both' ? ladderX + half : ladderX,
      y: top + i * rung,
      width: half,
      height: rung,
      at: at(side, kind),
      leader: [port(side, i, top), at(side, kind)],
    })),
  );
  return {
    rows: order.map((kind, i) => ({ kind, y: top + i * rung, height: rung })),
    cells,
    ladder: { x: ladderX, width: ladderWidth },
    sides,
    x,
    y,
    pxPerMm,
    stretch,
    cutMm: b.inner,
    nut,
    ...(mode.kind === 'turned'
      ? { sideView: sideViewOf(mode.side, mode.side === 'left' ? edge.right : 0, view, long, pxPerMm, y) }
      : {}),
  };
}

/** Round a whole axle on paper, px. */
const PAPER_EDGE = 10;

/** The whole axle from behind, its middle drawn, one scale both ways: no ladder, nothing broken off. */
export function layoutWhole(axle: AxleSpec, width: number, height: number): PlateLayout {
  const b = bounds(axle);
  const pxPerMm = Math.min((width / 2 - PAPER_EDGE) / b.outer, (height - 2 * PAPER_EDGE) / b.top);
  const middle = width / 2;
  return {
    rows: [],
    cells: [],
    ladder: { x: middle, width: 0 },
    sides: SIDES,
    x: (side, yMm) => middle + (side === 'left' ? -yMm : yMm) * pxPerMm,
    y: (zMm) => height - PAPER_EDGE - zMm * pxPerMm,
    pxPerMm,
    stretch: 1,
    cutMm: 0,
    nut: 1,
  };
}

/**
 * Where a joint's mark stands, mm outward and up: the nuts on the outer face of the rim's disc, as the section shows it.
 * @param nut the upper or the lower one of the two that the section shows
 */
export function onDrawing(axle: AxleSpec, kind: JointKind, nut: 1 | -1 = 1): Point {
  const [out, up] = jointPoint(axle, kind);
  return kind === 'wheel-nuts' ? [axle.trackMm / 2 + axle.tyreWidthMm * 0.3 + 18, axle.points.hub.at[2] + 52 * nut] : [out, up];
}

/** What of a corner lies fore and aft of its hub, mm: the tyre, or whatever reaches further. */
function sideBounds(axle: AxleSpec): { fore: number; aft: number } {
  const xs = Object.values(axle.points).flatMap((p) => (p ? [p.at[0]] : []));
  const hub = axle.points.hub.at[0];
  const r = axle.tyreDiameterMm / 2;
  return { fore: Math.max(hub + r, ...xs) + MARGIN.inner, aft: Math.min(hub - r, ...xs) - MARGIN.inner };
}

function sideViewOf(
  side: Side,
  left: number,
  width: number,
  long: { fore: number; aft: number },
  pxPerMm: number,
  y: (zMm: number) => number,
): SideView {
  const middle = left + width / 2;
  const mid = (long.fore + long.aft) / 2;
  const dir = side === 'left' ? -1 : 1;
  return { x: (xMm) => middle + dir * (xMm - mid) * pxPerMm, y, left, width };
}

/** Where a joint stands in three dimensions, mm, for the side view. */
export const placeOf = (axle: AxleSpec, kind: JointKind): readonly [number, number, number] => JOINT_SPECS[kind].place(axle);
