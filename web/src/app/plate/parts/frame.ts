import { ARM_SPREAD } from '@ash-knot/core';
import type { Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

const over = (p: Vec3): Vec3 => [p[0], -p[1], p[2]];
/** A rail of a frame and how far it goes on, mm (common practice, no source). */
const RAIL = { half: 34, long: 330 } as const;

/** What everything hangs on, as the quiet ground of the picture: a subframe between the arms, or the rails of a frame. */
export function frame({ layout, p }: Corner): Solid[] {
  if (layout.drawing.crossMember === 'subframe') {
    const [x, y, z] = p.armInner.at;
    const corners: Vec3[] = [-1, 1].map((k): Vec3 => [x + k * (ARM_SPREAD[0] + 20), y - 42, z]);
    const body = [...corners, ...corners.map(over)];
    return [{ shape: 'casting', paint: 'quiet', usual: true, over: body.map((at) => ({ at, radiusMm: 34 })) }];
  }
  if (layout.moves !== 'axle') return [];
  const y = Math.min(p.springFoot.at[1], p.damperFoot.at[1]) - 120;
  const z = p.hub.at[2] + 205;
  return [y, -y].map((at): Solid => ({
    shape: 'casting',
    paint: 'quiet',
    usual: true,
    over: [-1, 1].flatMap((k) => [-1, 1].map((h) => ({ at: [k * RAIL.long, at, z + h * 30] as Vec3, radiusMm: RAIL.half }))),
  }));
}
