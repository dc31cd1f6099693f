import { BadInput, positive } from '../error';
import { cross, leastSquares, norm, scale, type Residuals, type Vec3 } from '../numeric';
import type { Homography, Point } from './homography';

/** A camera without distortion: its focal length and the middle of its picture, px. */
export interface Camera {
  readonly fPx: number;
  readonly centre: Point;
}

/** A telephone's focal length as a part of its picture's longer side, and how far it may be off: nobody said (from memory). */
export const USUAL_FOCAL = 0.8;
export const FOCAL_SPREAD = 0.25;

/** Rotation by the vector it turns about, radians long (Rodrigues); where the origin is, mm, z away from the camera. */
export interface Pose {
  readonly turn: Vec3;
  readonly at: Vec3;
}

/** The rotation of a Rodrigues vector, row by row. */
export function rotationOf(w: Vec3): number[] {
  const angle = norm(w);
  const [x, y, z] = angle > 0 ? scale(w, 1 / angle) : [0, 0, 0];
  const [s, c] = [Math.sin(angle), Math.cos(angle)];
  const k = 1 - c;
  return [
    c + x * x * k,
    x * y * k - z * s,
    x * z * k + y * s,
    y * x * k + z * s,
    c + y * y * k,
    y * z * k - x * s,
    z * x * k - y * s,
    z * y * k + x * s,
    c + z * z * k,
  ];
}

/** The other way: the vector of a rotation of less than half a turn. */
export function turnOf(r: readonly number[]): Vec3 {
  const axis: Vec3 = [r[7]! - r[5]!, r[2]! - r[6]!, r[3]! - r[1]!];
  const s = norm(axis) / 2;
  const c = (r[0]! + r[4]! + r[8]! - 1) / 2;
  return s > 1e-12 ? scale(axis, Math.atan2(s, c) / (2 * s)) : scale(axis, 0.5);
}

export const applied = (r: readonly number[], [x, y, z]: Vec3): Vec3 => [
  r[0]! * x + r[1]! * y + r[2]! * z,
  r[3]! * x + r[4]! * y + r[5]! * z,
  r[6]! * x + r[7]! * y + r[8]! * z,
];
/** Back by a rotation. */
export const unapplied = (r: readonly number[], [x, y, z]: Vec3): Vec3 => [
  r[0]! * x + r[3]! * y + r[6]! * z,
  r[1]! * x + r[4]! * y + r[7]! * z,
  r[2]! * x + r[5]! * y + r[8]! * z,
];
/** First `b`, then `a`. */
export const turned = (a: readonly number[], b: readonly number[]): number[] =>
  Array.from({ length: 9 }, (_, i) => {
    const [r, c] = [3 * Math.floor(i / 3), i % 3];
    return a[r]! * b[c]! + a[r + 1]! * b[c + 3]! + a[r + 2]! * b[c + 6]!;
  });
export const transposed = (r: readonly number[]): number[] => [r[0]!, r[3]!, r[6]!, r[1]!, r[4]!, r[7]!, r[2]!, r[5]!, r[8]!];

/** Where a point in front of the camera is seen, px. */
export const seenAt = (c: Camera, [x, y, z]: Vec3): Point => [c.centre[0] + (c.fPx * x) / z, c.centre[1] + (c.fPx * y) / z];

/**
 * The pose of a plane by its homography and the camera's focal length: its first two columns are two of the rotation's, scaled
 * (Zhang 2000, 3.1); made square with each other, and improved by `refined`.
 * @throws BadInput where the plane is seen edge on
 */
