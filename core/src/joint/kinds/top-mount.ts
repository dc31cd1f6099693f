import { layoutOf } from '../../vehicle';
import { damperLine, damperPieces } from './damper';
import { jointKind } from './joint-kind';

export const topMount = jointKind({
  name: 'Top mount',
  stands: (axle) => layoutOf(axle).topMount,
  place: (axle) => axle.points.damperTop.at,
  along: damperLine,
  checks: ['top-mount-hand', 'rock-loaded'],
  defects: () => ['rubber perished', 'cracked'],
  bolted: () =>
    damperPieces({ id: 'top-mount', name: 'Old top mount, {side}', usual: 'binned', why: 'Worn, torn or seized.' }, 'top mount'),
});
