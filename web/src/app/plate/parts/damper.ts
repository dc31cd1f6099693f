import { add, between, norm, scale, sub, type Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** So far down from its top the rod goes into its tube. */
const ROD = 0.5;

/** The damper: rod above, tube below; a strut with its mount, one beside or in its spring with its eyes. */
export function damper({ layout, p, usual }: Corner): Solid[] {
  const strut = layout.drawing.spring === 'on strut';
  const [top, foot] = [p.damperTop.at, p.damperFoot.at];
  const lighter = usual('damperTop', 'damperFoot');
  const up = scale(sub(top, foot), 1 / (norm(sub(top, foot)) || 1));
  const own = { member: 'damper', usual: lighter } as const;
  const neck: Vec3 = between(top, foot, ROD);
  return [
    { ...own, shape: 'rod', paint: 'part', line: [top, between(top, foot, ROD + 0.05)], radiusMm: strut ? 9 : 7 },
    { ...own, shape: 'drum', paint: 'part', from: neck, to: foot, radiusMm: strut ? 27 : 22 },
    ...(strut
      ? ([
          // The mount: a plate against the body, a dome over the rod.
          { ...own, shape: 'drum', paint: 'bonded', from: sub(top, scale(up, 6)), to: add(top, scale(up, 8)), radiusMm: 74 },
          { ...own, shape: 'drum', paint: 'part', from: add(top, scale(up, 8)), to: add(top, scale(up, 34)), radiusMm: 44 },
        ] satisfies Solid[])
      : ([
          { ...own, shape: 'drum', paint: 'bonded', from: sub(foot, [20, 0, 0]), to: add(foot, [20, 0, 0]), radiusMm: 19 },
          { ...own, shape: 'drum', paint: 'bonded', from: sub(top, scale(up, 14)), to: add(top, scale(up, 14)), radiusMm: 24 },
        ] satisfies Solid[])),
  ];
}
