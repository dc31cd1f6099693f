import { layoutOf } from '../../vehicle';
import { ballJointNut, howUnloaded } from './ball-joint';
import { jointKind, orHub } from './joint-kind';

export const upperBallJoint = jointKind({
  name: 'Upper ball joint',
  dangerous: true,
  stands: (axle) => layoutOf(axle).upperArm === 'ball joint',
  place: (axle) => orHub(axle, axle.points.upperOuter),
  checks: ['shake-12-6', 'lever-ball-joint'],
  loadedBySpring: true,
  defects: () => ['boot torn'],
  detail: howUnloaded,
  fasteners: ballJointNut,
});
