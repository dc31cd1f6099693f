import { type AxleSpec, type CheckId, type JointKind, type Side, rearView } from '@ash-knot/core';
import { onDrawing, type PlateLayout, type Point } from './layout';

/** One mark of a check on the plate: what the hands do, where the lever goes, where to look, how the fault moves. */
export interface CheckMark {
  readonly d: string;
  readonly kind: 'push' | 'lever' | 'look' | 'moves';
}

const n = (v: number) => Math.round(v * 10) / 10;
const add = (p: Point, dx: number, dy: number): Point => [p[0] + dx, p[1] + dy];

/** A straight arrow with a head at its far end, or at both. */
function arrow(from: Point, to: Point, both = false): string {
  const head = (a: Point, b: Point): string => {
    const angle = Math.atan2(b[1] - a[1], b[0] - a[0]);
    const wing = (turn: number) => `${n(b[0] - 9 * Math.cos(angle + turn))} ${n(b[1] - 9 * Math.sin(angle + turn))}`;
    return `M${wing(0.5)}L${n(b[0])} ${n(b[1])}L${wing(-0.5)}`;
  };
  return `M${n(from[0])} ${n(from[1])}L${n(to[0])} ${n(to[1])}${head(from, to)}${both ? head(to, from) : ''}`;
}

/** An arc round a point, from and to in degrees clockwise from above, with a head. */
function turn(c: Point, r: number, from: number, to: number): string {
  const at = (deg: number): Point => [c[0] + r * Math.sin((deg * Math.PI) / 180), c[1] - r * Math.cos((deg * Math.PI) / 180)];
  const [a, b] = [at(from), at(to)];
  const back = at(to - 14 * Math.sign(to - from));
  const out = (k: number): Point => [c[0] + (back[0] - c[0]) * k, c[1] + (back[1] - c[1]) * k];
  const [o, i] = [out(1 + 6 / r), out(1 - 6 / r)];
  return `M${n(a[0])} ${n(a[1])}A${n(r)} ${n(r)} 0 ${Math.abs(to - from) > 180 ? 1 : 0} ${to > from ? 1 : 0} ${n(b[0])} ${n(b[1])}M${n(o[0])} ${n(o[1])}L${n(b[0])} ${n(b[1])}L${n(i[0])} ${n(i[1])}`;
}

/** Where the eye goes: an open ring of four strokes, so that the joint's own mark stays free. */
function ring(c: Point, r = 19): string {
  return [45, 135, 225, 315]
    .map((mid) => {
      const at = (deg: number): Point => [c[0] + r * Math.sin((deg * Math.PI) / 180), c[1] - r * Math.cos((deg * Math.PI) / 180)];
      const [a, b] = [at(mid - 28), at(mid + 28)];
      return `M${n(a[0])} ${n(a[1])}A${r} ${r} 0 0 1 ${n(b[0])} ${n(b[1])}`;
    })
    .join('');
}

/** A lever in a gap: a bar whose tip stands beside the joint, with a flattened end. */
function lever(tip: Point, angleDeg: number, length = 92): string {
  const a = (angleDeg * Math.PI) / 180;
  const [ux, uy] = [Math.cos(a), Math.sin(a)];
  const end: Point = [tip[0] + ux * length, tip[1] + uy * length];
  const w = 4.5;
  return `M${n(tip[0] - uy * 1.5)} ${n(tip[1] + ux * 1.5)}L${n(tip[0] + ux * 16 - uy * w)} ${n(tip[1] + uy * 16 + ux * w)}L${n(end[0] - uy * w)} ${n(end[1] + ux * w)}L${n(end[0] + uy * w)} ${n(end[1] - ux * w)}L${n(tip[0] + ux * 16 + uy * w)} ${n(tip[1] + uy * 16 - ux * w)}L${n(tip[0] + uy * 1.5)} ${n(tip[1] - ux * 1.5)}Z`;
}

/**
 * What a check does, drawn on the plate at its own wheel: arrows where the hands or the steering go, the
 * lever in its gap, rings where to look, and how a worn joint would move (dashed). From the stored points.
 */
