import { LINKS, END_SPECS, endKind, type EndKindSpec, BUSHINGS, type Side } from '@ash-knot/core';
import { type Draft, sideOf, stub } from './draft';
import type { Point } from './layout';
import { type Shape, mix, rect, n, line } from './shapes';

/** What stands at an end of the link, by its kind: a ball in its boot, rubber in an eye, grommets on a bolt. */
export function linkEnds(dr: Draft, mount: Point, eye: Point): Shape[] {
  const { axle, big } = dr;
  if (!axle.link) return [];
  const link = axle.link;
  const upper = mount[1] < eye[1] ? mount : eye;
  const ends = [
    ['upper', upper, upper === mount ? eye : mount],
    ['lower', upper === mount ? eye : mount, upper],
  ] as const;
  if (LINKS[link.kind].drawn === 'stack')
    return [-0.09, 0.09].flatMap((t) =>
      [mix(mount, eye, t), mix(eye, mount, t)].map((q): Shape => ({
        d: rect(q[0], q[1], 15 * big, 6 * big, 2.5),
        kind: 'rubber',
      })),
    );
  return ends.flatMap(([end, at, other]): Shape[] => endShapes(END_SPECS[endKind(link, end)].drawn, at, other, big));
}

/** One end of a link by what it is. */
function endShapes(drawn: EndKindSpec['drawn'], at: Point, other: Point, big: number): Shape[] {
  const round = (d: number, kind: Shape['kind']): Shape => ({ d: rect(at[0], at[1], d * big, d * big, (d / 2) * big), kind });
  switch (drawn) {
    case 'boot':
      return [{ d: boot(at, other, 8 * big), kind: 'rubber' }];
    case 'eye':
      return [round(15, 'rubber'), round(8, 'part')];
    case 'bare ball':
      return [round(16, 'part'), round(8, 'link')];
    case 'grommets':
      return [-0.05, 0.05].map((t): Shape => {
        const q = mix(at, other, t);
        return { d: rect(q[0], q[1], 15 * big, 6 * big, 2.5), kind: 'rubber' };
      });
  }
}

/** The boot of a ball stud: a bell that opens from the stud to the housing. */
function boot(at: Point, towards: Point, r: number): string {
  const a = Math.atan2(towards[1] - at[1], towards[0] - at[0]);
  const p = (turn: number, reach: number) => `${n(at[0] + reach * Math.cos(a + turn))} ${n(at[1] + reach * Math.sin(a + turn))}`;
  return `M${p(0.5, r * 1.3)}L${p(1.7, r)}A${n(r)} ${n(r)} 0 1 1 ${p(-1.7, r)}L${p(-0.5, r * 1.3)}Z`;
}

/** What holds a frame bushing, by its kind. */
function bracket({ axle, big }: Draft, [x, y]: Point): Shape[] {
  const bolt = (at: number): Shape => ({ d: rect(x, y + at * big, 6 * big, 5 * big, 1), kind: 'part' });
  switch (axle.bushing ? BUSHINGS[axle.bushing.kind].drawn : 'bracket') {
    case 'bracket':
      return [{ d: rect(x, y, 9 * big, 30 * big, 2), kind: 'part' }, bolt(-17), bolt(17)];
    case 'strap':
      // Hooked in above, one bolt below.
      return [
        { d: rect(x, y, 9 * big, 30 * big, 2), kind: 'part' },
        {
          d: `M${n(x)} ${n(y - 14 * big)}v${n(-5 * big)}a${n(4 * big)} ${n(4 * big)} 0 0 1 ${n(8 * big)} 0v${n(4 * big)}`,
          kind: 'ink',
          width: 3,
        },
        bolt(17),
      ];
    case 'back nuts':
      return [
        { d: rect(x, y, 9 * big, 30 * big, 2), kind: 'part' },
        ...[-17, 17].flatMap((k): Shape[] => [
          bolt(k),
          { d: rect(x + 7 * big, y + k * big, 4 * big, 7 * big, 1), kind: 'ink', width: 1.4 },
        ]),
      ];
    case 'sleeve in an eye':
      // An eye round a sleeve, one bolt through it.
      return [
        { d: rect(x, y, 24 * big, 24 * big, 12 * big), kind: 'part' },
        { d: rect(x, y, 18 * big, 18 * big, 9 * big), kind: 'rubber' },
        { d: rect(x, y, 9 * big, 9 * big, 4.5 * big), kind: 'part' },
      ];
    case 'halves':
      return [
        { d: rect(x, y - 8 * big, 14 * big, 15 * big, 2), kind: 'part' },
        { d: rect(x, y + 8 * big, 14 * big, 15 * big, 2), kind: 'part' },
        bolt(-18),
        bolt(18),
      ];
  }
}

/** The bar and what holds it, in front of the rest: this is what the program is about. */
export function barAndLinks(dr: Draft, side: Side): Shape[] {
  const { axle, p, big } = dr;
  const { barBushing, barEye, linkMount } = p;
  if (!barBushing || !barEye || !linkMount) return [];
  const stack = axle.link !== null && LINKS[axle.link.kind].drawn === 'stack';
  const { at } = sideOf(dr, side);
  const [b, eye, mount] = [at(barBushing), at(barEye), at(linkMount)];
  return [
    ...stub(dr, side, barBushing, 7 * big),
    { d: line(b, mix(b, eye, 0.35), eye), kind: 'ink', width: 6 * big },
    { d: rect(b[0], b[1], 18 * big, 25 * big, 4), kind: 'rubber' },
    ...bracket(dr, b),
    { d: line(mount, eye), kind: 'link', width: (stack ? 4 : 5) * big, side },
    ...linkEnds(dr, mount, eye),
  ];
}
