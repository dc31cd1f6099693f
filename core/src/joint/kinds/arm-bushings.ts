import { layoutOf } from '../../vehicle';
import { ballJointPieces } from './ball-joint';
import { ARM_BOLTS, bonded } from './bonded';
import { jointKind } from './joint-kind';

/** Both bushings of the lower arm are one joint of the plate and two faults. */
export const armBushings = jointKind<'arm-bushing-front' | 'arm-bushing-rear'>({
  name: ['Arm bushings', 'Wishbone bushes'],
  stands: (axle) => Array.isArray(layoutOf(axle).carriedBy),
  place: (axle) => axle.points.armInner.at,
  checks: ['lever-arm', 'rock-loaded'],
  defects: () => ['front bushing worn', 'rear bushing worn', 'rubber perished', 'cracked', 'rusted through'],
  finer: {
    'arm-bushing-front': { name: ['arm, front bushing', 'wishbone, front bush'] },
    'arm-bushing-rear': { name: ['arm, rear bushing', 'wishbone, rear bush'] },
  },
  faults: (axle) => {
    const { carriedBy } = layoutOf(axle);
    return typeof carriedBy === 'string' ? [] : carriedBy.map((at) => `arm-bushing-${at}` as const);
  },
  rubber: () => true,
  behind: ['wheels', 'shield'],
  // The arm comes off with its ball joint let go.
  bolted: (axle) => [
    ...bonded({
      part: { id: 'arm', name: 'Old arm or its bushings, {side}', usual: 'binned', why: 'Worn, torn or rusted.' },
      name: ['control arm', 'wishbone'],
      turns: 'arm-bolt',
      bolts: 2,
      boltsAsked: ARM_BOLTS,
    }),
    ...(layoutOf(axle).ballJoint === 'always' || (layoutOf(axle).ballJoint === 'steered' && axle.steered)
      ? ballJointPieces(true)
      : []),
  ],
});
