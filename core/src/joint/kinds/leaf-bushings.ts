import { layoutOf } from '../../vehicle';
import { jointKind } from './joint-kind';

/** The eye in front and the shackle behind are one joint of the plate. */
export const leafBushings = jointKind({
  name: ['Leaf eye and shackle bushings', 'Leaf eye and shackle bushes'],
  stands: (axle) => layoutOf(axle).carriedBy === 'leaf',
  place: (axle) => axle.points.armInner.at,
  checks: ['lever-arm'],
  defects: () => ['rubber perished', 'cracked', 'rusted through'],
  rusts: true,
  rubber: () => true,
  fasteners: () => [{ kind: 'leaf-bolt', count: 3, rideHeight: true }],
});
