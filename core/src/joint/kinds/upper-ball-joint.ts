import { layoutOf } from '../../vehicle';
import { howUnloaded } from './ball-joint';
import { jointKind, orHub } from './joint-kind';
import { taper } from './taper';

export const upperBallJoint = jointKind({
  name: 'Upper ball joint',
  dangerous: true,
  stands: (axle) => layoutOf(axle).upperArm === 'ball joint',
  place: (axle) => orHub(axle, axle.points.upperOuter),
  checks: ['shake-12-6', 'lever-ball-joint'],
  loadedBySpring: true,
  defects: () => ['boot torn'],
  detail: howUnloaded,
  bolted: () =>
    taper({
      id: 'upper-ball-joint',
      part: 'upper ball joint',
      turns: 'ball-joint-nut',
      eye: 'knuckle',
    }),
});
