/** Along the axis and across it, mm: the axis lies at 0. */
export type ApartPoint = readonly [number, number];

/** One closed or open stroke of a piece seen from its side. */
export interface Outline {
  /** Bare metal, rubber, what is cut through, an edge, a thin line. */
  readonly of: 'metal' | 'rubber' | 'section' | 'edge' | 'fine';
  readonly points: readonly ApartPoint[];
  readonly closed: boolean;
}

/** A piece from its side, its left end at 0. */
export interface PieceShape {
  readonly lengthMm: number;
  /** Furthest from its axis. */
  readonly reachMm: number;
  readonly outlines: readonly Outline[];
}

export const rect = (of: Outline['of'], x0: number, x1: number, y0: number, y1: number): Outline => ({
  of,
  closed: true,
  points: [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ],
});
export const line = (of: Outline['of'], ...points: ApartPoint[]): Outline => ({ of, closed: false, points });
export const both = (of: Outline['of'], x0: number, x1: number, near: number, far: number): Outline[] => [
  rect(of, x0, x1, -far, -near),
  rect(of, x0, x1, near, far),
];
/** Part of a circle, degrees from straight ahead. */
export const arc = (cx: number, r: number, from: number, to: number): ApartPoint[] => {
  const steps = Math.max(8, Math.ceil(Math.abs(to - from) / 12));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const a = ((from + ((to - from) * i) / steps) * Math.PI) / 180;
    return [cx + r * Math.cos(a), r * Math.sin(a)] as const;
  });
};
export const circle = (of: Outline['of'], cx: number, r: number): Outline => ({ of, closed: true, points: arc(cx, r, 0, 348) });

/** A thread across its crests: thin lines a pitch apart, at most so many as can be told apart. */
export function threads(x0: number, x1: number, r: number): Outline[] {
  const n = Math.min(12, Math.floor((x1 - x0) / 1.6));
  return Array.from({ length: n }, (_, i) => {
    const x = x0 + ((i + 0.5) * (x1 - x0)) / n;
    return line('fine', [x + 0.5, -r], [x - 0.5, r]);
  });
}
/** What is cut through, hatched at 45°. */
export function cut(x0: number, x1: number, y0: number, y1: number): Outline[] {
  const out = [rect('section', x0, x1, y0, y1)];
  for (let y = y0 + 4; y < y1 + (x1 - x0); y += 5) {
    const a: ApartPoint = [x0 + Math.max(0, y - y1), Math.min(y, y1)];
    const b: ApartPoint = [Math.min(x1, x0 + (y - y0)), Math.max(y0, y - (x1 - x0))];
    if (a[0] < b[0]) out.push(line('fine', a, b));
  }
  return out;
}

export const shape = (lengthMm: number, ...outlines: readonly (Outline | readonly Outline[])[]): PieceShape => {
  const all = outlines.flat();
  return { lengthMm, reachMm: Math.max(...all.flatMap((o) => o.points.map((p) => Math.abs(p[1])))), outlines: all };
};
/** Turned end for end. */
export const mirrored = (s: PieceShape): PieceShape => ({
  ...s,
  outlines: s.outlines.map((o) => ({ ...o, points: o.points.map(([x, y]) => [s.lengthMm - x, y] as const) })),
});
