import { fixed } from '../text';
import { BadInput, finite, finiteAll, positive } from '../error';
import { cross, dot, norm, sub, type Vec3 } from '../numeric';

/** The circle the bar's eye moves on: centre on the line of the bushings, radius, plane (e1, e2). */
export interface EyeCircle {
  readonly centre: Vec3;
  readonly radiusMm: number;
  /** Orthonormal, u = e1 × e2 along the bar. */
  readonly e1: Vec3;
  readonly e2: Vec3;
}

export interface EyePosition {
  readonly eye: Vec3;
  /** Angle of the arm in its plane, rad. */
  readonly angleRad: number;
  /** Effective lever 0..1: 1 square to the arm, 0 over-centre. */
  readonly lever: number;
}

/**
 * Where the bar's eye stands for a link of given length from a mount (Euclid: a sphere about the mount
 * meets the eye's circle). Half-angle form with factored differences, so that near-limits lose no digits.
 * @param branch +1 or −1: which of the two solutions; fixed by the position at ride height over a travel
 * @throws BadInput when the link cannot reach.
 */
export function eyePosition(circle: EyeCircle, linkMm: number, mount: Vec3, branch: 1 | -1): EyePosition {
  positive('link length', linkMm, 'mm');
  positive('arm length', circle.radiusMm, 'mm');
  mount.forEach((v) => finite('mount position', v));
  const { centre, radiusMm: R, e1, e2 } = circle;
  const u = cross(e1, e2);
  const m = sub(mount, centre);
  const h = dot(m, u);
  const rho = Math.hypot(dot(m, e1), dot(m, e2));
  const phi = Math.atan2(dot(m, e2), dot(m, e1));
  if (Math.abs(h) > linkMm) throw new BadInput('link length', 'is shorter than the mount stands off the arm’s plane', linkMm);
  const D = Math.sqrt((linkMm - h) * (linkMm + h));
  if (rho === 0 || D < Math.abs(R - rho) || D > R + rho) {
    throw new BadInput(
      'link length',
      `cannot reach: it needs ${fixed(Math.hypot(h, Math.abs(R - rho)), 1)} to ${fixed(Math.hypot(h, R + rho), 1)} mm here`,
      linkMm,
    );
  }
  const near = (D - (R - rho)) * (D + (R - rho));
  const far = (R + rho - D) * (R + rho + D);
  const psi = 2 * Math.atan2(Math.sqrt(Math.max(0, near)), Math.sqrt(Math.max(0, far)));
  const angleRad = phi + branch * psi;
  const c = Math.cos(angleRad);
  const s = Math.sin(angleRad);
  const eye: Vec3 = [0, 1, 2].map((i) => centre[i]! + R * (c * e1[i]! + s * e2[i]!)) as unknown as Vec3;
  const tangent: Vec3 = [0, 1, 2].map((i) => -s * e1[i]! + c * e2[i]!) as unknown as Vec3;
  const lever = Math.abs(dot(tangent, sub(eye, mount))) / linkMm;
  return { eye, angleRad, lever };
}

/**
 * First rule for a link after a change of ride height: ΔL ≈ −Δ · MR · (ê·z), ê from mount to eye.
 * Shorter when the eye is above the mount, longer when it is below (strut mounts), to keep the arm's angle.
 * @param downMm change of ride height, down positive, mm
 * @param motionRatio how far the mount rises against the bar per wheel movement; negative where the bar goes with the axle
 */
export function lengthChangeMm(downMm: number, motionRatio: number, mount: Vec3, eye: Vec3): number {
  finite('change of ride height', downMm);
  if (finite('motion ratio', motionRatio) === 0) throw new BadInput('motion ratio', 'must not be 0: the mount would not move', 0);
  finiteAll('mount position', mount);
  finiteAll('eye position', eye);
  const d = sub(eye, mount);
  const length = norm(d);
  if (length === 0) throw new BadInput('mount position', 'is the same as the eye’s');
  return (-downMm * motionRatio * d[2]) / length;
}

/** Force in a link that is ΔL longer than its partner: F = k ΔL / (2 lever²), N; k in N/mm an end in opposite movement. */
export function mismatchForceN(stiffnessNPerMm: number, deltaMm: number, lever: number): number {
  positive('bar stiffness', stiffnessNPerMm, 'N/mm');
  finite('length difference', deltaMm);
  positive('lever', lever);
  return (stiffnessNPerMm * deltaMm) / (2 * lever * lever);
}

/** Best equality an adjustable link can reach, ± mm: half a step; one pitch a turn, half turns, both pitches for a left-and-right-hand body. */
export function adjustmentStepMm(pitchMm: number, doubleEnded: boolean): number {
  return (positive('thread pitch', pitchMm, 'mm') * (doubleEnded ? 2 : 1) * 0.5) / 2;
}
