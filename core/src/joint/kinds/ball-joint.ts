import { layoutOf, type AssemblyPiece, type AxleSpec, type SpringSeat } from '../../vehicle';
import { TAPER_ON, TAPER_SPRINGS } from './laid';
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
  laid: {
    // With the spring on the arm it holds the ball joint under load: the maker's procedure and tools.
    when: (axle) => axle.springSeat === 'strut' || axle.springSeat === 'axle',
    behindLink: true,
    off: {
      task: 'taper off',
      title: '{side} ball joint: cotter out, nut to its last turns, taper let go, out of the arm',
      detail: 'Jack or strap under the arm. The stud’s mark and the way its cotter lies are photographed.',
      tools: ['ball joint press', 'two hammers', 'side cutters'],
      caution: `Eyes. ${TAPER_SPRINGS}`,
      troubles: ['taper stuck', 'hex rounds', 'cannot reach'],
    },
    hand: 'Swing the stud by hand: play, notches, water under the boot.',
    on: {
      task: 'taper in',
      title: '{side} ball joint in, nut by hand',
      detail: TAPER_ON,
      tools: ['new cotter'],
      troubles: ['thread short', 'part wrong'],
    },
  },
});
