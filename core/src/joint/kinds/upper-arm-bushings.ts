import { sub } from '../../numeric';
import { layoutOf } from '../../vehicle';
import { ARM_BOLTS, bonded } from './bonded';
import { jointKind } from './joint-kind';

export const upperArmBushings = jointKind({
  name: ['Upper arm bushings', 'Upper wishbone bushes'],
  stands: (axle) => layoutOf(axle).upperArm !== null,
  place: (axle) => (axle.points.upperInner ?? axle.points.armInner).at,
  along: ({ points: p }) => (p.upperInner && p.upperOuter ? sub(p.upperOuter.at, p.upperInner.at) : [0, 1, 0]),
  checks: ['lever-arm', 'rock-loaded'],
  defects: () => ['rubber perished', 'cracked'],
  rubber: () => true,
  bolted: () =>
    bonded({
      part: { id: 'upper-arm', name: 'Old upper arm or its bushings, {side}', usual: 'binned', why: 'Worn, torn or rusted.' },
      name: ['upper arm', 'upper wishbone'],
      turns: 'arm-bolt',
      bolts: 2,
      boltsAsked: { ...ARM_BOLTS, id: 'upper-arm.bolts', name: 'Upper arm bolts and nuts, {side}' },
    }),
});