export function drawCheck(
  axle: AxleSpec,
  l: PlateLayout,
  side: Side,
  check: CheckId,
  settles: readonly JointKind[],
): CheckMark[] {
  const points = rearView(axle.points);
  const dir = side === 'left' ? -1 : 1;
  const at = (k: JointKind): Point => {
    const p = onDrawing(axle, k, l.nut);
    return [l.x(side, p[0]), l.y(p[1])];
  };
  const wheelX = l.x(side, axle.trackMm / 2);
  const half = (axle.tyreDiameterMm / 2) * l.pxPerMm * l.stretch;
  const hubY = l.y(axle.tyreDiameterMm / 2);
  const push = (p: Point, reach = 21): CheckMark => ({ d: arrow(add(p, -reach, 0), add(p, reach, 0), true), kind: 'push' });
  const looks = settles.map((k): CheckMark => ({ d: ring(at(k)), kind: 'look' }));
  switch (check) {
    case 'shake-12-6':
      return [
        push([wheelX, hubY - half + 15]),
        push([wheelX, hubY + half - 15]),
        ...looks,
        ...(settles.includes('ball-joint')
          ? [{ d: arrow(add(at('ball-joint'), -26, 26), add(at('ball-joint'), 26, 26), true), kind: 'moves' as const }]
          : []),
      ];
    case 'shake-3-9':
      // Seen from behind, the hands at 3 and 9 turn the wheel about the upright through its hub.
      return [
        { d: turn([wheelX, hubY], 30, dir > 0 ? 40 : -40, dir > 0 ? 150 : -150), kind: 'push' },
        { d: turn([wheelX, hubY], 30, dir > 0 ? 220 : -220, dir > 0 ? 330 : -330), kind: 'push' },
        ...looks,
        ...settles.map((k): CheckMark => ({ d: arrow(add(at(k), -24, -26), add(at(k), 24, -26), true), kind: 'moves' })),
      ];
    case 'lever-ball-joint':
      return settles.flatMap((k): CheckMark[] => [
        { d: lever(add(at(k), -dir * 4, 12), dir > 0 ? 155 : 25), kind: 'lever' },
        { d: arrow(add(at(k), dir * 26, -16), add(at(k), dir * 26, 20), true), kind: 'moves' },
        { d: ring(at(k)), kind: 'look' },
      ]);
    case 'grip-link':
      return settles.flatMap((k): CheckMark[] => [
        { d: arrow(add(at(k), -28, 0), add(at(k), 28, 0), true), kind: 'push' },
        { d: ring(at(k), 22), kind: 'look' },
      ]);
    case 'rock-loaded':
      // The body rolls over its wheels; a finger lies across each joint.
      return [
        { d: turn([wheelX, hubY - half], 44, dir > 0 ? 200 : 250, dir > 0 ? 290 : 340), kind: 'push' },
        ...settles.map((k): CheckMark => ({ d: ring(at(k), 18), kind: 'look' })),
      ];
    case 'lever-bar': {
      const p = at('frame-bushing');
      return [
        { d: lever(add(p, dir * 13, -14), dir > 0 ? -42 : -138), kind: 'lever' },
        { d: arrow(add(p, -dir * 22, -24), add(p, -dir * 22, 24), true), kind: 'moves' },
        ...looks,
      ];
    }
    case 'lever-arm':
      return settles.flatMap((k): CheckMark[] => [
        { d: lever(add(at(k), dir * 10, 12), dir > 0 ? 38 : 142), kind: 'lever' },
        { d: arrow(add(at(k), -26, -22), add(at(k), 26, -22), true), kind: 'moves' },
        { d: ring(at(k)), kind: 'look' },
      ]);
    case 'look-spring': {
      const end = (p: Point): Point => [l.x(side, p[0]), l.y(p[1])];
      return [
        { d: ring(end(points.springTop), 24), kind: 'look' },
        { d: ring(end(points.springFoot), 24), kind: 'look' },
      ];
    }
    case 'damper-look': {
      const foot: Point = [l.x(side, points.damperFoot[0]), l.y(points.damperFoot[1])];
      return [{ d: ring(foot), kind: 'look' }, ...looks];
    }
    case 'push-corner': {
      const top: Point = [l.x(side, points.damperTop[0]), l.y(points.damperTop[1])];
      return [{ d: arrow(add(top, dir * 34, -30), add(top, dir * 34, 22)), kind: 'push' }, ...looks];
    }
    case 'top-mount-hand':
      return [
        { d: turn([wheelX, hubY], 30, -70, 70), kind: 'push' },
        { d: turn([wheelX, hubY], 30, 250, 110), kind: 'push' },
        ...looks,
        { d: arrow(add(at('top-mount'), 30, 8), add(at('top-mount'), 30, -24)), kind: 'moves' },
      ];
    case 'nuts-wrench':
      return [{ d: turn(at('wheel-nuts'), 24, -120, 150), kind: 'push' }, ...looks];
    case 'gauge':
      return looks;
  }
}
