import type { Vec3 } from '@ash-knot/core/numeric';
import { JOINT_SPECS, tieRodOf } from '@ash-knot/core';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** The hub’s round in the knuckle, mm (common practice, no source). */
const HUB_MM = 52;

/** What the wheel turns on: the knuckle between its joints, its steering arm, the hub with its flange. */
export function knuckle({ axle, layout, p, usual }: Corner): Solid[] {
  const hub = p.hub.at;
  const flange = axle.trackMm / 2 - axle.tyreWidthMm * 0.12;
  const ball = (at: Vec3, radiusMm: number) => ({ at, radiusMm });
  const free = layout.drawing.arm === 'wishbone' || layout.drawing.arm === 'links';
  const top = p.upperOuter?.at ?? (layout.moves === 'strut' ? p.damperFoot.at : null);
  const body = [ball(hub, HUB_MM), ...(free ? [ball(p.armOuter.at, 20)] : []), ...(free && top ? [ball(top, 20)] : [])];
  const rod = tieRodOf(axle, p);
  const out: Solid[] = [
    { shape: 'casting', paint: 'part', member: 'wheel', over: body, usual: usual('hub') },
    { shape: 'drum', paint: 'part', member: 'wheel', from: hub, to: [hub[0], flange, hub[2]], radiusMm: 30, usual: usual('hub') },
  ];
  if (axle.steered)
    out.push({
      shape: 'casting',
      paint: 'part',
      member: 'wheel',
      over: [ball(hub, 26), ball(rod.outer, 13)],
      usual: usual('tieRodOuter'),
    });
  return out;
}

/** The wheel’s nuts, on the outer face of its rim. */
export function wheelNuts({ axle, p }: Corner): Solid[] {
  const [x, , z] = p.hub.at;
  // On the circle their joint’s mark stands on.
  const [, y, low] = JOINT_SPECS['wheel-nuts'].place({ ...axle, points: p });
  const r = z - low;
  const n = axle.wheelNuts.count;
  return Array.from({ length: n }, (_, i): Solid => {
    const a = (2 * Math.PI * i) / n + Math.PI;
    const at: Vec3 = [x + r * Math.sin(a), y, z + r * Math.cos(a)];
    return {
      shape: 'drum',
      paint: 'part',
      member: 'wheel',
      from: [at[0], y - 14, at[2]],
      to: [at[0], y + 10, at[2]],
      radiusMm: 10,
    };
  });
}
