import { positive, finite, BadInput } from '../error';
import type { Vec3 } from '../numeric';
import type { BarSpec } from './bar';

/** A bar bent to a U, as it is measured on the bench: mm. */
export interface UBar {
  readonly outsideMm: number;
  readonly boreMm?: number | undefined;
  /** From bend to bend: the straight middle. */
  readonly middleMm: number;
  /** From the middle's line square to the eye. */
  readonly armMm: number;
  /** Between the bushings. */
  readonly bushingsMm: number;
  /** How far each eye stands further out than its bend; 0 for square arms. */
  readonly splayMm?: number | undefined;
  readonly bushingNPerMm?: number | undefined;
}

/** The centre line of a U-shaped bar, lying level: x back along the arms, y across. @throws BadInput naming the dimension */
export function uBar(u: UBar): BarSpec {
  const b = positive('middle of the bar', u.middleMm, 'mm') / 2;
  const a = positive('length of the bar’s arm', u.armMm, 'mm');
  const s = positive('distance between bushings', u.bushingsMm, 'mm') / 2;
  const out = finite('splay of the arms', u.splayMm ?? 0);
  if (s > b) throw new BadInput('distance between bushings', `must be at most the ${u.middleMm} mm of the middle`, u.bushingsMm);
  if (b + out <= 0) throw new BadInput('splay of the arms', 'brings the eyes together', out);
  positive('bar diameter', u.outsideMm, 'mm');
  if (u.boreMm !== undefined) finite('bore of the bar', u.boreMm);
  if (u.bushingNPerMm !== undefined) positive('stiffness of a bushing', u.bushingNPerMm, 'N/mm');
  const half: Vec3[] = [[-a, b + out, 0], [0, b, 0], ...(s < b ? [[0, s, 0] as Vec3] : [])];
  const line = [...half, ...half.map(([x, y, z]): Vec3 => [x, -y, z]).reverse()];
  const at = half.length - 1;
  return {
    line,
    outsideMm: u.outsideMm,
    boreMm: u.boreMm,
    bushings: [at, line.length - 1 - at].map((i) => ({ at: i, radialNPerMm: u.bushingNPerMm })),
  };
}

/**
 * A bar from its left half as it lies: the first point its bushing, the last its eye, bends between; mirrored.
 * @param half [x, y] of each, x along the arms, y out from the middle, mm
 * @throws BadInput naming what is missing
 */
export function halfBar(half: readonly (readonly [number, number])[], outsideMm: number, boreMm?: number): BarSpec {
  positive('bar diameter', outsideMm, 'mm');
  if (boreMm !== undefined) finite('bore of the bar', boreMm);
  if (half.length < 2) throw new BadInput('points of the bar', 'need its bushing and its eye at least', half.length);
  half.forEach(([x, y]) => {
    finite('points of the bar', x);
    positive('distance from the middle', y, 'mm');
  });
  const left = half.map(([x, y]): Vec3 => [x, y, 0]).reverse();
  const line = [...left, ...left.map(([x, y, z]): Vec3 => [x, -y, z]).reverse()];
  return { line, outsideMm, boreMm, bushings: [{ at: left.length - 1 }, { at: left.length }] };
}
