import { layoutOf } from '../../vehicle';
import { armBolts } from './arm-bushings';
import { jointKind } from './joint-kind';

export const beamBushing = jointKind({
  name: ['Beam bushing', 'Beam bush'],
  stands: (axle) => layoutOf(axle).carriedBy === 'beam',
  place: (axle) => axle.points.armInner.at,
  checks: ['lever-arm', 'rock-loaded'],
  defects: () => ['rubber perished', 'cracked'],
  rubber: () => true,
  fasteners: armBolts,
});
