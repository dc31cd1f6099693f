import type { AxleSpec } from '../vehicle';
import { linkAt, rigOf, USUAL_REACH, type Reach } from './rig';

/**
 * How far the studs of a link swing over the travel, the further of its two ends, degrees: an end that is held in the middle of
 * its swing needs as much room to both sides.
 * @throws BadInput as `rigOf`
 */
export function studSwingDeg(axle: AxleSpec, reach: Reach = USUAL_REACH): number {
  const rig = rigOf(axle, { loweredMm: 0, reach, steps: 2 });
  const at = rig.positions.map((p) => linkAt(rig, rig.lengthMm, p, false).swingDeg);
  return Math.max(...at.flatMap((s) => [s.mount, s.eye]));
}

/**
 * How far the ends of a link that lies along its bolt stand out of line with the wheels hanging, degrees: its nut leans so far
 * against what it is tightened on, until the bar may follow. By the axle's points, so as good as they are.
 * @throws BadInput as `rigOf`
 */
export function nutLeanDeg(axle: AxleSpec, reach: Reach = USUAL_REACH): number {
  const rig = rigOf(axle, { loweredMm: 0, reach, steps: 2 });
  const { mount, eye } = linkAt(rig, rig.lengthMm, rig.at(-reach.downMm), false).swingDeg;
  return Math.max(rig.ways.mount === 'along' ? mount : 0, rig.ways.eye === 'along' ? eye : 0);
}
