import type { AxleSpec, CheckId, JointKind, Side } from '@ash-knot/core';
import { add, arrow, helper, lever, ring, turn, type CheckMark } from './hands';
import type { Point } from './scene/view';
import type { Member } from './scene/solid';
import type { TwoViews } from './two-views';

/** What moves when the joint is worn, and how far it is let move on the picture: px, or degrees about a point. */
export interface WornMotion {
  readonly member: Member;
  readonly side: Side;
  readonly view: 'above' | 'behind';
  readonly by: Point;
  readonly turnDeg?: number;
  readonly about?: Point;
}

/** A check as it is drawn: its marks, and what moves a little. */
export interface CheckDrawn {
  readonly marks: readonly CheckMark[];
  readonly moves: readonly WornMotion[];
}

/** So far a worn member moves on the picture, px. */
const SHIFT = 3.5;
const ROCK_DEG = 1.8;

/**
 * What a check does, drawn in the view where it is seen best, at its own wheel: arrows where the hands or the steering
 * go, the lever in its gap, rings where to look, and what would move (common practice, no source).
 */
export function drawCheck(axle: AxleSpec, v: TwoViews, side: Side, check: CheckId, settles: readonly JointKind[]): CheckDrawn {
  const dir = side === 'left' ? -1 : 1;
  const own =
    (view: 'above' | 'behind') =>
    (k: JointKind): Point =>
      v.marks.find((m) => m.view === view && m.side === side && m.kind === k)?.at ?? wheel[view];
  const out = side === 'left' ? 1 : -1;
  const hub = axle.points.hub.at;
  const wheelAt = [hub[0], (out * axle.trackMm) / 2, hub[2]] as const;
  const wheel: Record<'above' | 'behind', Point> = { above: v.above.to(wheelAt), behind: v.behind.to(wheelAt) };
  const half = (axle.tyreDiameterMm / 2) * v.pxPerMm;
  const [above, behind] = [own('above'), own('behind')];
  const push = (p: Point, reach = 20): CheckMark => ({ d: arrow(add(p, -reach, 0), add(p, reach, 0), true), kind: 'push' });
  const looks = (at: (k: JointKind) => Point, r = 17): CheckMark[] =>
    settles.map((k) => ({ d: ring(at(k), r), kind: 'look', joint: k }));
  const helps = (at: Point): CheckMark => ({ d: helper(at), kind: 'helper' });
  const moved = (member: Member, view: 'above' | 'behind', by: Point): WornMotion => ({ member, side, view, by });
  const rocks = (view: 'above' | 'behind'): WornMotion => ({
    member: 'wheel',
    side,
    view,
    by: [0, 0],
    turnDeg: ROCK_DEG,
    about: wheel[view],
  });
  switch (check) {
    case 'shake-12-6':
      return {
        marks: [
          push(add(wheel.behind, 0, -half + 16)),
          push(add(wheel.behind, 0, half - 16)),
          ...looks(behind),
          // Whoever watches the ball joint crouches ahead of it, clear of the wheel.
          ...settles.filter((k) => k === 'ball-joint').map((k) => helps(add(above(k), -dir * 30, -half * 0.75))),
        ],
        moves: [rocks('behind')],
      };
    case 'shake-3-9':
      // Hands at the front and the back of the tyre: seen from above it turns about the upright through its hub.
      return {
        marks: [push(add(wheel.above, 0, -half + 16)), push(add(wheel.above, 0, half - 16)), ...looks(above)],
        moves: [rocks('above'), moved('tie rod', 'above', [SHIFT, 0])],
      };
    case 'lever-ball-joint':
      return {
        marks: settles.flatMap((k): CheckMark[] => [
          { d: lever(add(behind(k), -dir * 6, 14), dir > 0 ? 155 : 25), kind: 'lever' },
          { d: ring(behind(k), 17), kind: 'look', joint: k },
        ]),
        moves: [moved(settles.includes('upper-ball-joint') ? 'upper arm' : 'lower arm', 'behind', [0, SHIFT])],
      };
    case 'grip-link':
      return {
        // Beside each end, clear of its mark: above the upper one, below the lower.
        marks: settles.map((k): CheckMark => {
          const y = k === 'link-lower' ? 22 : -22;
          return { d: arrow(add(behind(k), -26, y), add(behind(k), 26, y), true), kind: 'push' };
        }),
        moves: [moved('link', 'behind', [SHIFT, 0])],
      };
    case 'rock-loaded': {
      // The body rolls over its wheels; a finger lies across each joint.
      const top: Point = [v.width / 2, v.behind.to([0, 0, axle.tyreDiameterMm])[1]];
      return {
        marks: [
          { d: turn(add(top, dir * 60, 20), 60, dir > 0 ? -10 : 10, dir > 0 ? 70 : -70), kind: 'push' },
          ...looks(behind),
          // Beside the body, behind the wheel: hands on the sill.
          helps(add(wheel.above, 0, half + 14)),
        ],
        moves: [],
      };
    }
    case 'lever-bar':
      return {
        marks: [{ d: lever(add(behind('frame-bushing'), dir * 14, -13), dir > 0 ? -42 : -138), kind: 'lever' }, ...looks(behind)],
        moves: [{ ...moved('bar', 'behind', [0, SHIFT]) }],
      };
    case 'lever-arm':
      return {
        marks: settles.flatMap((k): CheckMark[] => [
          { d: lever(add(above(k), dir * 12, 12), dir > 0 ? 38 : 142), kind: 'lever' },
          { d: ring(above(k), 17), kind: 'look', joint: k },
        ]),
        moves: [moved(settles.includes('upper-arm-bushings') ? 'upper arm' : 'lower arm', 'above', [0, SHIFT])],
      };
    case 'look-spring': {
      const end = (p: readonly [number, number, number]): Point => v.behind.to([p[0], out * p[1], p[2]]);
      return {
        marks: [axle.points.springTop.at, axle.points.springFoot.at].map((p) => ({ d: ring(end(p), 22), kind: 'look' })),
        moves: [],
      };
    }
    case 'damper-look': {
      const [x, y, z] = axle.points.damperFoot.at;
      return { marks: [{ d: ring(v.behind.to([x, out * y, z]), 19), kind: 'look' }, ...looks(behind)], moves: [] };
    }
    case 'push-corner': {
      const [x, y, z] = axle.points.damperTop.at;
      const top = v.behind.to([x, out * y, z]);
      return {
        marks: [{ d: arrow(add(top, dir * 34, -26), add(top, dir * 34, 26)), kind: 'push' }, ...looks(behind)],
        moves: [],
      };
    }
    case 'top-mount-hand':
      return {
        marks: [
          { d: turn(wheel.above, half * 0.55, -50, 50), kind: 'push' },
          { d: turn(wheel.above, half * 0.55, 230, 130), kind: 'push' },
          ...looks(behind),
          // At the steering wheel, whichever side that is on.
          helps([v.width / 2 + dir * 16, wheel.above[1] + half + 14]),
        ],
        moves: [moved('damper', 'behind', [0, -SHIFT])],
      };
    case 'nuts-wrench':
      return { marks: [{ d: turn(behind('wheel-nuts'), 22, -120, 150), kind: 'push' }, ...looks(behind)], moves: [] };
    case 'gauge':
      return { marks: looks(behind), moves: [] };
  }
}
