import type { AxleSpec } from '../vehicle';
import { linkAt, rigOf, USUAL_REACH, type Reach } from './rig';

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
