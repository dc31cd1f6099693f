import { BadInput, finite } from '../error';
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
export const turnedAbout = (p: Vec3, on: Vec3, axis: Vec3, angleRad: number): Vec3 =>
  add(on, turned(sub(p, on), scale(axis, angleRad / norm(axis))));

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

type Residual = (pose: Pose) => number;

function residualsOf(h: Restraint): Residual[] {
  switch (h.kind) {
    case 'rod': {
      const length = norm(sub(h.knuckle, h.body));
      if (length === 0) throw new BadInput('length of an arm', 'must be more than 0 mm', length);
      return [(p) => norm(sub(carried(h.knuckle, p), h.body)) - length];
    }
    case 'strut': {
      if (norm(sub(h.top, h.foot)) === 0) throw new BadInput('length of the strut', 'must be more than 0 mm', 0);
      return across(sub(h.top, h.foot)).map((e) => (p: Pose) => dot(sub(h.top, carried(h.foot, p)), turned(e, p.turn)));
    }
    case 'heading':
      // Scaled so that a milliradian weighs like a millimetre.
      return [(p) => 1000 * p.turn[2]];
  }
}

/**
 * The pose of a knuckle at a wheel travel, by rigid-body constraints: Newton with a difference Jacobian, continued
 * from ride height in steps (compute.md, "Wheel motion").
 * @param holds what holds it: five constraints
 * @param wheel the wheel's centre
 * @param travelMm how far the centre has risen (bump positive)
 * @throws BadInput naming the travel where it cannot be reached, with the height at which it fails.
 */
export function knuckleAt(holds: readonly Restraint[], wheel: Vec3, travelMm: number): Pose {
  finite('wheel travel', travelMm);
  [wheel, ...holds.flatMap((h) => (h.kind === 'rod' ? [h.knuckle, h.body] : h.kind === 'strut' ? [h.foot, h.top] : []))].forEach(
    (p) => p.forEach((v) => finite('hard point', v)),
  );
  const held = holds.flatMap(residualsOf);
  if (held.length !== 5) throw new BadInput('what holds the knuckle', 'must be five constraints', held.length);
  const steps = Math.max(1, Math.ceil(Math.abs(travelMm) / STEP_MM));
  let z = new Float64Array(6);
  for (let i = 1; i <= steps; i++) {
    const at = (travelMm * i) / steps;
    const next = settle([...held, (p) => carried(wheel, p)[2] - wheel[2] - at], wheel, z);
    if (!next) throw new BadInput('wheel travel', `cannot be reached: the suspension locks at ${Math.round(at)} mm`, travelMm);
    z = next;
  }
  return poseOf(z, wheel);
}

const poseOf = (z: ArrayLike<number>, about: Vec3): Pose => ({
  // Turns are kept in thousandths, so that all six unknowns are of one size.
  turn: [z[0]! / 1000, z[1]! / 1000, z[2]! / 1000],
  shift: [z[3]!, z[4]!, z[5]!],
  about,
});

/** Newton from a start nearby; undefined where it does not come to rest. */
function settle(equations: readonly Residual[], about: Vec3, start: Float64Array): Float64Array<ArrayBuffer> | undefined {
  const z = Float64Array.from(start);
  const value = (x: ArrayLike<number>) => Float64Array.from(equations, (f) => f(poseOf(x, about)));
  let f = value(z);
  const size = (v: Float64Array) => v.reduce((m, x) => Math.max(m, Math.abs(x)), 0);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    if (size(f) < CLOSE_MM) return z;
    const m = new Float64Array(36);
    const h = 1e-4;
    for (let c = 0; c < 6; c++) {
      const up = Float64Array.from(z);
      const down = Float64Array.from(z);
      up[c]! += h;
      down[c]! -= h;
      const [a, b] = [value(up), value(down)];
      for (let i = 0; i < 6; i++) m[i * 6 + c] = (a[i]! - b[i]!) / (2 * h);
    }
    const step = solveSquare(
      m,
      Float64Array.from(f, (v) => -v),
      6,
    );
    if (!step || size(step) > 500) return undefined;
    for (let c = 0; c < 6; c++) z[c]! += step[c]!;
    const before = size(f);
    f = value(z);
    // At the end of what doubles can tell it is close enough.
    if (size(step) < 1e-11 && size(f) <= Math.max(before, 1e-8)) return z;
  }
  return size(f) < 1e-8 ? z : undefined;
}

/** How far an arm has turned about its own axis when its end went from `was` to `now`, rad; right-handed about the axis. */
export function armTurn(on: Vec3, axis: Vec3, was: Vec3, now: Vec3): number {
  const u = scale(axis, 1 / norm(axis));
  const flat = (p: Vec3): Vec3 => {
    const d = sub(p, on);
    return sub(d, scale(u, dot(d, u)));
  };
  const [a, b] = [flat(was), flat(now)];
  return Math.atan2(dot(cross(a, b), u), dot(a, b));
}
