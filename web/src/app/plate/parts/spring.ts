import { add, norm, scale, sub, type Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** Half the width of a coil spring and its wire, mm (common practice, no source). */
const COIL = {
  'on strut': { radius: 62, wire: 12 },
  'round damper': { radius: 52, wire: 13 },
  'beside damper': { radius: 52, wire: 13 },
} as const;
/** Widest and thickest of one leaf, mm (common practice, no source). */
const LEAF = { width: 62, thick: 9 } as const;

const unit = (v: Vec3): Vec3 => scale(v, 1 / (norm(v) || 1));

/** The spring between its seats; leaves from eye to shackle. */
export function spring({ layout, p, usual }: Corner): Solid[] {
  const kind = layout.drawing.spring;
  const lighter = usual('springTop', 'springFoot');
  const [top, foot] = [p.springTop.at, p.springFoot.at];
  if (kind === 'leaf') return leaves(top, foot, p.armInner.at, lighter);
  const up = unit(sub(top, foot));
  const { radius, wire } = COIL[kind];
  const seat = (at: Vec3, k: number, r: number): Solid => ({
    shape: 'drum',
    paint: 'steel',
    member: 'spring',
    usual: lighter,
    from: at,
    to: add(at, scale(up, k)),
    radiusMm: r,
  });
  return [
    seat(top, 7, radius + 14),
    { shape: 'coil', paint: 'part', member: 'spring', usual: lighter, from: top, to: foot, radiusMm: radius, wireMm: wire },
    seat(foot, -7, radius + 12),
  ];
}

/** Leaves on the axle’s seat, clamped by two U-bolts; a shackle at the rear eye. */
function leaves(rear: Vec3, seat: Vec3, front: Vec3, lighter: boolean): Solid[] {
  const u = (x: number, y: number): Solid => ({
    shape: 'rod',
    paint: 'steel',
    usual: lighter,
    line: [add(seat, [x, y, -30]), add(seat, [x, y, 95])],
    radiusMm: 7,
  });
  const eye = (at: Vec3): Solid => ({
    shape: 'drum',
    paint: 'bonded',
    usual: lighter,
    from: sub(at, [0, 34, 0]),
    to: add(at, [0, 34, 0]),
    radiusMm: 24,
  });
  return [
    {
      shape: 'leaves',
      paint: 'part',
      member: 'spring',
      usual: lighter,
      front,
      seat,
      rear,
      widthMm: LEAF.width,
      thickMm: LEAF.thick,
    },
    { shape: 'rod', paint: 'part', usual: lighter, line: [rear, add(rear, [25, 0, 110])], radiusMm: 12 },
    eye(front),
    eye(rear),
    ...[-45, 45].flatMap((x) => [-38, 38].map((y) => u(x, y))),
  ];
}
