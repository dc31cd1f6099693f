import { BadInput, finite, positive } from '../error';
import type { PointSource } from '../geometry';
import { norm, sub, type Vec3 } from '../numeric';
import { studentQuantile } from '../stats';
import type { AxleSpec, PointName } from '../vehicle';
import { eyePosition, lengthChangeMm } from './linkage';
import type { LinkRig } from './rig';
import { carriersOf } from './corner';

/** A length found, with its doubt. */
export interface FoundLength {
  readonly lengthMm: number;
  /** Expanded for 95 %, ± mm. */
  readonly doubtMm: number;
  readonly method: string;
}

/** How far a point may be off, standard uncertainty in each direction, mm (shop judgement; common practice, no source). */
export const POINT_DOUBT_MM: Readonly<Record<PointSource, number>> = { maker: 1, measured: 3, usual: 25 };

/** The points a link's change with the ride height hangs on. */
const DECIDING: readonly PointName[] = [
  'linkMount',
  'barEye',
  'hub',
  'armInner',
  'armOuter',
  'upperInner',
  'upperOuter',
  'damperTop',
  'damperFoot',
];

export interface StanceLength extends FoundLength {
  /** By the rule of thumb, mm. */
  readonly ruleMm: number;
  /** The points that make the doubt, the worst first, each with its share of the variance. */
  readonly doubtFrom: readonly { readonly point: PointName; readonly share: number }[];
}

/** The change of length that keeps the arm's angle: how far the mount moves from where the eye stands. */
function changeFor(axle: AxleSpec, loweredMm: number): number {
  const [eye, mount] = [axle.points.barEye, axle.points.linkMount];
  if (!eye || !mount) throw new BadInput('bar on links', 'is not on this axle: there is no link to work out');
  const c = carriersOf(axle)(loweredMm, loweredMm);
  return norm(sub(c.bar(eye.at), c.mount(mount.at))) - norm(sub(eye.at, mount.at));
}

/**
 * The length that keeps the bar's arm where it stood after a change of ride height: the old link's own length and
 * exactly what the mount has moved, by wheel motion. Its doubt comes from the points (each moved in turn) and from the
 * old length; the rule of thumb stands beside it.
 * @param old the link that was right before: its length and its standard uncertainty, mm
 */
export function lengthForStance(
  axle: AxleSpec,
  rig: LinkRig,
  loweredMm: number,
  old: { readonly lengthMm: number; readonly uMm: number },
): StanceLength {
  finite('change of ride height', loweredMm);
  positive('link length', old.lengthMm, 'mm');
  const change = changeFor(axle, loweredMm);
  const variance: { point: PointName; v: number }[] = [];
  if (loweredMm !== 0)
    for (const point of DECIDING) {
      const hard = axle.points[point];
      if (!hard) continue;
      const u = POINT_DOUBT_MM[hard.from];
      let v = 0;
      for (const i of [0, 1, 2]) {
        const shifted = (by: number): number => {
          const at = hard.at.map((x, k) => (k === i ? x + by : x)) as unknown as Vec3;
          return changeFor({ ...axle, points: { ...axle.points, [point]: { ...hard, at } } }, loweredMm);
        };
        // A small step, scaled: what a point is off stays small beside the arms.
        const h = 1;
        v += (((shifted(h) - shifted(-h)) / (2 * h)) * u) ** 2;
      }
      variance.push({ point, v });
    }
  const sum = variance.reduce((a, b) => a + b.v, 0);
  return {
    lengthMm: old.lengthMm + change,
    doubtMm: 1.96 * Math.sqrt(sum + old.uMm ** 2),
    ruleMm: old.lengthMm + lengthChangeMm(loweredMm, rig.heaveRatio, axle.points.linkMount!.at, axle.points.barEye!.at),
    doubtFrom: variance
      .filter((x) => x.v > 0.01 * sum)
      .sort((a, b) => b.v - a.v)
      .map(({ point, v }) => ({ point, share: v / sum })),
    method: 'stance 1',
  };
}

/** The same from the floor, where the mount goes straight up and down. */
export function lengthFromFloor(rig: LinkRig, loweredMm: number, uMm: number): FoundLength & { readonly ruleMm: number } {
  finite('change of ride height', loweredMm);
  positive('doubt of the length', uMm, 'mm');
  const eye = eyePosition(rig.stored.circle, rig.lengthMm, rig.stored.mount, rig.branch).eye;
  const link = norm(sub(eye, rig.ride.mount));
  const ratio = rig.heaveRatio;
  return {
    lengthMm: link,
    // The ratio is told to a twentieth at best from the floor.
    doubtMm: 1.96 * Math.hypot(uMm, (Math.abs(link - rig.lengthMm) * 0.05) / Math.max(0.05, ratio)),
    ruleMm: rig.lengthMm + lengthChangeMm(loweredMm, ratio, rig.stored.mount, eye),
    method: 'floor 1',
  };
}

/** Centre to centre by caliper or tape on studs, standard uncertainty, mm (common practice, no source). */
export const CALIPER_MM = 0.3;

/**
 * The length at which the last bolt slides in by hand: level, settled, at ride height and normal load, approached
 * from above and from below and averaged, so that friction cancels. Half of what lies between the two approaches
 * bounds what friction leaves (a rectangle, JCGM 100:2008 4.3.7); several rounds scatter by themselves.
 * @param rounds each the length where it slid in coming from longer and from shorter, mm
 */
export function lengthByBolt(rounds: readonly { readonly fromAboveMm: number; readonly fromBelowMm: number }[]): FoundLength {
  if (rounds.length === 0) throw new BadInput('lengths by the bolt', 'needs one from above and one from below');
  for (const r of rounds) {
    positive('length from above', r.fromAboveMm, 'mm');
    positive('length from below', r.fromBelowMm, 'mm');
    if (Math.abs(r.fromAboveMm - r.fromBelowMm) > 20)
      throw new BadInput(
        'two approaches',
        'lie more than 20 mm apart: something is bound, or the vehicle was moved',
        r.fromBelowMm,
      );
  }
  const means = rounds.map((r) => (r.fromAboveMm + r.fromBelowMm) / 2);
  const n = means.length;
  const mean = means.reduce((a, b) => a + b, 0) / n;
  const half = rounds.reduce((a, r) => a + Math.abs(r.fromAboveMm - r.fromBelowMm) / 2, 0) / n;
  const s = n > 1 ? Math.sqrt(means.reduce((a, m) => a + (m - mean) ** 2, 0) / (n - 1) / n) : 0;
  const fixedU = Math.hypot(half / Math.sqrt(3), CALIPER_MM);
  // Few rounds that scatter more than friction and caliper speak for themselves.
  const k = s > fixedU ? studentQuantile(0.975, n - 1) : 1.96;
  return { lengthMm: mean, doubtMm: k * Math.hypot(s, fixedU), method: 'bolt 1' };
}
