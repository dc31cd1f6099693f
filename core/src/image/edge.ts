import { BadInput, finite } from '../error';
import type { Point } from './homography';

/** A grey picture, 0 black to 255 white, row by row; the middle of its first pixel is at 0.5, 0.5. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: ArrayLike<number>;
}
/** A straight line: the points p with n·p = c, |n| = 1. */
export interface Line {
  readonly n: Point;
  readonly c: number;
}

/** How a card's square is seen, and how well. */
export interface Square {
  /** In the order they were asked for, px. */
  readonly corners: readonly Point[];
  /** How far the points of its edges lie off their lines, px: a card that bends, or noise. */
  readonly offPx: number;
  /** How wide its edges are, standard deviation, px: blur. */
  readonly blurPx: number;
  /** From its black to its white, of 255; and along the edge where there is least of it: glare, or a finger. */
  readonly contrast: number;
  readonly leastContrast: number;
}

/** Of an edge this much at both ends is left out: there the next one is near. */
const ENDS = 0.12;
/** How far to both sides an edge is looked for, px, the first time and again. */
const REACH = [6, 4] as const;
const STEP = 0.5;
/** What is less than so much of the steepest is noise. */
const FLAT = 0.2;

/** Between pixels, by the four around (bilinear); undefined outside the picture. */
export function greyAt(g: Grey, x: number, y: number): number | undefined {
  const [u, v] = [x - 0.5, y - 0.5];
  const [i, j] = [Math.floor(u), Math.floor(v)];
  if (i < 0 || j < 0 || i + 1 >= g.width || j + 1 >= g.height) return undefined;
  const [a, b] = [u - i, v - j];
  const at = j * g.width + i;
  const [p, q, r, s] = [g.data[at]!, g.data[at + 1]!, g.data[at + g.width]!, g.data[at + g.width + 1]!];
  return (1 - b) * ((1 - a) * p + a * q) + b * ((1 - a) * r + a * s);
}

interface Crossing {
  readonly at: Point;
  readonly width: number;
  readonly contrast: number;
}

/** Where grey changes from dark to light along a way across an edge: the middle of its slope. Undefined where it does not. */
function crossingAt(g: Grey, [x, y]: Point, out: Point, reach: number): Crossing | undefined {
  const n = Math.round((2 * reach) / STEP);
  const along = Array.from({ length: n + 1 }, (_, i) => {
    const t = -reach + i * STEP;
    return greyAt(g, x + t * out[0], y + t * out[1]);
  });
  if (along.some((v) => v === undefined)) return undefined;
  const slope = along.slice(1).map((v, i) => v! - along[i]!);
  const floor = FLAT * Math.max(...slope);
  if (!(floor > 0)) return undefined;
  let [sum, first, second] = [0, 0, 0];
  slope.forEach((d, i) => {
    const w = d - floor;
    if (w <= 0) return;
    const t = -reach + (i + 0.5) * STEP;
    sum += w;
    first += w * t;
    second += w * t * t;
  });
  const t = first / sum;
  return {
    at: [x + t * out[0], y + t * out[1]],
    width: Math.sqrt(Math.max(0, second / sum - t * t)),
    contrast: Math.max(...(along as number[])) - Math.min(...(along as number[])),
  };
}

/** The line that points lie least off, square to it (total least squares); those far off it are left out, twice. */
export function lineThrough(points: readonly Point[]): { readonly line: Line; readonly offPx: number } {
  let kept = points;
  for (let round = 0; ; round++) {
    if (kept.length < 2) throw new BadInput('points of an edge', 'must be two or more', kept.length);
    const n = kept.length;
    const [mx, my] = kept.reduce(([a, b], [x, y]) => [a + finite('x', x) / n, b + finite('y', y) / n], [0, 0]) as [
      number,
      number,
    ];
    const [xx, xy, yy] = kept.reduce(
      ([a, b, c], [x, y]) => [a + (x - mx) ** 2, b + (x - mx) * (y - my), c + (y - my) ** 2],
      [0, 0, 0],
    ) as [number, number, number];
    const angle = Math.atan2(2 * xy, xx - yy) / 2 + Math.PI / 2;
    const line: Line = { n: [Math.cos(angle), Math.sin(angle)], c: Math.cos(angle) * mx + Math.sin(angle) * my };
    const off = (p: Point) => line.n[0] * p[0] + line.n[1] * p[1] - line.c;
    const offPx = Math.sqrt(kept.reduce((s, p) => s + off(p) ** 2, 0) / Math.max(1, n - 2));
    const next = kept.filter((p) => Math.abs(off(p)) <= 2.5 * offPx);
    if (round === 2 || next.length === n || next.length < 0.6 * points.length) return { line, offPx };
    kept = next;
  }
}

/** Where two lines meet. @throws BadInput where they do not */
export function meet(a: Line, b: Line): Point {
  const det = a.n[0] * b.n[1] - a.n[1] * b.n[0];
  if (Math.abs(det) < 1e-6) throw new BadInput('edges', 'must meet', det);
  return [(a.c * b.n[1] - b.c * a.n[1]) / det, (a.n[0] * b.c - b.n[0] * a.c) / det];
}

const mean = (found: readonly Crossing[]): number => found.reduce((s, c) => s + c.contrast, 0) / found.length;

/**
 * The corners of a black square on white, from where they are about: each edge as a straight line through the middles of its
 * slope of grey (lines stay lines under perspective), each corner where two of them meet.
 * @param about its four corners in their order round it, px, each a few pixels off at most
 * @returns undefined where an edge is cut off by the picture, or is none
 */
export function squareIn(g: Grey, about: readonly Point[]): Square | undefined {
  if (about.length !== 4) throw new BadInput('corners', 'must be four', about.length);
  let corners = about;
  let said: Omit<Square, 'corners'> = { offPx: 0, blurPx: 0, contrast: 0, leastContrast: 0 };
  const round = Math.sign(about.reduce((s, [x, y], i) => s + x * about[(i + 1) % 4]![1] - about[(i + 1) % 4]![0] * y, 0));
  for (const reach of REACH) {
    const edges: { readonly found: readonly Crossing[]; readonly line: Line; readonly offPx: number }[] = [];
    for (let i = 0; i < 4; i++) {
      const [p, q] = [corners[i]!, corners[(i + 1) % 4]!];
      const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
      if (!(length > 8)) return undefined;
      // Out of the square: to the side its corners go round.
      const out: Point = [(round * (q[1] - p[1])) / length, (-round * (q[0] - p[0])) / length];
      const n = Math.max(6, Math.floor(length * (1 - 2 * ENDS)));
      const found = Array.from({ length: n }, (_, k) => {
        const t = ENDS + ((1 - 2 * ENDS) * k) / (n - 1);
        return crossingAt(g, [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])], out, reach);
      }).filter((c) => c !== undefined);
      if (found.length < 0.7 * n) return undefined;
      edges.push({ found, ...lineThrough(found.map((c) => c.at)) });
    }
    corners = edges.map((e, i) => meet(edges[(i + 3) % 4]!.line, e.line));
    const all = edges.flatMap((e) => e.found);
    said = {
      offPx: Math.sqrt(edges.reduce((s, e) => s + e.offPx ** 2, 0) / 4),
      blurPx: all.reduce((s, c) => s + c.width, 0) / all.length,
      contrast: mean(all),
      leastContrast: Math.min(...edges.map((e) => mean(e.found))),
    };
  }
  return { corners, ...said };
}
