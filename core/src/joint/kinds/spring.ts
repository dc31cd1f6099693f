import { between } from '../../numeric';
import { damperBolts } from './damper';
import { jointKind } from './joint-kind';

export const spring = jointKind({
  name: 'Spring',
  dangerous: true,
  rusts: true,
  stands: () => true,
  place: (axle) => between(axle.points.springTop.at, axle.points.springFoot.at, 0.45),
  checks: ['look-spring'],
  defects: () => ['broken', 'rubbing'],
  fasteners: damperBolts,
});
