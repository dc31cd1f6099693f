import { layoutOf } from '../../vehicle';
import { ARM_BOLTS, bonded } from './bonded';
import { jointKind } from './joint-kind';

export const beamBushing = jointKind({
  name: ['Beam bushing', 'Beam bush'],
  stands: (axle) => layoutOf(axle).carriedBy === 'beam',
  place: (axle) => axle.points.armInner.at,
  along: () => [1, 0, 0],
  checks: ['lever-arm', 'rock-loaded'],
  defects: () => ['rubber perished', 'cracked'],
  rubber: () => true,
  bolted: () =>
    bonded({
      part: { id: 'beam-bushing', name: 'Old beam bushing, {side}', usual: 'binned', why: 'Worn or torn.' },
      name: 'beam',
      turns: 'arm-bolt',
      bolts: 2,
      boltsAsked: { ...ARM_BOLTS, id: 'beam.bolts', name: 'Beam bolts and nuts, {side}' },
    }),
});
