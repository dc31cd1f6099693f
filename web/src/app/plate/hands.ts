import type { JointKind } from '@ash-knot/core';
import type { Point } from './scene/view';
import { n } from './shapes';

/** One mark of a check on the plate: what the hands do, where the lever goes, where to look, how the fault moves, where a helper is. */
export interface CheckMark {
  readonly d: string;
  readonly kind: 'push' | 'lever' | 'look' | 'moves' | 'helper';
  /** The joint that is looked at there. */
  readonly joint?: JointKind;
}

export const add = (p: Point, dx: number, dy: number): Point => [p[0] + dx, p[1] + dy];

/** A straight arrow with a head at its far end, or at both. */
export function arrow(from: Point, to: Point, both = false): string {
  const head = (a: Point, b: Point): string => {
    const angle = Math.atan2(b[1] - a[1], b[0] - a[0]);
    const wing = (turn: number) => `${n(b[0] - 9 * Math.cos(angle + turn))} ${n(b[1] - 9 * Math.sin(angle + turn))}`;
    return `M${wing(0.5)}L${n(b[0])} ${n(b[1])}L${wing(-0.5)}`;
  };
  return `M${n(from[0])} ${n(from[1])}L${n(to[0])} ${n(to[1])}${head(from, to)}${both ? head(to, from) : ''}`;
}

/** An arc round a point, from and to in degrees clockwise from above, with a head. */
export function turn(c: Point, r: number, from: number, to: number): string {
  const at = (deg: number): Point => [c[0] + r * Math.sin((deg * Math.PI) / 180), c[1] - r * Math.cos((deg * Math.PI) / 180)];
  const [a, b] = [at(from), at(to)];
  const back = at(to - 14 * Math.sign(to - from));
  const out = (k: number): Point => [c[0] + (back[0] - c[0]) * k, c[1] + (back[1] - c[1]) * k];
  const [o, i] = [out(1 + 6 / r), out(1 - 6 / r)];
  return `M${n(a[0])} ${n(a[1])}A${n(r)} ${n(r)} 0 ${Math.abs(to - from) > 180 ? 1 : 0} ${to > from ? 1 : 0} ${n(b[0])} ${n(b[1])}M${n(o[0])} ${n(o[1])}L${n(b[0])} ${n(b[1])}L${n(i[0])} ${n(i[1])}`;
}

/** Where the eye goes: an open ring of four strokes, so that the joint's own mark stays free. */
export function ring(c: Point, r = 19): string {
  return [45, 135, 225, 315]
    .map((mid) => {
      const at = (deg: number): Point => [c[0] + r * Math.sin((deg * Math.PI) / 180), c[1] - r * Math.cos((deg * Math.PI) / 180)];
      const [a, b] = [at(mid - 28), at(mid + 28)];
      return `M${n(a[0])} ${n(a[1])}A${r} ${r} 0 0 1 ${n(b[0])} ${n(b[1])}`;
    })
    .join('');
}

/** A lever in a gap: a bar whose tip stands beside the joint, with a flattened end. */
export function lever(tip: Point, angleDeg: number, length = 92): string {
  const a = (angleDeg * Math.PI) / 180;
  const [ux, uy] = [Math.cos(a), Math.sin(a)];
  const end: Point = [tip[0] + ux * length, tip[1] + uy * length];
  const w = 4.5;
  return `M${n(tip[0] - uy * 1.5)} ${n(tip[1] + ux * 1.5)}L${n(tip[0] + ux * 16 - uy * w)} ${n(tip[1] + uy * 16 + ux * w)}L${n(end[0] - uy * w)} ${n(end[1] + ux * w)}L${n(end[0] + uy * w)} ${n(end[1] - ux * w)}L${n(tip[0] + ux * 16 + uy * w)} ${n(tip[1] + uy * 16 - ux * w)}L${n(tip[0] + uy * 1.5)} ${n(tip[1] - ux * 1.5)}Z`;
}

/** Somebody who stands there: head and shoulders. */
export function helper(c: Point): string {
  const [x, y] = c;
  return `M${n(x - 11)} ${n(y + 9)}a11 10 0 0 1 22 0ZM${n(x - 5)} ${n(y - 7)}a5 5 0 1 0 10 0a5 5 0 1 0 -10 0Z`;
}
