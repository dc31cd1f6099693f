import { barLine, type HardPoints } from '@ash-knot/core';
import { add, sub, type Vec3 } from '@ash-knot/core/numeric';
import { beamEnd } from './beam';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

const over = (p: Vec3): Vec3 => [p[0], -p[1], p[2]];

/**
 * The whole bar, from eye to eye. @param right where the points of the right side stand now
 */
export function bar({ axle, p, usual }: Corner, right: HardPoints): Solid[] {
  const spec = axle.bar;
  if (!spec) return [];
  const lighter = usual('barBushing', 'barEye');
  const radiusMm = spec.diameterMm / 2;
  // Bolted into a beam it lies in the beam.
  if (spec.joins === 'beam') {
    const [x, y, z] = beamEnd(p);
    const end: Vec3 = [x, y - 30, z - 12];
    return [{ shape: 'rod', paint: 'bar', member: 'bar', usual: lighter, line: [end, over(end)], radiusMm }];
  }
  const [mine, other] = [barLine(p), barLine(right)];
  if (!mine || !other) return [];
  const eye = (side: 'left' | 'right', line: readonly Vec3[]): Solid[] => {
    const at = side === 'left' ? line.at(-1)! : over(line.at(-1)!);
    return spec.ends === 'splines'
      ? [{ shape: 'drum', paint: 'part', member: 'bar', side, from: sub(at, [0, 22, 0]), to: add(at, [0, 22, 0]), radiusMm: 24 }]
      : [{ shape: 'ball', paint: 'part', member: 'bar', side, at, radiusMm: 17 }];
  };
  const control: Solid[] =
    (spec.control ?? 'passive') === 'passive'
      ? []
      : [
          {
            shape: 'drum',
            paint: 'part',
            member: 'bar',
            from: [mine[0]![0], 85, mine[0]![2]],
            to: [mine[0]![0], -85, mine[0]![2]],
            radiusMm: 42,
          },
        ];
  return [
    { shape: 'rod', paint: 'bar', member: 'bar', usual: lighter, line: [...mine].reverse().concat(other.map(over)), radiusMm },
    ...eye('left', mine),
    ...eye('right', other),
    ...control,
  ];
}
