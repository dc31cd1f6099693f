import type { Side } from '@ash-knot/core';
import type { Member } from './scene/solid';
import type { Point } from './scene/view';

/** One stroke of the axle's drawing. */
export interface Shape {
  readonly d: string;
  readonly kind: 'ink' | 'tube' | 'part' | 'rubber' | 'bonded' | 'fine' | 'far' | 'wire' | 'tyre' | 'quiet' | 'link' | 'bar';
  readonly width?: number;
  /** Whose side it is of. */
  readonly side?: Side;
  /** What it is of, so that a check can move it. */
  readonly member?: Member;
  /** At its usual place only: lighter. */
  readonly usual?: boolean;
}

export const n = (v: number) => Math.round(v * 10) / 10;
export const line = (...p: Point[]) => 'M' + p.map((q) => `${n(q[0])} ${n(q[1])}`).join('L');
export const poly = (...p: Point[]) => line(...p) + 'Z';
export const rect = (cx: number, cy: number, w: number, h: number, r = 0) => {
  const [x, y] = [cx - w / 2, cy - h / 2];
  return `M${n(x + r)} ${n(y)}h${n(w - 2 * r)}a${r} ${r} 0 0 1 ${r} ${r}v${n(h - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${r}h${n(-(w - 2 * r))}a${r} ${r} 0 0 1 ${-r} ${-r}v${n(-(h - 2 * r))}a${r} ${r} 0 0 1 ${r} ${-r}Z`;
};
