import {
  JOINT_SPECS,
  jointId,
  jointKinds,
  SIDES,
  type AxleEnd,
  type AxleSpec,
  type JointId,
  type JointKind,
  type Side,
} from '@ash-knot/core';
import type { Vec3 } from '@ash-knot/core/numeric';
import { axleSolids } from './scene/axle';
import { spots, type Solid } from './scene/solid';
import { fromAbove, fromBehind, seenAngle, type Point, type View } from './scene/view';
import { freeLine, freePlace, type Box, type Disc } from './free-place';
import { toldApart } from './told-apart';

/** The mark of a joint in one of the two views. */
export interface Mark {
  readonly joint: JointId;
  readonly kind: JointKind;
  readonly side: Side;
  readonly view: 'above' | 'behind';
  /** Where the mark stands, px: at its joint, or beside it where joints lie closer than marks. */
  readonly at: Point;
  /** The joint itself, px. */
  readonly joins: Point;
  /** The line its play works along, as it is seen, degrees clockwise. */
  readonly turnedDeg: number;
}

/** An axle from above and from behind, aligned, to one scale. */
export interface TwoViews {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly above: View;
  readonly behind: View;
  /** Where each view’s words stand, px. */
  readonly captions: { readonly above: Point; readonly behind: Point };
  /** Half the size of a mark, px. */
  readonly markPx: number;
  readonly marks: readonly Mark[];
  /** Where the rows stand: in the middle, free of the drawing; below it where that is narrow. */
  readonly rows: Box & { readonly count: number; readonly twoLines: boolean };
}

/** Room of the title above, px, and round the picture; the words of a view stand where it is empty. */
const TOP = 44;
const EDGE = 10;
const FOOT = 10;
/** Between the views, px. */
const GAP = 10;
/** Narrower than this the rows stand below the drawing, px. */
export const NARROW = 480;
/** A row is as high as a glove, px; so is the line that opens the others. */
export const ROW = 44;
/** Round the outermost point, mm. */
const MARGIN = 34;
/** A mark fits into a circle of this radius, px. */
const MARK = 10.5;
/** How much larger the plate may be drawn before marks grow with it, px/mm. */
const USUAL_SCALE = 0.38;

const rise = (axle: AxleSpec): number =>
  Math.max(...Object.values(axle.points).flatMap((p) => (p ? [p.at[2]] : [])), axle.tyreDiameterMm) + MARGIN;
/** How far the axle reaches ahead of its hub and behind, mm. */
function reach(axle: AxleSpec): { readonly fore: number; readonly aft: number } {
  const xs = Object.values(axle.points).flatMap((p) => (p ? [p.at[0]] : []));
  const r = axle.tyreDiameterMm / 2;
  const hub = axle.points.hub.at[0];
  return { fore: Math.max(hub + r, ...xs.map((x) => x + MARGIN)), aft: Math.min(hub - r, ...xs.map((x) => x - MARGIN)) };
}

/** The scale at which both views fill a box of that size, px per mm. @param gap what else stands between them, px */
function scaleFor(axle: AxleSpec, width: number, room: number, gap: number): number {
  const { fore, aft } = reach(axle);
  const across = axle.trackMm + axle.tyreWidthMm;
  return Math.min((width - 2 * EDGE) / across, (room - GAP - gap) / (fore - aft + rise(axle)));
}

/** How high the drawing is where only its width bounds it, px. */
const heightAt = (axle: AxleSpec, px: number): number => {
  const { fore, aft } = reach(axle);
  return TOP + FOOT + GAP + (fore - aft + rise(axle)) * px;
};

/** What the plate needs where its rows stand below it, or as little as it can still be read in, px. */
export function leastHeight(axle: AxleSpec, width: number, rows: number): number {
  if (width >= NARROW) return 420;
  return Math.ceil(heightAt(axle, scaleFor(axle, width, Infinity, 0))) + (rows + 1) * ROW;
}

/** Tried in this order: more rows before a larger drawing, a larger drawing before rows of two lines. */
const WAYS = [
  { gap: 0, rows: 5, half: 130 },
  { gap: 0, rows: 4, half: 112 },
  { gap: 40, rows: 4, half: 112 },
  { gap: 90, rows: 4, half: 112 },
  { gap: 150, rows: 4, half: 112 },
  { gap: 0, rows: 3, half: 112 },
  { gap: 90, rows: 3, half: 112 },
  { gap: 150, rows: 3, half: 112 },
  { gap: 210, rows: 3, half: 112 },
] as const;
/** Rows wider than this are harder to read across, px. */
const MOST_HALF = 190;
/** From this width a row says left, name and right on one line, px. */
const ONE_LINE = 350;

/**
 * Lays an axle out in a box: above and behind, every millimetre as long in both directions, the rows that matter in
 * the middle of the rear view.
 */
