import { BadInput, finite, finiteAll } from '../error';
import { add, cross, dot, norm, scale, solveSquare, sub, type Vec3 } from '../numeric';

/**
 * What holds a knuckle, at ride height; points in ISO 8855 axes of the vehicle, mm. Each leaves it one freedom
 * less of its six; with the height of the wheel's centre they are six.
 */
export type Restraint =
  /** A rod or an arm between a point of the knuckle and one of the body: its length stays. */
  | { readonly kind: 'rod'; readonly knuckle: Vec3; readonly body: Vec3 }
  /** A strut: its axis is fixed in the knuckle and slides through a point of the body. Two at once. */
  | { readonly kind: 'strut'; readonly foot: Vec3; readonly top: Vec3 }
  /** The wheel is not steered and nothing is known of what keeps its toe: it keeps its heading. */
  | { readonly kind: 'heading' };

/** Where a knuckle has gone: the turn about a point of it and the shift, from ride height. */
export interface Pose {
  /** Rotation vector, rad. */
  readonly turn: Vec3;
  readonly shift: Vec3;
  readonly about: Vec3;
}

/** A point carried by a body that turned and shifted (Rodrigues' formula). */
export function carried(p: Vec3, pose: Pose): Vec3 {
  return add(add(pose.about, turned(sub(p, pose.about), pose.turn)), pose.shift);
}

/** A direction turned by a rotation vector. */
export function turned(v: Vec3, turn: Vec3): Vec3 {
  const angle = norm(turn);
  if (angle < 1e-15) return v;
  const k = scale(turn, 1 / angle);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return add(add(scale(v, c), scale(cross(k, v), s)), scale(k, dot(k, v) * (1 - c)));
}

/** A point turned about a line through `on` along `axis`. */
export function turnedAbout(p: Vec3, on: Vec3, axis: Vec3, angleRad: number): Vec3 {
  finiteAll('point', p);
  finiteAll('point on the axis', on);
  finiteAll('axis', axis);
  finite('angle', angleRad);
  return add(on, turned(sub(p, on), scale(axis, angleRad / norm(axis))));
}

/** The travel is gone in steps no longer than this, so that the branch at ride height is kept, mm. */
const STEP_MM = 10;
const MOST_ROUNDS = 30;
/** Lengths hold to this, mm. */
const CLOSE_MM = 1e-10;

/** Two directions square to v and to each other. */
function across(v: Vec3): readonly [Vec3, Vec3] {
  const least =
    Math.abs(v[0]) < Math.abs(v[1]) ? (Math.abs(v[0]) < Math.abs(v[2]) ? 0 : 2) : Math.abs(v[1]) < Math.abs(v[2]) ? 1 : 2;
  const e = cross(v, [Number(least === 0), Number(least === 1), Number(least === 2)]);
  const a = scale(e, 1 / norm(e));
  const b = cross(v, a);
  return [a, scale(b, 1 / norm(b))];
}

/** A constraint at a pose: how far it is from holding, and how that changes with a further turn (rad) and shift. */
type Constraint = (pose: Moved) => { readonly off: number; readonly byTurn: Vec3; readonly byShift: Vec3 };
/** A turn as three turned axes, and a shift, about the wheel's centre. */
interface Moved {
  readonly axes: readonly [Vec3, Vec3, Vec3];
  readonly shift: Vec3;
}
const spun = (v: Vec3, { axes }: Moved): Vec3 => add(add(scale(axes[0], v[0]), scale(axes[1], v[1])), scale(axes[2], v[2]));
const NONE: Vec3 = [0, 0, 0];

function constraintsOf(h: Restraint, about: Vec3): Constraint[] {
  switch (h.kind) {
    case 'rod': {
      const length = norm(sub(h.knuckle, h.body));
      if (length === 0) throw new BadInput('length of an arm', 'must be more than 0 mm', length);
      const arm = sub(h.knuckle, about);
      return [
        (m) => {
          const q = spun(arm, m);
          const d = sub(add(add(about, q), m.shift), h.body);
          const byShift = scale(d, 1 / norm(d));
          return { off: norm(d) - length, byTurn: cross(q, byShift), byShift };
        },
      ];
    }
    case 'strut': {
      if (norm(sub(h.top, h.foot)) === 0) throw new BadInput('length of the strut', 'must be more than 0 mm', 0);
      const arm = sub(h.foot, about);
      return across(sub(h.top, h.foot)).map((side): Constraint => (m) => {
        const [q, e] = [spun(arm, m), spun(side, m)];
        const d = sub(h.top, add(add(about, q), m.shift));
        return { off: dot(d, e), byTurn: add(cross(e, d), cross(e, q)), byShift: scale(e, -1) };
      });
    }
    case 'heading':
      // What fore and aft its axle points, scaled so that a milliradian weighs like a millimetre.
      return [(m) => ({ off: 1000 * m.axes[1][0], byTurn: [0, 1000 * m.axes[1][2], -1000 * m.axes[1][1]], byShift: NONE })];
  }
}

