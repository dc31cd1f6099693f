import type { AxleSpec, Side } from '@ash-knot/core';
import { acrossSolids, cornerSolids } from './scene/axle';
import type { Solid } from './scene/solid';
import { fromBehind, fromBeside, type View } from './scene/view';

/** One corner from behind and from beside, aligned on the ground, to one scale. */
export interface CornerViews {
  readonly pxPerMm: number;
  readonly behind: View;
  readonly beside: View;
  /** Where each stands, px: what goes on across the vehicle runs out at its edge. */
  readonly behindBox: { readonly x: number; readonly width: number };
  readonly besideBox: { readonly x: number; readonly width: number };
  readonly top: number;
  readonly ground: number;
}

/** Outside the outermost point, mm, and between the views, px. */
const MARGIN = { out: 24, in: 70, fore: 46, top: 40 } as const;
const BETWEEN = 18;
const EDGE = 8;

/** The furthest of a corner's points: so much of it is drawn, mm. */
function bounds(axle: AxleSpec) {
  const points = Object.values(axle.points).flatMap((p) => (p ? [p.at] : []));
  const r = axle.tyreDiameterMm / 2;
  const hub = axle.points.hub.at[0];
  return {
    inner: Math.max(0, Math.min(...points.map((p) => p[1])) - MARGIN.in),
    outer: axle.trackMm / 2 + axle.tyreWidthMm / 2 + MARGIN.out,
    fore: Math.max(hub + r, ...points.map((p) => p[0])) + MARGIN.fore,
    aft: Math.min(hub - r, ...points.map((p) => p[0])) - MARGIN.fore,
    top: Math.max(axle.tyreDiameterMm, ...points.map((p) => p[2])) + MARGIN.top,
  };
}

/** Where a corner is laid out, px; between its views, and at its edges, something else may stand. */
export interface CornerBox {
  readonly width: number;
  readonly top: number;
  readonly bottom: number;
  readonly between?: number;
  readonly edge?: number;
}

/** Lays a corner out: at the left side its rear view stands left, at the right side right, as its wheel does. */
export function layoutCorner(axle: AxleSpec, side: Side, box: CornerBox): CornerViews {
  const { between = BETWEEN, edge: rim = EDGE } = box;
  const b = bounds(axle);
  const [across, along] = [b.outer - b.inner, b.fore - b.aft];
  const px = Math.min((box.width - between - 2 * rim) / (across + along), (box.bottom - box.top) / b.top);
  const spare = box.width - 2 * rim - between - (across + along) * px;
  const edge = rim + spare / 2;
  const out = side === 'left' ? 1 : -1;
  const ground = box.bottom - Math.max(0, box.bottom - box.top - b.top * px) / 2;
  const behindBox = { x: side === 'left' ? edge : box.width - edge - across * px, width: across * px };
  const besideBox = { x: side === 'left' ? box.width - edge - along * px : edge, width: along * px };
  // Left of the vehicle’s middle is left on the picture: the middle lies at the view’s inner edge, or beyond it.
  const middle = side === 'left' ? behindBox.x + b.outer * px : behindBox.x + behindBox.width - b.outer * px;
  const mid = besideBox.x + besideBox.width / 2 + out * ((b.fore + b.aft) / 2) * px;
  return {
    pxPerMm: px,
    behind: fromBehind(px, [middle, ground]),
    beside: fromBeside(px, [mid, ground], out),
    behindBox,
    besideBox,
    top: ground - b.top * px,
    ground,
  };
}

/** What is drawn of a corner; what goes across runs on to the edge of its view. */
export const cornerDrawn = (axle: AxleSpec, side: Side): Solid[] => [
  ...cornerSolids(axle, side),
  ...acrossSolids(axle, { left: axle.points, right: axle.points }),
];

/** The whole axle from behind in a box, to scale. */
export function layoutBehind(axle: AxleSpec, width: number, height: number, edge: number): View {
  const b = bounds(axle);
  const px = Math.min((width / 2 - edge) / b.outer, (height - 2 * edge) / b.top);
  return fromBehind(px, [width / 2, height - edge]);
}
