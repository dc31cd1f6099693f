import { BadInput } from '../error';
import { chanceFrom, leastSquares } from '../numeric';
import { greyAt, lineThrough, type Grey, type Line } from './edge';
import type { Point } from './homography';
import { lengthDoubt, pixelsPerMm, pointAt, seenAtHeight, type Height, type PhotoLength, type PhotoPlane } from './photo';

/** A circle that was found near a touch: of an eye, a bore, a washer. */
export interface FoundCircle {
  /** On its own height above the cards, mm. */
  readonly centre: Point;
  readonly radiusMm: number;
  /** Standard uncertainty of the centre and of the radius, mm. */
  readonly uMm: number;
  /** Where its edge is seen, px, all round: an ellipse. */
  readonly seen: readonly Point[];
}
/** A straight edge near a touch. */
export interface FoundEdge {
  readonly line: Line;
  /** Two of its points, px, as far as it was followed. */
  readonly ends: readonly [Point, Point];
  readonly offPx: number;
  readonly points: number;
}

const RAYS = 72;
/** So many of them must meet one circle. */
const MET = 0.6;
/** Steps along a ray, px; an edge is a change of grey of at least so much over two. */
const STEP = 0.5;
const LEAST_CHANGE = 14;
const TRIES = 400;

/** Where grey changes most along a way, each change of its own: distance, signed change. */
function changesAlong(g: Grey, from: Point, way: Point, most: number): readonly { readonly t: number; readonly by: number }[] {
  const n = Math.floor(most / STEP);
  const grey = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const v = greyAt(g, from[0] + i * STEP * way[0], from[1] + i * STEP * way[1]);
    if (v === undefined) return changes(grey.subarray(0, i));
    grey[i] = v;
  }
  return changes(grey);
}
function changes(grey: Float64Array): { t: number; by: number }[] {
  const reach = 4;
  const out: { t: number; by: number }[] = [];
  const slope = (i: number) => (grey[i + reach] ?? NaN) - (grey[i - reach] ?? NaN);
  for (let i = reach + 1; i < grey.length - reach - 1; i++) {
    const here = Math.abs(slope(i));
    if (here < LEAST_CHANGE || here < Math.abs(slope(i - 1)) || here <= Math.abs(slope(i + 1))) continue;
    // Between steps: by the parabola through three slopes.
    const [a, b, c] = [Math.abs(slope(i - 1)), here, Math.abs(slope(i + 1))];
    const off = a - 2 * b + c < 0 ? (a - c) / (2 * (a - 2 * b + c)) : 0;
    out.push({ t: (i + off) * STEP, by: slope(i) });
  }
  return out;
}

