import type { PointSource } from '../../geometry';
import type { Vec3 } from '../../numeric';
import { readMm } from '../../units';
import type { AxleSpec } from '../axle';
import type { PointName } from '../points';
import type { VehicleTypeSpec } from '../type';
import type { AxleEnd } from '../words';

/** A point as it is measured beside the wheel, or read in a book: three lengths as they were written. */
export interface PointText {
  /** Ahead of the wheel's centre; behind it negative. */
  readonly ahead: string;
  /** Out from the vehicle's middle: half of what lies between left and right. */
  readonly out: string;
  /** Up from the ground. */
  readonly up: string;
}

/** A position from what was written, mm, in the axes of the axle's points. @throws BadInput naming the length and its bound */
export function readPointText(axle: Pick<AxleSpec, 'points'>, t: PointText): Vec3 {
  const ahead = readMm('length ahead of the wheel’s centre', t.ahead, -1500, 1500);
  const out = readMm('length out from the middle', t.out, 1, 1500);
  const up = readMm('height above the ground', t.up, 0, 2000);
  return [axle.points.hub.at[0] + ahead, out, up];
}

/** A type with one of its points said: from the maker's book, or measured on one of them. @throws BadInput naming the length and its bound */
export function withPoint(
  type: VehicleTypeSpec,
  end: AxleEnd,
  point: PointName,
  text: PointText,
  from: Exclude<PointSource, 'usual'>,
): VehicleTypeSpec {
  const axle = type.axles[end];
  const at = readPointText(axle, text);
  return { ...type, axles: { ...type.axles, [end]: { ...axle, points: { ...axle.points, [point]: { at, from } } } } };
}
