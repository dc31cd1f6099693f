import { between, sub } from '../../numeric';
import { damperPieces } from './damper';
import { jointKind } from './joint-kind';

export const spring = jointKind({
  name: 'Spring',
  dangerous: true,
  rusts: true,
  stands: () => true,
  place: (axle) => between(axle.points.springTop.at, axle.points.springFoot.at, 0.45),
  along: ({ points: p }) => sub(p.springTop.at, p.springFoot.at),
  checks: ['look-spring'],
  defects: () => ['broken', 'rubbing'],
  bolted: () =>
    damperPieces({ id: 'spring', name: 'Old spring, {side}', usual: 'binned', why: 'Broken or rubbed through.' }, 'spring'),
});