/**
 * The poses of a knuckle by wheel travel, by rigid-body constraints: Newton's steps are a further
 * turn and shift, continued in steps from the nearest travel that was asked before, at first from ride height (compute.md, "Wheel motion").
 * @param holds what holds it: five constraints
 * @param wheel the wheel's centre
 * @returns the pose when the centre has risen by so much, mm (bump positive)
 * @throws BadInput naming the travel where it cannot be reached, with the height at which it fails.
 */
export function knuckleOf(holds: readonly Restraint[], wheel: Vec3): (travelMm: number) => Pose {
  [wheel, ...holds.flatMap((h) => (h.kind === 'rod' ? [h.knuckle, h.body] : h.kind === 'strut' ? [h.foot, h.top] : []))].forEach(
    (p) => p.forEach((v) => finite('hard point', v)),
  );
  const held = holds.flatMap((h) => constraintsOf(h, wheel));
  if (held.length !== 5) throw new BadInput('what holds the knuckle', 'must be five constraints', held.length);
  const solved: { readonly travelMm: number; readonly moved: Moved }[] = [
    {
      travelMm: 0,
      moved: {
        axes: [
          [1, 0, 0],
          [0, 1, 0],
          [0, 0, 1],
        ],
        shift: NONE,
      },
    },
  ];
  return (travelMm) => {
    finite('wheel travel', travelMm);
    const from = solved.reduce((a, b) => (Math.abs(b.travelMm - travelMm) < Math.abs(a.travelMm - travelMm) ? b : a));
    const way = travelMm - from.travelMm;
    const steps = Math.ceil(Math.abs(way) / STEP_MM);
    let { moved } = from;
    for (let i = 1; i <= steps; i++) {
      const at = i === steps ? travelMm : from.travelMm + (way * i) / steps;
      const next = settle([...held, (m) => ({ off: m.shift[2] - at, byTurn: NONE, byShift: [0, 0, 1] })], moved);
      if (!next) throw new BadInput('wheel travel', `cannot be reached: the suspension locks at ${Math.round(at)} mm`, travelMm);
      moved = next;
      // What lies within a step of a known one is found from there as well.
      if (solved.every((k) => Math.abs(k.travelMm - at) > STEP_MM / 2)) solved.push({ travelMm: at, moved });
    }
    return { turn: rotationVector(moved.axes), shift: moved.shift, about: wheel };
  };
}

/** One pose of a knuckle; for many ask `knuckleOf` once. */
export const knuckleAt = (holds: readonly Restraint[], wheel: Vec3, travelMm: number): Pose => knuckleOf(holds, wheel)(travelMm);

/** The rotation vector of three turned axes (the logarithm of Rodrigues' formula), rad. */
function rotationVector([x, y, z]: Moved['axes']): Vec3 {
  const twice: Vec3 = [y[2] - z[1], z[0] - x[2], x[1] - y[0]];
  const sin2 = norm(twice);
  const angle = Math.atan2(sin2, x[0] + y[1] + z[2] - 1);
  return sin2 < 1e-12 ? scale(twice, 0.5) : scale(twice, angle / sin2);
}

/** Newton from a start nearby, each step a further turn and shift; undefined where it does not come to rest. */
function settle(constraints: readonly Constraint[], start: Moved): Moved | undefined {
  let moved = start;
  let before = Infinity;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const rows = constraints.map((c) => c(moved));
    const size = Math.max(...rows.map((r) => Math.abs(r.off)));
    // At the end of what doubles can tell it is close enough.
    if (size < CLOSE_MM || (size < 1e-8 && size >= before)) return moved;
    before = size;
    const m = new Float64Array(36);
    rows.forEach((r, i) => m.set([...r.byTurn, ...r.byShift], i * 6));
    const step = solveSquare(
      m,
      Float64Array.from(rows, (r) => -r.off),
      6,
    );
    if (!step || Math.max(...step.map(Math.abs)) > 500 || Math.hypot(step[0]!, step[1]!, step[2]!) > 0.5) return undefined;
    const turn: Vec3 = [step[0]!, step[1]!, step[2]!];
    const [x, y, z] = moved.axes;
    moved = {
      axes: [turned(x, turn), turned(y, turn), turned(z, turn)],
      shift: add(moved.shift, [step[3]!, step[4]!, step[5]!]),
    };
  }
  return before < 1e-8 ? moved : undefined;
}

/** How far an arm has turned about its own axis when its end went from `was` to `now`, rad; right-handed about the axis. */
export function armTurn(on: Vec3, axis: Vec3, was: Vec3, now: Vec3): number {
  finiteAll('point on the axis', on);
  finiteAll('axis', axis);
  finiteAll('point before', was);
  finiteAll('point now', now);
  const u = scale(axis, 1 / norm(axis));
  const flat = (p: Vec3): Vec3 => {
    const d = sub(p, on);
    return sub(d, scale(u, dot(d, u)));
  };
  const [a, b] = [flat(was), flat(now)];
  return Math.atan2(dot(cross(a, b), u), dot(a, b));
}
