import { sub } from '../../numeric';
import { layoutOf } from '../../vehicle';
import { ballJointPieces } from './ball-joint';
import { ARM_BOLTS, bonded } from './bonded';
import { TAPER_ON, TAPER_SPRINGS } from './laid';
import { jointKind } from './joint-kind';

/** Both bushings of the lower arm are one joint of the plate and two faults. */
export const armBushings = jointKind<'arm-bushing-front' | 'arm-bushing-rear'>({
  name: ['Arm bushings', 'Wishbone bushes'],
  stands: (axle) => Array.isArray(layoutOf(axle).carriedBy),
  place: (axle) => axle.points.armInner.at,
  along: (axle) => sub(axle.points.armOuter.at, axle.points.armInner.at),
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
  laid: {
    when: (axle) => axle.springSeat === 'strut',
    behindLink: true,
    off: {
      task: 'arm off',
      title: [
        '{side} control arm off: ball joint let go, then the inner bolts',
        '{side} wishbone off: ball joint let go, then the inner bolts',
      ],
      detail:
        'Hub strapped so that nothing hangs on the brake hose or the shaft. Each bolt back with its nut, and how its washers face.',
      tools: ['ball joint press', 'breaker bar', 'strap'],
      caution: `Eyes. ${TAPER_SPRINGS} The arm swings free when its last bolt is out.`,
      troubles: ['bolt seized', 'taper stuck', 'cannot reach'],
    },
    hand: 'Each bushing by hand and with a lever; the arm itself for cracks, dents and rust.',
    on: {
      task: 'arm in',
      title: ['{side} control arm in, every bolt by hand only', '{side} wishbone in, every bolt by hand only'],
      detail: `Inner bolts in and left loose: they are tightened at ride height, or the rubber tears. ${TAPER_ON}`,
      tools: ['new cotter', 'drift'],
      troubles: ['thread short', 'part wrong'],
    },
  },
});
