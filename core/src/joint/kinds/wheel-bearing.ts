import { jointKind } from './joint-kind';

export const wheelBearing = jointKind({
  name: 'Wheel bearing',
  dangerous: true,
  stands: () => true,
  place: (axle) => axle.points.hub.at,
  along: () => [0, 1, 0],
  checks: ['shake-12-6'],
});
