import { RIM_SHARE } from '@ash-knot/core';
import type { Vec3 } from '@ash-knot/core/numeric';
import { line, n, poly, rect, type Shape } from '../shapes';
import type { Coil, Drum, Leaves, Paint, Solid, Tyre } from './solid';
import type { Point, View } from './view';

/** A stroke is never thinner, px: the shape would be gone. */
const LEAST = { rod: 4.2, steel: 2.4, wire: 3.6, drum: 5 } as const;
const KIND: Readonly<Record<Paint, Shape['kind']>> = {
  part: 'part',
  bar: 'bar',
  link: 'link',
  rubber: 'rubber',
  bonded: 'bonded',
  steel: 'ink',
  quiet: 'quiet',
  tyre: 'tyre',
};

/** What lies under everything else: tyres first, then what is only the ground of the picture. */
const layer = (s: Solid): number => (s.paint === 'tyre' ? 0 : s.paint === 'quiet' ? 1 : 2);

function middle(s: Solid): Vec3 {
  const mean = (ps: readonly Vec3[]): Vec3 => {
    const sum = ps.reduce((m, p): Vec3 => [m[0] + p[0], m[1] + p[1], m[2] + p[2]], [0, 0, 0] as Vec3);
    return [sum[0] / ps.length, sum[1] / ps.length, sum[2] / ps.length];
  };
  switch (s.shape) {
    case 'rod':
      return mean(s.line);
    case 'drum':
    case 'coil':
      return mean([s.from, s.to]);
    case 'ball':
    case 'tyre':
      return s.at;
    case 'casting':
      return mean(s.over.map((b) => b.at));
    case 'leaves':
      return s.seat;
  }
}

/** The strokes of solids in a view, what is nearer drawn later. */
export function drawSolids(solids: readonly Solid[], view: View): Shape[] {
  const order = solids.map((s) => ({ s, layer: layer(s), near: view.near(middle(s)) }));
  order.sort((a, b) => a.layer - b.layer || a.near - b.near);
  return order.flatMap(({ s }) =>
    strokes(s, view).map((shape): Shape => ({
      ...shape,
      ...(s.side ? { side: s.side } : {}),
      ...(s.member ? { member: s.member } : {}),
      ...(s.usual ? { usual: true } : {}),
    })),
  );
}

function strokes(s: Solid, view: View): Shape[] {
  const px = view.pxPerMm;
  switch (s.shape) {
    case 'rod':
      return rod(s.line.map(view.to), 2 * s.radiusMm * px, s.paint);
    case 'drum':
      return drum(s, view);
    case 'ball':
      return [{ d: circle(view.to(s.at), Math.max(s.radiusMm * px, 2.5)), kind: KIND[s.paint] }];
    case 'casting':
      return [{ d: hull(s.over.map((b) => ({ c: view.to(b.at), r: b.radiusMm * px }))), kind: KIND[s.paint] }];
    case 'coil':
      return coil(s, view);
    case 'leaves':
      return leaves(s, view);
    case 'tyre':
      return tyre(s, view);
  }
}

