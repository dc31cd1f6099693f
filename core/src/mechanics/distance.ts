import { finiteAll, positive } from '../error';
import type { Vec3 } from '../numeric';

/** Something that stands in the way: a rod with a radius, or a tyre as a ring. mm. */
export type Solid =
  | { readonly name: string; readonly kind: 'rod'; readonly a: Vec3; readonly b: Vec3; readonly radiusMm: number }
  | {
      readonly name: string;
      readonly kind: 'tyre';
      readonly centre: Vec3;
      /** Along its axle, of length 1. */
      readonly axis: Vec3;
      readonly radiusMm: number;
      /** Inner radius: the rim is open towards the vehicle. */
      readonly rimMm: number;
      readonly halfWidthMm: number;
    };

/** Between two segments (Ericson, Real-Time Collision Detection, 5.1.9), mm. */
function betweenSegments(p: Vec3, q: Vec3, a: Vec3, b: Vec3): number {
  const [ux, uy, uz] = [q[0] - p[0], q[1] - p[1], q[2] - p[2]];
  const [vx, vy, vz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const [wx, wy, wz] = [p[0] - a[0], p[1] - a[1], p[2] - a[2]];
  const uu = ux * ux + uy * uy + uz * uz;
  const vv = vx * vx + vy * vy + vz * vz;
  const uv = ux * vx + uy * vy + uz * vz;
  const uw = ux * wx + uy * wy + uz * wz;
  const vw = vx * wx + vy * wy + vz * wz;
  const clamp = (x: number) => (x < 0 ? 0 : x > 1 ? 1 : x);
  const square = uu * vv - uv * uv;
  let s = square > 1e-12 * uu * vv ? clamp((uv * vw - vv * uw) / square) : 0;
  let t = vv > 0 ? (uv * s + vw) / vv : 0;
  if (t < 0 || t > 1) {
    t = clamp(t);
    s = uu > 0 ? clamp((uv * t - uw) / uu) : 0;
  }
  return Math.hypot(wx + s * ux - t * vx, wy + s * uy - t * vy, wz + s * uz - t * vz);
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
/** Places along a rod that are looked at before the nearest one is refined. */
const LOOKS = 12;

/**
 * From a segment to a tyre, negative inside: a ring about an open rim, so the distance has more than one low place along the
 * segment; the lowest of some looks is refined by golden section.
 * @param enough where it is surely further than this, a lesser distance that still is may be answered
 */
function toTyre(p: Vec3, q: Vec3, t: Extract<Solid, { kind: 'tyre' }>, enough: number): number {
  const [px, py, pz] = [p[0] - t.centre[0], p[1] - t.centre[1], p[2] - t.centre[2]];
  const [dx, dy, dz] = [q[0] - p[0], q[1] - p[1], q[2] - p[2]];
  const [ax, ay, az] = t.axis;
  const [pa, da] = [px * ax + py * ay + pz * az, dx * ax + dy * ay + dz * az];
  // On one side of it the whole segment is at least as far as its nearer end stands beside it.
  if (pa * (pa + da) > 0) {
    const beside = Math.min(Math.abs(pa), Math.abs(pa + da)) - t.halfWidthMm;
    if (beside >= enough) return beside;
  }
  const pp = px * px + py * py + pz * pz;
  const pd = px * dx + py * dy + pz * dz;
  const dd = dx * dx + dy * dy + dz * dz;
  const at = (k: number): number => {
    const along = pa + k * da;
    const rho = Math.sqrt(Math.max(0, pp + 2 * k * pd + k * k * dd - along * along));
    const [out, side] = [Math.max(rho - t.radiusMm, t.rimMm - rho), Math.abs(along) - t.halfWidthMm];
    // Inside, how deep: what is worse off is told from what is only in the way.
    return out < 0 && side < 0 ? Math.max(out, side) : Math.hypot(Math.max(0, out), Math.max(0, side));
  };
  let least = Infinity;
  let where = 0;
  for (let i = 0; i <= LOOKS; i++) {
    const d = at(i / LOOKS);
    if (d < least) [least, where] = [d, i / LOOKS];
  }
  let [lo, hi] = [Math.max(0, where - 1 / LOOKS), Math.min(1, where + 1 / LOOKS)];
  const span = () => GOLDEN * (hi - lo);
  let [x, y] = [hi - span(), lo + span()];
  let [fx, fy] = [at(x), at(y)];
  for (let i = 0; i < 12; i++) {
    if (fx < fy) {
      hi = y;
      [y, fy] = [x, fx];
      x = hi - span();
      fx = at(x);
    } else {
      lo = x;
      [x, fx] = [y, fy];
      y = lo + span();
      fy = at(y);
    }
  }
  return Math.min(fx, fy, least);
}

/**
 * How near a rod comes to a solid, mm: the air between them, negative where they overlap, by how much.
 * @param enough what is surely further than this may be answered with less than its true distance, but never below
 */
export function airBetween(a: Vec3, b: Vec3, radiusMm: number, solid: Solid, enough = Infinity): number {
  positive('radius', radiusMm, 'mm');
  finiteAll('end of the rod', a);
  finiteAll('end of the rod', b);
  return solid.kind === 'rod'
    ? betweenSegments(a, b, solid.a, solid.b) - radiusMm - solid.radiusMm
    : toTyre(a, b, solid, enough + radiusMm) - radiusMm;
}
