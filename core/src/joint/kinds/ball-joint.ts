import { layoutOf, type AxleSpec, type SpringSeat } from '../../vehicle';
import { jointKind, type Disturbed } from './joint-kind';

export const ballJointNut = (): readonly Disturbed[] => [{ kind: 'ball-joint-nut', count: 1, rideHeight: false }];

const UNLOADED: Record<SpringSeat, string> = {
  strut: 'Spring on the strut: the joint is unloaded with the wheel hanging free',
  'lower-arm': 'Spring on the lower arm: support under that arm to unload it',
  'upper-arm': 'Spring on the upper arm: block it as the maker says',
  axle: 'Unloaded with the wheel hanging free',
};
export const howUnloaded = (axle: AxleSpec): string => UNLOADED[axle.springSeat];

export const ballJoint = jointKind({
  name: 'Ball joint',
  dangerous: true,
  stands: (axle) => {
    const { ballJoint: has } = layoutOf(axle);
    return has === 'always' || (has === 'steered' && axle.steered);
  },
  place: (axle) => axle.points.armOuter.at,
  checks: ['shake-12-6', 'lever-ball-joint'],
  loadedBySpring: true,
  defects: () => ['boot torn'],
  detail: howUnloaded,
  fasteners: ballJointNut,
});