/** The circle through three points; none where they lie on a line. */
function throughThree([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): { readonly at: Point; readonly r: number } | undefined {
  const d = 2 * (ax * (by - cy) + bx * (cy - ay) + cx * (ay - by));
  if (Math.abs(d) < 1e-9) return undefined;
  const [a2, b2, c2] = [ax * ax + ay * ay, bx * bx + by * by, cx * cx + cy * cy];
  const at: Point = [
    (a2 * (by - cy) + b2 * (cy - ay) + c2 * (ay - by)) / d,
    (a2 * (cx - bx) + b2 * (ax - cx) + c2 * (bx - ax)) / d,
  ];
  return { at, r: Math.hypot(ax - at[0], ay - at[1]) };
}

/** The circle that points lie least off (geometric least squares), from a first one. */
function fitted(points: readonly Point[], first: { readonly at: Point; readonly r: number }) {
  const x = leastSquares(
    (u) => Float64Array.from(points, ([px, py]) => Math.hypot(px - u[0]!, py - u[1]!) - u[2]!),
    Float64Array.from([...first.at, first.r]),
  );
  const at: Point = [x[0]!, x[1]!];
  const off = Math.sqrt(
    points.reduce((s, [px, py]) => s + (Math.hypot(px - at[0], py - at[1]) - x[2]!) ** 2, 0) / Math.max(1, points.length - 3),
  );
  return { at, r: x[2]!, off };
}

/**
 * The circle round a touch: rays go out from it, each meets edges; the circle most of them agree on, in its own plane, where it
 * is no ellipse. Of two that are met as well the inner one: a bore before its rim.
 * @param touch px, inside it
 * @param most how large its radius may be, mm
 * @throws BadInput where no circle is met by most rays
 */
export function circleAt(g: Grey, p: PhotoPlane, touch: Point, height: Height, most = 40): FoundCircle {
  const perMm = pixelsPerMm(p, pointAt(p, touch, height.mm));
  let from = touch;
  for (let round = 0; ; round++) {
    const met = Array.from({ length: RAYS }, (_, k) => {
      const way: Point = [Math.cos((2 * Math.PI * k) / RAYS), Math.sin((2 * Math.PI * k) / RAYS)];
      return changesAlong(g, from, way, most * perMm * 1.5).map(({ t }) => {
        const seen: Point = [from[0] + t * way[0], from[1] + t * way[1]];
        return { ray: k, seen, at: pointAt(p, seen, height.mm) };
      });
    });
    const near = Math.max(0.12, 1.2 / perMm);
    const found = agreed(met, pointAt(p, from, height.mm), near, most);
    if (!found) throw new BadInput('circle', 'is not found here: touch nearer to its middle, with more light', touch[0]);
    const fit = fitted(
      found.points.map((x) => x.at),
      found,
    );
    const inside = found.points.filter(
      (x) => Math.abs(Math.hypot(x.at[0] - fit.at[0], x.at[1] - fit.at[1]) - fit.r) < Math.max(2.5 * fit.off, 0.2 / perMm),
    );
    const best =
      inside.length > 12
        ? fitted(
            inside.map((x) => x.at),
            fit,
          )
        : fit;
    // Rays from its own middle meet its edge squarely.
    if (round < 2) {
      from = seenAtHeight(p, best.at, height.mm);
      continue;
    }
    const n = Math.max(inside.length, 12);
    return {
      centre: best.at,
      radiusMm: best.r,
      // What blur and threshold move all round alike is no smaller for more rays.
      uMm: Math.hypot(best.off / Math.sqrt(n / 2), 0.12 / perMm),
      seen: Array.from({ length: 48 }, (_, k) => {
        const a = (2 * Math.PI * k) / 48;
        return seenAtHeight(p, [best.at[0] + best.r * Math.cos(a), best.at[1] + best.r * Math.sin(a)], height.mm);
      }),
    };
  }
}

interface Met {
  readonly ray: number;
  readonly seen: Point;
  readonly at: Point;
}
/** The circle round a point that most rays meet (random sample consensus: Fischler & Bolles 1981). */
function agreed(met: readonly (readonly Met[])[], touch: Point, near: number, most: number) {
  const c = chanceFrom(7);
  const rays = met.filter((m) => m.length > 0);
  if (rays.length < MET * RAYS) return undefined;
  const pick = () => {
    const ray = rays[Math.floor(c.between(0, rays.length)) % rays.length]!;
    return ray[Math.floor(c.between(0, ray.length)) % ray.length]!;
  };
  let best: { readonly at: Point; readonly r: number; readonly points: readonly Met[] } | undefined;
  for (let k = 0; k < TRIES; k++) {
    const circle = throughThree(pick().at, pick().at, pick().at);
    if (
      !circle ||
      circle.r > most ||
      circle.r < 4 * near ||
      Math.hypot(circle.at[0] - touch[0], circle.at[1] - touch[1]) > circle.r
    )
      continue;
    const points = rays.flatMap((ray) => {
      const off = (x: Met) => Math.abs(Math.hypot(x.at[0] - circle.at[0], x.at[1] - circle.at[1]) - circle.r);
      const nearest = ray.reduce((a, b) => (off(b) < off(a) ? b : a));
      return off(nearest) < near ? [nearest] : [];
    });
    if (points.length < MET * RAYS) continue;
    const more = best ? points.length - best.points.length : 1;
    // Met as well, the inner one.
    if (!best || more > 4 || (more >= -4 && circle.r < 0.8 * best.r) || (more > 0 && circle.r < 1.2 * best.r))
      best = { ...circle, points };
  }
  return best;
}

/** How far along an edge it is followed to both sides of a touch, and how far beside the touch it is looked for, px. */
const [ALONG, BESIDE] = [40, 24] as const;

/**
 * The straight edge nearest to a touch.
 * @param reach how far off the touch may be, px: a finger on a small picture is a good way off
 * @throws BadInput where there is none
 */
export function edgeAt(g: Grey, touch: Point, reach: number = BESIDE): FoundEdge {
  // Which way grey changes most around it (structure tensor).
  let [xx, xy, yy] = [0, 0, 0];
  const step = Math.max(2, Math.round(reach / 12));
  for (let j = -reach; j <= reach; j += step)
    for (let i = -reach; i <= reach; i += step) {
      const [x, y] = [touch[0] + i, touch[1] + j];
      const [l, r, t, b] = [greyAt(g, x - 2, y), greyAt(g, x + 2, y), greyAt(g, x, y - 2), greyAt(g, x, y + 2)];
      if (l === undefined || r === undefined || t === undefined || b === undefined) continue;
      const w = Math.exp(-(i * i + j * j) / (2 * (reach / 2) ** 2));
      xx += w * (r - l) ** 2;
      xy += w * (r - l) * (b - t);
      yy += w * (b - t) ** 2;
    }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  let n: Point = [Math.cos(angle), Math.sin(angle)];
  let at = touch;
  let found: FoundEdge | undefined;
  for (const beside of [reach, 8]) {
    const along: Point = [-n[1], n[0]];
    const points: Point[] = [];
    for (let s = -ALONG; s <= ALONG; s += 1.5) {
      const from: Point = [at[0] + s * along[0] - beside * n[0], at[1] + s * along[1] - beside * n[1]];
      const all = changesAlong(g, from, n, 2 * beside);
      if (all.length === 0) continue;
      // The strongest; of those about as strong the one nearest to where it is looked for.
      const most = Math.max(...all.map((c) => Math.abs(c.by)));
      const c = all
        .filter((x) => Math.abs(x.by) > 0.6 * most)
        .reduce((a, b) => (Math.abs(b.t - beside) < Math.abs(a.t - beside) ? b : a));
      points.push([from[0] + c.t * n[0], from[1] + c.t * n[1]]);
    }
    if (points.length < 16) break;
    const { line, offPx } = lineThrough(points);
    const d = line.n[0] * at[0] + line.n[1] * at[1] - line.c;
    at = [at[0] - d * line.n[0], at[1] - d * line.n[1]];
    n = line.n;
    const way: Point = [-n[1], n[0]];
    const end = (s: number): Point => [at[0] + s * way[0], at[1] + s * way[1]];
    found = { line, ends: [end(-ALONG), end(ALONG)], offPx, points: points.length };
  }
  if (!found || found.offPx > 1.5) throw new BadInput('edge', 'is not found here: touch nearer to it, with more light', touch[0]);
  return found;
}

/** Two edges less alike than this in direction are not two sides of one thing, rad. */
const PARALLEL = (4 * Math.PI) / 180;

/** From the middle of one circle to that of the other. */
export function betweenCircles(p: PhotoPlane, a: FoundCircle, b: FoundCircle, height: Height): PhotoLength {
  return lengthDoubt(p, [a.centre, b.centre], Math.hypot(a.uMm, b.uMm), height);
}
/** Across one circle. */
export function acrossCircle(p: PhotoPlane, c: FoundCircle, height: Height): PhotoLength {
  const [x, y] = c.centre;
  return lengthDoubt(
    p,
    [
      [x - c.radiusMm, y],
      [x + c.radiusMm, y],
    ],
    2 * c.uMm,
    height,
  );
}
/** From one straight edge square across to the other. @throws BadInput for two that do not run alike */
export function betweenEdges(p: PhotoPlane, a: FoundEdge, b: FoundEdge, height: Height): PhotoLength {
  const on = (e: FoundEdge) => e.ends.map((q) => pointAt(p, q, height.mm)) as [Point, Point];
  const [[a1, a2], [b1, b2]] = [on(a), on(b)];
  const way = (s: Point, t: Point): Point => {
    const l = Math.hypot(t[0] - s[0], t[1] - s[1]);
    return [(t[0] - s[0]) / l, (t[1] - s[1]) / l];
  };
  const [u, v] = [way(a1, a2), way(b1, b2)];
  const turned = Math.abs(u[0] * v[1] - u[1] * v[0]);
  if (turned > Math.sin(PARALLEL)) throw new BadInput('edges', 'must run alike: touch two opposite sides of one thing', turned);
  const same = u[0] * v[0] + u[1] * v[1] < 0 ? -1 : 1;
  const along = way([0, 0], [u[0] + same * v[0], u[1] + same * v[1]]);
  const mid = (s: Point, t: Point): Point => [(s[0] + t[0]) / 2, (s[1] + t[1]) / 2];
  const [m1, m2] = [mid(a1, a2), mid(b1, b2)];
  const across = (m2[0] - m1[0]) * -along[1] + (m2[1] - m1[1]) * along[0];
  const far: Point = [m1[0] - across * along[1], m1[1] + across * along[0]];
  const perMm = pixelsPerMm(p, m1);
  const end = Math.hypot(a.offPx / Math.sqrt(a.points / 2), b.offPx / Math.sqrt(b.points / 2), 0.15) / perMm;
  return lengthDoubt(p, [m1, far], end, height);
}
