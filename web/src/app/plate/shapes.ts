import type { Side } from '@ash-knot/core';
import type { Point } from './layout';

/** One stroke of the axle's drawing. */
export interface Shape {
  readonly d: string;
  readonly kind: 'ink' | 'tube' | 'part' | 'rubber' | 'fine' | 'far' | 'tyre' | 'gap' | 'hidden' | 'link';
  readonly width?: number;
  /** Link of a side, drawn in ink blue when one of its ends is selected. */
  readonly side?: Side;
}

export const n = (v: number) => Math.round(v * 10) / 10;
export const line = (...p: Point[]) => 'M' + p.map((q) => `${n(q[0])} ${n(q[1])}`).join('L');
export const poly = (...p: Point[]) => line(...p) + 'Z';
export const rect = (cx: number, cy: number, w: number, h: number, r = 0) => {
  const [x, y] = [cx - w / 2, cy - h / 2];
  return `M${n(x + r)} ${n(y)}h${n(w - 2 * r)}a${r} ${r} 0 0 1 ${r} ${r}v${n(h - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${r}h${n(-(w - 2 * r))}a${r} ${r} 0 0 1 ${-r} ${-r}v${n(-(h - 2 * r))}a${r} ${r} 0 0 1 ${r} ${-r}Z`;
};
export const mix = (a: Point, b: Point, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
/** A coil spring between two points: near halves of the coils thick, far halves thin. */
export function coil(a: Point, b: Point, radius: number): Shape[] {
  const len = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const turns = Math.max(5, Math.round(len / (radius * 1.35)));
  const along: Point = [(b[0] - a[0]) / len, (b[1] - a[1]) / len];
  const across: Point = [-along[1], along[0]];
  const at = (t: number, s: number): Point => [
    a[0] + along[0] * len * t + across[0] * radius * s,
    a[1] + along[1] * len * t + across[1] * radius * s,
  ];
  let near = '';
  let far = '';
  for (let i = 0; i < turns; i++) {
    const t0 = i / turns;
    const step = 1 / turns;
    const curve = (from: Point, to: Point, bulge: number) => {
      const m = mix(from, to, 0.5);
      return `M${n(from[0])} ${n(from[1])}Q${n(m[0] + along[0] * bulge)} ${n(m[1] + along[1] * bulge)} ${n(to[0])} ${n(to[1])}`;
    };
    const bulge = Math.min(radius * 0.22, (len / turns) * 0.3);
    near += curve(at(t0 + step * 0.1, -1), at(t0 + step * 0.55, 1), bulge);
    if (i < turns - 1) far += curve(at(t0 + step * 0.55, 1), at(t0 + step * 1.1, -1), -bulge);
  }
  return [
    { d: far, kind: 'far' },
    { d: near, kind: 'ink', width: 3.6 },
  ];
}
