import type { Name } from '../../text';
import type { FastenerKind } from '../../torque';
import type { AssemblyPiece } from '../../vehicle';

/** A stud on a taper. */
interface Taper {
  /** Its piece's name: "ball-joint". */
  readonly id: string;
  /** The part, as it stands in a sentence. */
  readonly part: string;
  readonly turns: FastenerKind;
  /** What its taper sits in. */
  readonly eye: Name;
  /** The joint that carries its chalk stripe, where it is let go for another part. */
  readonly chalk?: string;
}

/** A stud on a taper with what keeps it, in the order it comes off. @param again let go for another part: it stays */
export const taper = ({ id, part, turns, eye, chalk }: Taper, again = false): readonly AssemblyPiece[] => {
  const at = { axis: 'upper', count: 1 } as const;
  const whose = again ? 'vehicle' : 'part';
  return [
    {
      ...at,
      role: 'cotter',
      of: 'fixing',
      asked: {
        id: `${id}.cotter`,
        name: `Cotter of the ${part}, {side}`,
        usual: 'binned',
        why: 'Bent once, it breaks the second time.',
      },
    },
    {
      ...at,
      role: 'nut',
      of: 'fixing',
      turns,
      ...(chalk ? { chalk } : {}),
      asked: {
        id: `${id}.nut`,
        name: `Nut of the ${part}, {side}`,
        usual: 'renewed',
        why: 'It locks once; a castle nut with round slots holds no cotter.',
      },
    },
    { ...at, role: 'eye', name: eye, of: 'vehicle' },
    { ...at, role: 'stud', name: 'stud on its taper', of: whose },
    { ...at, role: 'boot', of: whose },
    {
      ...at,
      role: 'body',
      name: part,
      of: whose,
      ...(again
        ? {}
        : {
            asked: {
              id,
              name: `Old ${part}, {side}`,
              usual: 'binned' as const,
              why: 'Play, or a torn boot: water and grit are in it.',
            },
          }),
    },
  ];
};
