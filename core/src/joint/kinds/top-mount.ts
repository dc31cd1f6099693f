import { layoutOf } from '../../vehicle';
import { damperBolts } from './damper';
import { jointKind } from './joint-kind';

export const topMount = jointKind({
  name: 'Top mount',
  stands: (axle) => layoutOf(axle).topMount,
  place: (axle) => axle.points.damperTop.at,
  checks: ['top-mount-hand', 'rock-loaded'],
  defects: () => ['rubber perished', 'cracked'],
  fasteners: damperBolts,
});
