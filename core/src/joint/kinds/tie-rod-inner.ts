import { jointKind, orHub } from './joint-kind';
import { steered, tieRodNut } from './tie-rod-outer';

export const tieRodInner = jointKind({
  name: ['Tie rod, inner', 'Track rod, inner'],
  dangerous: true,
  stands: steered,
  place: (axle) => orHub(axle, axle.points.rackEnd),
  checks: ['shake-3-9'],
  defects: () => ['boot torn'],
  fasteners: tieRodNut,
});
