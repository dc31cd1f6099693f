import type { Box } from './free-place';
import type { Point } from './scene/view';

/** How far a leader keeps from another mark, px, beyond the mark itself. */
const CLEAR = 1.5;

/** The distance of a point from a stretch, px. */
export function distance(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
}

/** Bends tried, as shares of the way across, and so far out from the row, px. */
const BENDS = [0.5, 0.25, 0.75, 0.1, 0.9, 0.02, 0.98] as const;
const OUT = [14, 28, 44, 62, 84] as const;
/** Away from the straight way, px: round a crowd of marks. */
const ROUND = [0, -30, 30, -60, 60, -95, 95, -130, 130] as const;

/** The last stretch from so far round the mark, px, where the straight ones are barred. */
const ABOUT = [30, 55, 85] as const;
const ANGLES = 12;

/** A way is barred where it runs over a mark: worse than any length. */
const BARRED = 10_000;

/** What it costs to go past marks, or over them. */
function barred(a: Point, b: Point, marks: readonly Point[], clear: number): number {
  let cost = 0;
  const [left, right] = a[0] < b[0] ? [a[0] - clear, b[0] + clear] : [b[0] - clear, a[0] + clear];
  const [top, bottom] = a[1] < b[1] ? [a[1] - clear, b[1] + clear] : [b[1] - clear, a[1] + clear];
  for (const m of marks) {
    if (m[0] < left || m[0] > right || m[1] < top || m[1] > bottom) continue;
    const over = clear - distance(m, a, b);
    if (over > 0) cost += BARRED + over * 100;
  }
  return cost;
}

/** Looked at along a stretch, whether it runs under the rows. */
const LOOKS = 8;
const under = (a: Point, b: Point, box: Box): boolean =>
  Array.from({ length: LOOKS }, (_, i) => (i + 0.5) / LOOKS).some((t) => {
    const [x, y] = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
    return x > box.x + 1 && x < box.x + box.width - 1 && y > box.y + 1 && y < box.y + box.height - 1;
  });

/** The simple ways from a row to a mark, and those round a crowd. */
function waysTo(from: Point, end: Point, round: boolean, outward: number): (readonly Point[])[] {
  const bends = [...BENDS.map((k) => from[0] + (end[0] - from[0]) * k), ...OUT.map((px) => from[0] + outward * px)];
  if (!round)
    return [
      [from, end],
      ...bends.flatMap((x): (readonly Point[])[] => [
        [from, [x, from[1]], end],
        ...ROUND.map((off): readonly Point[] => [from, [x, from[1]], [x, end[1] + off], end]),
      ]),
    ];
  return ABOUT.flatMap((r) =>
    Array.from({ length: ANGLES }, (_, i) => (2 * Math.PI * i) / ANGLES).flatMap((a) => {
      const near: Point = [end[0] + r * Math.cos(a), end[1] + r * Math.sin(a)];
      return bends.map((x): readonly Point[] => [from, [x, from[1]], [x, near[1]], near, end]);
    }),
  );
}

/**
 * The one leader: from a row to its mark, past the other marks and not through them. The shortest of the ways that are
 * free; where none is, the one that is least in the way.
 * @param to the mark in each view it has; the first is preferred where both are free
 * @param marks all others, px
 * @param rows where the rows stand: it does not run under them
 */
export function leaderTo(
  from: Point,
  to: readonly Point[],
  marks: readonly Point[],
  radius: number,
  rows: Box,
): readonly Point[] {
  let best: { way: readonly Point[]; cost: number } | undefined;
  // Away from the rows, at whichever side it starts.
  const outward = from[0] < rows.x + rows.width / 2 ? -1 : 1;
  for (const round of [false, true]) {
    to.forEach((end, rank) => {
      for (const way of waysTo(from, end, round, outward)) {
        let cost = rank * 60 + way.length * 6;
        for (let i = 1; i < way.length; i++) cost += Math.hypot(way[i]![0] - way[i - 1]![0], way[i]![1] - way[i - 1]![1]);
        // Longer than what is free already: not looked at further.
        for (let i = 1; i < way.length && (!best || cost < best.cost); i++) {
          const [a, b] = [way[i - 1]!, way[i]!];
          cost += barred(a, b, marks, radius + CLEAR);
          if (under(a, b, rows)) cost += 3 * BARRED;
        }
        if (!best || cost < best.cost) best = { way, cost };
      }
    });
    if (best!.cost < BARRED) break;
  }
  const way = best!.way;
  // It ends at the mark's edge.
  const [a, b] = [way.at(-2)!, way.at(-1)!];
  const d = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const stop: Point = d > radius ? [b[0] + ((a[0] - b[0]) * radius) / d, b[1] + ((a[1] - b[1]) * radius) / d] : b;
  return [...way.slice(0, -1), stop];
}
