import { END_SPECS, LINKS, endKind, type EndKindSpec, type LinkEnd } from '@ash-knot/core';
import { add, between, norm, scale, sub, type Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

const own = { member: 'link' } as const;

/** The link between its mount and the bar’s eye, and what stands at each of its ends. */
export function link({ axle, p, usual }: Corner): Solid[] {
  const [mount, eye] = [p.linkMount?.at, p.barEye?.at];
  if (!axle.link || !mount || !eye) return [];
  const lighter = usual('linkMount', 'barEye');
  const kind = LINKS[axle.link.kind];
  const [upper, lower] = mount[2] >= eye[2] ? [mount, eye] : [eye, mount];
  const rod: Solid = {
    ...own,
    shape: 'rod',
    paint: 'link',
    usual: lighter,
    line: [upper, lower],
    radiusMm: kind.oneBolt ? 6 : 8,
  };
  const ends = (
    [
      ['upper', upper, lower],
      ['lower', lower, upper],
    ] as const
  ).flatMap(([end, at, other]) =>
    endOf(kind.drawn === 'stack' ? 'grommets' : drawnAt(axle.link!, end), at, other).map((s): Solid => ({
      ...s,
      usual: lighter,
    })),
  );
  return [rod, ...ends];
}

const drawnAt = (of: Parameters<typeof endKind>[0], end: LinkEnd): EndKindSpec['drawn'] => END_SPECS[endKind(of, end)].drawn;

/** One end by what it is. A stud and an eye’s bolt point inward and outward. */
function endOf(drawn: EndKindSpec['drawn'], at: Vec3, other: Vec3): Solid[] {
  const across = (half: number, radiusMm: number, paint: Solid['paint']): Solid => ({
    ...own,
    shape: 'drum',
    paint,
    from: sub(at, [0, half, 0]),
    to: add(at, [0, half, 0]),
    radiusMm,
  });
  const way = scale(sub(other, at), 1 / (norm(sub(other, at)) || 1));
  switch (drawn) {
    case 'boot':
      return [
        across(24, 7, 'part'),
        { ...own, shape: 'ball', paint: 'rubber', at, radiusMm: 18 },
        { ...own, shape: 'rod', paint: 'link', line: [at, between(at, other, 0.12)], radiusMm: 9 },
      ];
    case 'eye':
      return [across(18, 19, 'rubber'), across(25, 8, 'part')];
    case 'bare ball':
      return [across(20, 8, 'part'), { ...own, shape: 'ball', paint: 'part', at, radiusMm: 18 }];
    case 'grommets':
      // One on each side of the tab it goes through.
      return [-1, 1].map((k): Solid => ({
        ...own,
        shape: 'drum',
        paint: 'rubber',
        from: add(at, scale(way, k * 4)),
        to: add(at, scale(way, k * 20)),
        radiusMm: 18,
      }));
  }
}