export const circle = (c: Point, r: number): string =>
  `M${n(c[0] - r)} ${n(c[1])}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;

function rod(ps: readonly Point[], wide: number, paint: Paint): Shape[] {
  const width = Math.max(wide, paint === 'steel' ? LEAST.steel : LEAST.rod);
  const long = ps.reduce((sum, p, i) => (i ? sum + Math.hypot(p[0] - ps[i - 1]![0], p[1] - ps[i - 1]![1]) : 0), 0);
  // Seen along itself it is round.
  if (long < 1) return [{ d: circle(ps[0]!, width / 2), kind: paint === 'bar' || paint === 'steel' ? 'rubber' : 'part' }];
  const kind = paint === 'part' ? 'tube' : KIND[paint];
  return [{ d: line(...ps), kind, width: n(width) }];
}

/** A round body: a rectangle with its ends as ellipses, a circle where it is looked at along its axis. */
function drum({ from, to, radiusMm, paint }: Drum, view: View): Shape[] {
  const [a, b] = [view.to(from), view.to(to)];
  const r = Math.max(radiusMm * view.pxPerMm, LEAST.drum / 2);
  const seen = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const whole = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]) * view.pxPerMm;
  const kind = KIND[paint];
  if (seen < 0.08 * whole || seen < 0.6) return [{ d: circle(a, r), kind }];
  const [ux, uy] = [(b[0] - a[0]) / seen, (b[1] - a[1]) / seen];
  const [nx, ny] = [-uy * r, ux * r];
  const flat = r * Math.sqrt(Math.max(0, 1 - (seen / whole) ** 2));
  const p = (c: Point, k: 1 | -1) => `${n(c[0] + k * nx)} ${n(c[1] + k * ny)}`;
  const turn = (Math.atan2(uy, ux) * 180) / Math.PI;
  const cap = (q: string) => (flat < 0.8 ? `L${q}` : `A${n(flat)} ${n(r)} ${n(turn)} 0 0 ${q}`);
  return [{ d: `M${p(a, 1)}L${p(b, 1)}${cap(p(b, -1))}L${p(a, -1)}${cap(p(a, 1))}Z`, kind }];
}

/** Points of a circle that stand for it in a hull. */
const ROUND = 14;
/** The outline round circles. */
function hull(circles: readonly { readonly c: Point; readonly r: number }[]): string {
  const ps = circles
    .flatMap(({ c, r }) =>
      Array.from({ length: ROUND }, (_, i): Point => {
        const a = (i / ROUND) * 2 * Math.PI;
        return [c[0] + r * Math.cos(a), c[1] + r * Math.sin(a)];
      }),
    )
    .sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const turn = (o: Point, a: Point, b: Point) => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);
  const half = (points: readonly Point[]) => {
    const out: Point[] = [];
    for (const p of points) {
      while (out.length > 1 && turn(out.at(-2)!, out.at(-1)!, p) <= 0) out.pop();
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return poly(...half(ps), ...half([...ps].reverse()));
}

/** A turn of a spring is so high, mm, where nobody has counted them (common practice, no source). */
const PITCH = 58;
/**
 * A coil spring as a helix is seen from its side: the near halves of its turns over the far ones, its end turns flat.
 * Looked at along its axis it is a ring.
 */
function coil({ from, to, radiusMm, wireMm }: Coil, view: View): Shape[] {
  const [a, b] = [view.to(from), view.to(to)];
  const r = radiusMm * view.pxPerMm;
  const width = Math.max(wireMm * view.pxPerMm, LEAST.wire);
  const seen = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (seen < 1.1 * r) return [{ d: circle(b, r), kind: 'wire', width: n(width) }];
  const long = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
  const turns = Math.max(4, Math.min(8, Math.round(long / PITCH)));
  const [ux, uy] = [(b[0] - a[0]) / seen, (b[1] - a[1]) / seen];
  const end = Math.min(width, seen / 12);
  const rise = (seen - 2 * end) / turns;
  const at = (along: number, across: number): string =>
    `${n(a[0] + ux * along - uy * across)} ${n(a[1] + uy * along + ux * across)}`;
  // A quarter of a sine as one cubic: its handles stand so far along.
  const half = (from: number, s: 1 | -1): string =>
    `M${at(from, -s * r)}C${at(from + rise * 0.18, -s * r)} ${at(from + rise * 0.32, s * r)} ${at(from + rise / 2, s * r)}`;
  let near = `M${at(end * 0.4, -r)}L${at(end * 0.4, r)}`;
  let far = '';
  for (let i = 0; i < turns; i++) {
    near += half(end + i * rise, 1);
    far += half(end + (i + 0.5) * rise, -1);
  }
  near += `M${at(seen - end * 0.4, -r)}L${at(seen - end * 0.4, r)}`;
  return [
    { d: far, kind: 'far', width: n(width * 0.8) },
    { d: near, kind: 'wire', width: n(width) },
  ];
}

/** Each leaf is so much of the longest. */
const LEAF_SHARES = [1, 0.68, 0.4] as const;
function leaves({ front, seat, rear, widthMm, thickMm }: Leaves, view: View): Shape[] {
  const px = view.pxPerMm;
  const [a, s, b] = [view.to(front), view.to(seat), view.to(rear)];
  const mix = (p: Point, q: Point, t: number): Point => [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
  if (view.name === 'behind')
    return LEAF_SHARES.map((_, i): Shape => ({
      d: rect(s[0], s[1] + (i - 1) * Math.max(thickMm * px, 4), widthMm * px, Math.max(thickMm * px, 4), 1),
      kind: 'part',
    }));
  if (view.name === 'above')
    return LEAF_SHARES.map((k, i): Shape => {
      const [p, q] = [mix(s, a, k), mix(s, b, k)];
      return { d: rect((p[0] + q[0]) / 2, (p[1] + q[1]) / 2, (widthMm - i * 4) * px, Math.abs(q[1] - p[1]), 2), kind: 'part' };
    });
  return LEAF_SHARES.map((k, i): Shape => {
    const [p, q] = [mix(s, a, k), mix(s, b, k)];
    const drop = i * Math.max(thickMm * px, 4.4);
    return {
      d: `M${n(p[0])} ${n(p[1] + drop)}Q${n(s[0])} ${n(2 * s[1] - (p[1] + q[1]) / 2 + drop)} ${n(q[0])} ${n(q[1] + drop)}`,
      kind: 'tube',
      width: n(Math.max(thickMm * px, 4.4)),
    };
  });
}

/** A whole tyre: its face from behind and from above with three grooves, its side as two rings. */
function tyre({ at, radiusMm, widthMm }: Tyre, view: View): Shape[] {
  const c = view.to(at);
  const [r, w] = [radiusMm * view.pxPerMm, widthMm * view.pxPerMm];
  if (view.name === 'beside')
    return [
      { d: circle(c, r), kind: 'tyre' },
      { d: circle(c, r * RIM_SHARE), kind: 'fine' },
    ];
  const round = Math.min(w * 0.24, r * 0.2);
  return [
    { d: rect(c[0], c[1], w, 2 * r, round), kind: 'tyre' },
    ...[-0.25, 0, 0.25].map((t): Shape => ({
      d: `M${n(c[0] + t * w)} ${n(c[1] - r + round * 0.5)}v${n(2 * r - round)}`,
      kind: 'fine',
    })),
  ];
}