export function layoutViews(end: AxleEnd, axle: AxleSpec, width: number, height: number): TwoViews {
  const narrow = width < NARROW;
  const solids = axleSolids(axle);
  const kinds = jointKinds(axle);
  if (narrow) {
    const v = place(end, axle, kinds, width, Infinity, 0);
    const top = Math.ceil(heightAt(axle, v.pxPerMm));
    const captions = captionsOf(obstaclesOf(solids, v), v);
    return { ...v, captions, height: top, rows: { x: 0, y: top, width, height: height - top, count: 4, twoLines: false } };
  }
  let last: TwoViews | undefined;
  let laid: { readonly gap: number; readonly v: Placed; readonly obstacles: readonly Disc[] } | undefined;
  for (const way of WAYS) {
    if (laid?.gap !== way.gap) {
      const v = place(end, axle, kinds, width, height, way.gap);
      laid = { gap: way.gap, v, obstacles: obstaclesOf(solids, v) };
    }
    const { v, obstacles } = laid;
    const box = freePlace(obstacles, {
      top: v.rowsFrom,
      bottom: v.ground,
      high: (way.rows + 1) * ROW,
      least: way.half,
      most: MOST_HALF,
    });
    const rows = box ?? { y: v.rowsFrom, half: way.half, high: (way.rows + 1) * ROW };
    last = {
      ...v,
      captions: captionsOf(obstacles, v),
      height,
      rows: {
        x: width / 2 - rows.half,
        y: rows.y,
        width: 2 * rows.half,
        height: rows.high,
        count: way.rows,
        twoLines: 2 * rows.half < ONE_LINE,
      },
    };
    if (box) return last;
  }
  return last!;
}

type Placed = Omit<TwoViews, 'rows' | 'height' | 'captions'> & {
  /** Where the upper view begins and the lower one does, px. */
  readonly top: number;
  readonly mid: number;
  /** Rows begin no higher than here and end above the ground, px. */
  readonly rowsFrom: number;
  readonly ground: number;
};

function place(end: AxleEnd, axle: AxleSpec, kinds: readonly JointKind[], width: number, height: number, gap: number): Placed {
  const room = height - TOP - FOOT;
  const px = scaleFor(axle, width, room, gap);
  const { fore, aft } = reach(axle);
  const spare = Number.isFinite(room) ? room - GAP - gap - (fore - aft + rise(axle)) * px : 0;
  const middle = width / 2;
  // What is to spare stands above, between and below.
  const over = TOP + spare * 0.25;
  const above = fromAbove(px, [middle, over + fore * px]);
  const split = over + (fore - aft) * px + (GAP + gap) / 2 + spare * 0.2;
  const ground = over + (fore - aft) * px + GAP + gap + spare * 0.4 + rise(axle) * px;
  const behind = fromBehind(px, [middle, ground]);
  const markPx = MARK * Math.max(1, Math.min(1.4, px / USUAL_SCALE));
  const within = {
    above: { left: markPx, right: middle - markPx, top: TOP + markPx, bottom: split - markPx },
    behind: { left: markPx, right: middle - markPx, top: split + markPx, bottom: ground + 4 },
  };
  const marks = [above, behind].flatMap((view) => {
    const name = view.name as 'above' | 'behind';
    const at = kinds.map((k) => view.to(JOINT_SPECS[k].place(axle)));
    const apart = toldApart(at, 2 * markPx + 1, within[name]);
    return SIDES.flatMap((side) =>
      kinds.map((kind, i): Mark => {
        const over = (p: Point): Point => (side === 'left' ? p : [width - p[0], p[1]]);
        const turned = seenAngle(view, JOINT_SPECS[kind].along(axle));
        return {
          joint: jointId(end, side, kind),
          kind,
          side,
          view: name,
          at: over(apart[i]!),
          joins: over(at[i]!),
          turnedDeg: side === 'left' ? turned : -turned,
        };
      }),
    );
  });
  return {
    width,
    pxPerMm: px,
    above,
    behind,
    markPx,
    marks,
    top: over,
    mid: split,
    rowsFrom: above.to([aft, 0, 0])[1] - (fore - aft) * px * 0.5,
    ground,
  };
}

/** Where the words of each view stand: as high as they can above, as low as they can behind, on nothing that is drawn. */
const captionsOf = (drawn: readonly Disc[], v: Placed): TwoViews['captions'] => ({
  above: [v.width / 2, freeLine(drawn, v.top + 14, v.mid)],
  behind: [v.width / 2, freeLine(drawn, v.ground - 6, v.mid)],
});

/** What stands in the middle of the picture, as discs: the solids of both views but its quiet ground, and the marks. */
function obstaclesOf(solids: readonly Solid[], v: Placed): Disc[] {
  const from = (view: View): Disc[] =>
    solids
      .filter((s) => s.paint !== 'quiet')
      .flatMap((s) =>
        spots(s).map((b): Disc => {
          const [x, y] = view.to(b.at as Vec3);
          return { x: Math.abs(x - v.width / 2), y, r: b.radiusMm * v.pxPerMm };
        }),
      );
  return [
    ...from(v.above),
    ...from(v.behind),
    ...v.marks.map((m): Disc => ({ x: Math.abs(m.at[0] - v.width / 2), y: m.at[1], r: v.markPx + 4 })),
  ];
}
