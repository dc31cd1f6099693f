import { layoutOf, type AxleSpec, type PieceSpec, type SpringSeat } from '../../vehicle';
import { jointKind, type Disturbed } from './joint-kind';

export const ballJointNut = (): readonly Disturbed[] => [{ kind: 'ball-joint-nut', count: 1, rideHeight: false }];

/** What comes off with a stud on a taper, the part itself first. */
export const taperPieces = (id: string, part: string): readonly PieceSpec[] => [
  { id, name: `Old ${part}, {side}`, usual: 'binned', why: 'Play, or a torn boot: water and grit are in it.' },
  {
    id: `${id}.nut`,
    name: `Nut of the ${part}, {side}`,
    usual: 'renewed',
    why: 'It locks once; a castle nut with round slots holds no cotter.',
  },
  { id: `${id}.cotter`, name: `Cotter of the ${part}, {side}`, usual: 'binned', why: 'Bent once, it breaks the second time.' },
];

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
  pieces: () => taperPieces('ball-joint', 'ball joint'),
});
