import { within, positive, finite, BadInput } from '../error';
import { type Vec3, add, scale, sub } from '../numeric';
import { branchOf } from './corner';
import { type EyeCircle, eyePosition } from './linkage';
import { type StudWay, type LinkRig, DEG, squared, type RigPosition, inArm, RADIUS } from './rig';

/** What is measured from the floor with a tape and an angle gauge, for a link without a type; mm and degrees. */
export interface FloorInput {
  /** Square from the line of the bushings to the eye. */
  readonly armMm: number;
  readonly linkMm: number;
  /** The mount stands above the eye (on a strut or on the body) or below it (on an arm). */
  readonly mount: 'above' | 'below';
  /** How far the mount rises for each mm the wheel rises: where the link meets the arm. */
  readonly ratio: number;
  /** The bar's arm out of level at ride height; up to its eye positive. */
  readonly armDeg: number;
  /** The link's lean fore and aft out of square to the arm, and across the vehicle. */
  readonly leanDeg: number;
  readonly acrossDeg: number;
  readonly loweredMm: number;
  readonly upMm: number;
  readonly downMm: number;
  readonly way: StudWay;
}

/**
 * A rig from the floor: the mount goes straight up and down with the wheel. @throws BadInput naming the dimension,
 * as a link shorter than the gap it has to span.
 */
export function rigFromFloor(f: FloorInput, steps = 30): LinkRig {
  within('number of steps', steps, 1, 1000);
  const arm = positive('length of the bar’s arm', f.armMm, 'mm');
  const lengthMm = positive('link length', f.linkMm, 'mm');
  const ratio = within('share of the wheel’s movement', f.ratio, 0.05, 1.5);
  const [a, lean, side] = [
    within('angle of the bar’s arm', f.armDeg, -70, 70, '°') / DEG,
    within('lean of the link', f.leanDeg, -60, 60, '°') / DEG,
    within('lean of the link across', f.acrossDeg, -45, 45, '°') / DEG,
  ];
  positive('travel up', f.upMm, 'mm');
  positive('travel down', f.downMm, 'mm');
  const lowered = finite('change of ride height', f.loweredMm);
  if (lowered > f.upMm || -lowered > f.downMm)
    throw new BadInput(
      'change of ride height',
      `must be between −${f.downMm} and ${f.upMm} mm: the wheel goes no further`,
      lowered,
    );
  // The arm points forward from the bushings' line at the origin; the eye at its end.
  const circle: EyeCircle = { centre: [0, 0, 0], radiusMm: arm, e1: [1, 0, 0], e2: [0, 0, 1] };
  const eye: Vec3 = [arm * Math.cos(a), 0, arm * Math.sin(a)];
  const sign = f.mount === 'above' ? 1 : -1;
  // Out of square to the arm in its plane, and out of that plane.
  const flat: Vec3 = [-Math.sin(a + lean) * sign, 0, Math.cos(a + lean) * sign];
  const mount = add(eye, scale(add(scale(flat, Math.cos(side)), [0, Math.sin(side), 0]), lengthMm));
  const link = scale(sub(eye, mount), 1 / lengthMm);
  const stud: Vec3 = f.way === 'along' ? link : squared([0, 1, 0], link);
  const branch = branchOf(circle, lengthMm, mount, eye);
  const restRad = eyePosition(circle, lengthMm, mount, branch).angleRad;
  const position = (travelMm: number): RigPosition => ({
    travelMm,
    otherMm: travelMm,
    circle,
    mount: add(mount, [0, 0, ratio * travelMm]),
    mountStud: stud,
    solids: [],
    inWheel: [],
  });
  return {
    at: position,
    positions: Array.from({ length: steps + 1 }, (_, i) => position(-f.downMm + ((f.upMm + f.downMm) * i) / steps)),
    ride: position(lowered),
    stored: position(0),
    branch,
    lengthMm,
    restRad,
    ways: { mount: f.way, eye: f.way },
    eyeStud: inArm(stud, circle, restRad),
    linkRadiusMm: RADIUS.link,
    armRadiusMm: 10,
    motionRatio: ratio * Math.abs(link[2]),
    heaveRatio: ratio,
    mountIs: f.mount === 'above' ? 'upper' : 'lower',
  };
}
