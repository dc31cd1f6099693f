import type { HardPoints } from '@ash-knot/core';
import type { Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** So far from the wheel towards its bushing a twist beam joins its arm (common practice, no source). */
const JOINS = 0.62;
/** The left end of a twist beam, on its arm. */
export const beamEnd = (p: HardPoints): Vec3 => [
  p.armInner.at[0] * JOINS,
  p.armOuter.at[1],
  p.hub.at[2] + (p.armInner.at[2] - p.hub.at[2]) * 0.5,
];

/** What joins both wheels in one piece: a beam that twists between its arms, or the tube of an axle with its differential. */
export function beam({ axle, layout, p, usual }: Corner): Solid[] {
  const hub = p.hub.at;
  switch (layout.drawing.crossMember) {
    case 'twist beam': {
      const at = beamEnd(p);
      return [
        {
          shape: 'drum',
          paint: 'part',
          usual: usual('armInner', 'armOuter'),
          from: at,
          to: [at[0], -at[1], at[2]],
          radiusMm: 40,
        },
      ];
    }
    case 'axle tube': {
      const end: Vec3 = [hub[0], hub[1] - 30, hub[2]];
      return [
        { shape: 'drum', paint: 'part', usual: usual('hub'), from: end, to: [end[0], -end[1], end[2]], radiusMm: 38 },
        ...(axle.powered === false
          ? []
          : ([
              {
                shape: 'casting',
                paint: 'part',
                usual: true,
                over: [
                  { at: [hub[0], 0, hub[2]], radiusMm: 105 },
                  { at: [hub[0] + 130, 0, hub[2] + 10], radiusMm: 42 },
                ],
              },
            ] satisfies Solid[])),
      ];
    }
    case 'subframe':
    case null:
      return [];
  }
}
