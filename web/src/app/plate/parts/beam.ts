import type { Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** What joins both wheels in one piece: a beam that twists between its arms, or the tube of an axle with its differential. */
export function beam({ axle, layout, p, usual }: Corner): Solid[] {
  const [hub, inner] = [p.hub.at, p.armInner.at];
  switch (layout.drawing.crossMember) {
    case 'twist beam': {
      // It joins the arms nearer to their bushings than to the wheels.
      const at: Vec3 = [inner[0] * 0.62, p.armOuter.at[1], hub[2] + (inner[2] - hub[2]) * 0.5];
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
