import { layoutOf } from '../../vehicle';
import { ballJointNut, taperPieces } from './ball-joint';
import { jointKind, type Disturbed } from './joint-kind';

/** Bonded rubber: tightened at ride height. */
export const armBolts = (): readonly Disturbed[] => [{ kind: 'arm-bolt', count: 2, rideHeight: true }];

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
  // The arm comes off with its ball joint let go.
  fasteners: (axle) => [
    ...armBolts(),
    ...(layoutOf(axle).ballJoint === 'always' || (layoutOf(axle).ballJoint === 'steered' && axle.steered)
      ? ballJointNut().map((f) => ({ ...f, chalk: 'ball-joint' }))
      : []),
  ],
  pieces: () => [
    { id: 'arm', name: 'Old arm or its bushings, {side}', usual: 'binned', why: 'Worn, torn or rusted.' },
    {
      id: 'arm.bolts',
      name: 'Arm bolts and nuts, {side}',
      usual: 'renewed',
      why: 'Necked or rusted bolts are not used again; some makers use them once.',
    },
    ...taperPieces('ball-joint', 'ball joint').slice(1),
  ],
});
