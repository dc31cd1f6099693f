import { tieRodOf } from '@ash-knot/core';
import { add, type Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** A side’s tie rod with its ends. */
export function tieRod({ axle, p, usual }: Corner): Solid[] {
  if (!axle.steered) return [];
  const { inner, outer } = tieRodOf(axle, p);
  const lighter = usual('rackEnd', 'tieRodOuter');
  const own = { member: 'tie rod', usual: lighter } as const;
  return [
    { ...own, shape: 'rod', paint: 'part', line: [inner, outer], radiusMm: 8 },
    { ...own, shape: 'ball', paint: 'part', at: inner, radiusMm: 17 },
    { ...own, shape: 'ball', paint: 'part', at: outer, radiusMm: 15 },
  ];
}

/** What pushes both tie rods: a rack between them, or the rod that joins them and the box’s drag link. */
export function rack({ axle, p, usual, layout }: Corner): Solid[] {
  if (!axle.steered) return [];
  const { inner } = tieRodOf(axle, p);
  const over: Vec3 = [inner[0], -inner[1], inner[2]];
  if (layout.moves !== 'axle')
    return [{ shape: 'drum', paint: 'part', member: 'steering', usual: usual('rackEnd'), from: inner, to: over, radiusMm: 21 }];
  // The box stands on the frame ahead of the axle; nobody has measured it.
  const box: Vec3 = add(inner, [330, 150, 170]);
  return [
    { shape: 'rod', paint: 'part', member: 'tie rod', usual: usual('rackEnd'), line: [inner, over], radiusMm: 12 },
    { shape: 'rod', paint: 'part', usual: true, line: [add(box, [0, 0, -70]), over], radiusMm: 9 },
    { shape: 'drum', paint: 'part', usual: true, from: add(box, [0, 0, -60]), to: add(box, [0, 0, 60]), radiusMm: 46 },
  ];
}