export function poseOf(h: Homography, c: Camera): Pose {
  positive('focal length', c.fPx, 'px');
  const column = (i: number): Vec3 => {
    const [x, y, w] = [h[i]!, h[i + 3]!, h[i + 6]!];
    return [(x - c.centre[0] * w) / c.fPx, (y - c.centre[1] * w) / c.fPx, w];
  };
  const [a, b, t] = [column(0), column(1), column(2)];
  const k = (t[2] < 0 ? -1 : 1) / Math.sqrt(norm(a) * norm(b));
  if (!Number.isFinite(k)) throw new BadInput('card', 'must be seen from its front', norm(a));
  const [x, y] = [scale(a, k / (norm(a) * Math.abs(k))), scale(b, k / (norm(b) * Math.abs(k)))];
  // The two as square with each other as with their middle.
  const [p, q] = [unit([x[0] + y[0], x[1] + y[1], x[2] + y[2]]), unit([x[0] - y[0], x[1] - y[1], x[2] - y[2]])];
  const r1 = scale([p[0] + q[0], p[1] + q[1], p[2] + q[2]], Math.SQRT1_2);
  const r2 = scale([p[0] - q[0], p[1] - q[1], p[2] - q[2]], Math.SQRT1_2);
  const r3 = cross(r1, r2);
  return { turn: turnOf([r1[0], r2[0], r3[0], r1[1], r2[1], r3[1], r1[2], r2[2], r3[2]]), at: scale(t, k) };
}
const unit = (v: Vec3): Vec3 => scale(v, 1 / norm(v));

export const poseIn = (x: ArrayLike<number>, from = 0): Pose => ({
  turn: [x[from]!, x[from + 1]!, x[from + 2]!],
  at: [x[from + 3]!, x[from + 4]!, x[from + 5]!],
});
export const numbersOf = (p: Pose): number[] => [...p.turn, ...p.at];

/** Where points of a card (z = 0) are seen by a camera before which it stands so; as x, y, x, y … */
export function seenCard(c: Camera, p: Pose, points: readonly Point[]): Float64Array {
  const r = rotationOf(p.turn);
  return Float64Array.from(
    points.flatMap(([x, y]) => {
      const [a, b, z] = applied(r, [x, y, 0]);
      return [...seenAt(c, [a + p.at[0], b + p.at[1], z + p.at[2]])];
    }),
  );
}

/** The pose for which the points of a card are seen least away from where they were. */
export function refined(c: Camera, points: readonly Point[], seen: readonly Point[], start: Pose): Pose {
  const there = seen.flat();
  const left: Residuals = (x) => seenCard(c, poseIn(x), points).map((v, i) => v - there[i]!);
  return poseIn(leastSquares(left, Float64Array.from(numbersOf(start))));
}

/**
 * The focal length by what several views of cards say: the two edges of a square are square with each other and as long (Zhang
 * 2000, 3.1, with the middle of the picture known and square pixels). A card seen straight on says nothing of it.
 * @returns px, and how much the views say: the spread of what they say of 1/f², as a part of it; undefined where nothing is said
 */
export function focalOf(
  views: readonly Homography[],
  centre: Point,
): { readonly fPx: number; readonly spread: number } | undefined {
  // Each view: two equations a·w = b for w = 1/f², the larger a says the more.
  const equations = views.flatMap((h) => {
    const col = (i: number) => [h[i]! - centre[0] * h[i + 6]!, h[i + 3]! - centre[1] * h[i + 6]!, h[i + 6]!] as const;
    const [u, v] = [col(0), col(1)];
    const k = 1 / (Math.hypot(u[0], u[1]) * Math.hypot(v[0], v[1]));
    return [
      { a: (u[0] * v[0] + u[1] * v[1]) * k, b: -u[2] * v[2] * k },
      { a: (u[0] ** 2 + u[1] ** 2 - v[0] ** 2 - v[1] ** 2) * k, b: (v[2] ** 2 - u[2] ** 2) * k },
    ];
  });
  const aa = equations.reduce((s, e) => s + e.a * e.a, 0);
  const ab = equations.reduce((s, e) => s + e.a * e.b, 0);
  const w = ab / aa;
  if (!(w > 0)) return undefined;
  const left = equations.reduce((s, e) => s + (e.a * w - e.b) ** 2, 0) / Math.max(1, equations.length - 1);
  return { fPx: 1 / Math.sqrt(w), spread: Math.sqrt(left / aa) / w };
}
