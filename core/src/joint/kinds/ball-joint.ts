import { layoutOf, type AssemblyPiece, type AxleSpec, type SpringSeat } from '../../vehicle';
import { jointKind } from './joint-kind';
import { taper } from './taper';

/** The lower ball joint, let go of the arm; or let go for the arm that comes off with it. */
export const ballJointPieces = (again = false): readonly AssemblyPiece[] =>
  taper(
    {
      id: 'ball-joint',
      part: 'ball joint',
      turns: 'ball-joint-nut',
      eye: ['eye of the control arm', 'eye of the wishbone'],
      ...(again ? { chalk: 'ball-joint' } : {}),
    },
    again,
  );

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
  bolted: () => ballJointPieces(),
});
