import type { AxleSpec } from '../../vehicle';
import { taperPieces } from './ball-joint';
import { jointKind, orHub, type Disturbed } from './joint-kind';

export const tieRodNut = (): readonly Disturbed[] => [{ kind: 'tie-rod-nut', count: 1, rideHeight: false }];
export const steered = (axle: AxleSpec): boolean => axle.steered;

export const tieRodOuter = jointKind({
  name: ['Tie rod, outer', 'Track rod end'],
  dangerous: true,
  stands: steered,
  place: (axle) => orHub(axle, axle.points.tieRodOuter),
  checks: ['shake-3-9'],
  defects: () => ['boot torn', 'bent'],
  fasteners: tieRodNut,
  pieces: () => taperPieces('tie-rod', 'tie rod end'),
});
