import { between } from '../../numeric';
import { layoutOf } from '../../vehicle';
import { jointKind, type Disturbed } from './joint-kind';

/** What spring, damper and top mount hang on. */
export const damperBolts = (): readonly Disturbed[] => [{ kind: 'damper-bolt', count: 2, rideHeight: false }];

export const damper = jointKind({
  name: 'Damper',
  stands: () => true,
  place: (axle) =>
    between(axle.points.damperTop.at, axle.points.damperFoot.at, layoutOf(axle).drawing.spring === 'on strut' ? 0.8 : 0.55),
  checks: ['damper-look', 'push-corner', 'rock-loaded'],
  defects: () => ['oil leak', 'bent'],
  fasteners: damperBolts,
  pieces: () => [
    { id: 'damper', name: 'Old damper, {side}', usual: 'binned', why: 'Leaking, weak or knocking.' },
    {
      id: 'damper.bolts',
      name: 'Damper bolts and nuts, {side}',
      usual: 'moved over',
      why: 'Clean threads, not necked; self-locking nuts new.',
    },
  ],
});
