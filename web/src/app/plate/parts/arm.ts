import { ARM_SPREAD } from '@ash-knot/core';
import { add, scale, sub, type Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Member, Solid } from '../scene/solid';

/** Half the length of an arm’s bushing and its outside, mm (common practice, no source). */
const BUSHING = { half: 26, radius: 27 } as const;
/** Links side by side stand so far apart at the knuckle, as a share of their inner ends’ distance. */
const AT_KNUCKLE = 0.34;

/** A bushing about a line through the arm’s inner end. */
const bushing = (at: Vec3, axis: Vec3, member: Member, usual: boolean): Solid => ({
  shape: 'drum',
  paint: 'bonded',
  member,
  usual,
  from: add(at, scale(axis, -BUSHING.half)),
  to: add(at, scale(axis, BUSHING.half)),
  radiusMm: BUSHING.radius,
});

const AHEAD: Vec3 = [1, 0, 0];

/** Two legs from one outer joint, or two links beside each other, to the bushings before and behind the point that is known. */
function across(inner: Vec3, outer: Vec3, spread: Vec3, links: boolean, member: Member, usual: boolean): Solid[] {
  const ends = [add(inner, spread), sub(inner, spread)];
  const outers = links ? [add(outer, scale(spread, AT_KNUCKLE)), sub(outer, scale(spread, AT_KNUCKLE))] : [outer, outer];
  return [
    ...ends.map((e, i): Solid => ({
      shape: 'rod',
      paint: 'part',
      member,
      usual,
      line: [e, outers[i]!],
      radiusMm: links ? 13 : 17,
    })),
    ...ends.map((e) => bushing(e, AHEAD, member, usual)),
    // Its bushings turn on one line: that is where the joint’s mark stands.
    { shape: 'rod', paint: 'quiet', usual: true, line: [ends[0]!, ends[1]!], radiusMm: 6 },
  ];
}

/** What carries the wheel below: a wishbone, two links, an arm that trails, arms along to the axle; leaves are a spring. */
export function lowerArm({ layout, p, usual }: Corner): Solid[] {
  const [inner, outer] = [p.armInner.at, p.armOuter.at];
  const lighter = usual('armInner', 'armOuter');
  const member: Member = 'lower arm';
  const along = (to: Vec3, radiusMm: number): Solid[] => [
    { shape: 'rod', paint: 'part', member, usual: lighter, line: [inner, to], radiusMm },
    {
      shape: 'drum',
      paint: 'bonded',
      member,
      usual: lighter,
      from: sub(inner, [0, 30, 0]),
      to: add(inner, [0, 30, 0]),
      radiusMm: 30,
    },
  ];
  switch (layout.drawing.arm) {
    case 'wishbone':
      return [
        ...across(inner, outer, ARM_SPREAD, false, member, lighter),
        { shape: 'ball', paint: 'part', member, at: outer, radiusMm: 24, usual: lighter },
      ];
    case 'links':
      return across(inner, outer, ARM_SPREAD, true, member, lighter);
    case 'trailing':
      return along([p.hub.at[0] - 20, outer[1], p.hub.at[2] - 20], 26);
    case 'along':
      return layout.drawing.spring === 'leaf' ? [] : along(outer, 16);
  }
}

/** The upper arm, where there is one. */
export function upperArm({ layout, p, usual }: Corner): Solid[] {
  if (!p.upperInner || !p.upperOuter) return [];
  const lighter = usual('upperInner', 'upperOuter');
  const [inner, outer] = [p.upperInner.at, p.upperOuter.at];
  return [
    ...across(inner, outer, scale(ARM_SPREAD, 0.66), layout.upperArm === 'bushing', 'upper arm', lighter),
    ...(layout.upperArm === 'ball joint'
      ? ([{ shape: 'ball', paint: 'part', member: 'upper arm', at: outer, radiusMm: 20, usual: lighter }] satisfies Solid[])
      : []),
  ];
}
