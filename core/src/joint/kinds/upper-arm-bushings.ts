import { layoutOf } from '../../vehicle';
import { armBolts } from './arm-bushings';
import { jointKind } from './joint-kind';

export const upperArmBushings = jointKind({
  name: ['Upper arm bushings', 'Upper wishbone bushes'],
  stands: (axle) => layoutOf(axle).upperArm !== null,
  place: (axle) => (axle.points.upperInner ?? axle.points.armInner).at,
  checks: ['lever-arm', 'rock-loaded'],
  defects: () => ['rubber perished', 'cracked'],
  rubber: () => true,
  fasteners: armBolts,
});
