import {
  BUSHINGS,
  END_SPECS,
  endKind,
  RIM_SHARE,
  layoutOf,
  LINKS,
  rearView,
  type AxleSpec,
  type EndKindSpec,
  type HardPoint,
  type Layout,
  type Side,
} from '@ash-knot/core';
import { type PlateLayout, type Point } from './layout';

/** One stroke of the axle's drawing. */
export interface Shape {
  readonly d: string;
  readonly kind: 'ink' | 'tube' | 'part' | 'rubber' | 'fine' | 'far' | 'tyre' | 'gap' | 'hidden' | 'link';
  readonly width?: number;
  /** Link of a side, drawn in ink blue when one of its ends is selected. */
  readonly side?: Side;
}

const n = (v: number) => Math.round(v * 10) / 10;
const line = (...p: Point[]) => 'M' + p.map((q) => `${n(q[0])} ${n(q[1])}`).join('L');
const poly = (...p: Point[]) => line(...p) + 'Z';
const rect = (cx: number, cy: number, w: number, h: number, r = 0) => {
  const [x, y] = [cx - w / 2, cy - h / 2];
  return `M${n(x + r)} ${n(y)}h${n(w - 2 * r)}a${r} ${r} 0 0 1 ${r} ${r}v${n(h - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${r}h${n(-(w - 2 * r))}a${r} ${r} 0 0 1 ${-r} ${-r}v${n(-(h - 2 * r))}a${r} ${r} 0 0 1 ${r} ${-r}Z`;
};
const mix = (a: Point, b: Point, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];

/** A coil spring between two points: near halves of the coils thick, far halves thin. */
function coil(a: Point, b: Point, radius: number): Shape[] {
  const len = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const turns = Math.max(5, Math.round(len / (radius * 1.35)));
  const along: Point = [(b[0] - a[0]) / len, (b[1] - a[1]) / len];
  const across: Point = [-along[1], along[0]];
  const at = (t: number, s: number): Point => [
    a[0] + along[0] * len * t + across[0] * radius * s,
    a[1] + along[1] * len * t + across[1] * radius * s,
  ];
  let near = '';
  let far = '';
  for (let i = 0; i < turns; i++) {
    const t0 = i / turns;
    const step = 1 / turns;
    const curve = (from: Point, to: Point, bulge: number) => {
      const m = mix(from, to, 0.5);
      return `M${n(from[0])} ${n(from[1])}Q${n(m[0] + along[0] * bulge)} ${n(m[1] + along[1] * bulge)} ${n(to[0])} ${n(to[1])}`;
    };
    const bulge = Math.min(radius * 0.22, (len / turns) * 0.3);
    near += curve(at(t0 + step * 0.1, -1), at(t0 + step * 0.55, 1), bulge);
    if (i < turns - 1) far += curve(at(t0 + step * 0.55, 1), at(t0 + step * 1.1, -1), -bulge);
  }
  return [
    { d: far, kind: 'far' },
    { d: near, kind: 'ink', width: 3.6 },
  ];
}

/** What every part of the drawing is drawn with. */
interface Draft {
  readonly axle: AxleSpec;
  readonly l: PlateLayout;
  readonly p: ReturnType<typeof rearView<AxleSpec['points']>>;
  readonly drawing: Layout['drawing'];
  /** How much heavier strokes are on a larger plate. */
  readonly big: number;
}

/** One side's own helpers: where its points stand, and which way is outward. */
const sideOf = ({ l }: Draft, side: Side) => ({
  at: (q: Point): Point => [l.x(side, q[0]), l.y(q[1])],
  dir: side === 'left' ? -1 : 1,
});

/** A member that goes on across the middle: from a point of this side to the break, torn off there. */
function stub(dr: Draft, side: Side, from: Point, width: number): Shape[] {
  const { at, dir } = sideOf(dr, side);
  const end = at([dr.l.cutMm, from[1]]);
  return [{ d: line(at(from), end), kind: 'tube', width }, ...torn(end, width, dir)];
}

/** The torn edge of a member whose middle is left out: two short slants, as draughtsmen break a line. */
function torn([x, y]: Point, width: number, dir: number): Shape[] {
  const h = width / 2 + 4;
  const s = dir * 3.5;
  return [
    {
      d: poly(
        [x - dir * 2, y - h],
        [x + s, y - h * 0.35],
        [x - s, y + h * 0.35],
        [x - dir * 2, y + h],
        [x - dir * 9, y + h],
        [x - dir * 9, y - h],
      ),
      kind: 'gap',
    },
    { d: line([x, y - h], [x + s, y - h * 0.35], [x - s, y + h * 0.35], [x, y + h]), kind: 'fine' },
  ];
}

/** A block that goes on across the middle, such as a subframe or a rack. */
function block(dr: Draft, side: Side, outward: number, z: number, height: number, round: number): Shape[] {
  const { at, dir } = sideOf(dr, side);
  const [x0, y] = at([outward, z]);
  const [x1] = at([dr.l.cutMm, z]);
  return [{ d: rect((x0 + x1) / 2, y, Math.abs(x1 - x0), height, round), kind: 'part' }, ...torn([x1, y], height, dir)];
}

function ground({ axle, l }: Draft, side: Side): Shape {
  const [a, b] = [l.x(side, l.cutMm), l.x(side, axle.trackMm / 2 + axle.tyreWidthMm * 0.75)];
  return { d: `M${n(Math.min(a, b))} ${n(l.y(0) + 1)}H${n(Math.max(a, b))}`, kind: 'fine' };
}

/** What joins the two sides, by the layout's own word. */
function crossMember(dr: Draft, side: Side): Shape[] {
  const { p, big } = dr;
  switch (dr.drawing.crossMember) {
    case 'axle tube':
      return stub(dr, side, [p.hub[0] - 40, p.hub[1]], 16 * big);
    case 'twist beam':
      return stub(dr, side, [p.armInner[0] - 10, p.armInner[1] - 40], 18 * big);
    case 'subframe':
      return block(dr, side, p.armInner[0] + 18, p.armInner[1], 30 * big, 3);
    case null:
      return [];
  }
}

const steeringRack = (dr: Draft, side: Side): Shape[] =>
  dr.p.rackEnd ? block(dr, side, dr.p.rackEnd[0] - 8, dr.p.rackEnd[1], 16 * dr.big, 4) : [];

/**
 * The wheel in section: tyre above and below, the rim between, its disc at the outer face. Cut open so that
 * bearing, hub and nuts are seen, and no leader runs over a wheel.
 */
function wheel(dr: Draft, side: Side): Shape[] {
  const { axle, l, p, big } = dr;
  const { at, dir } = sideOf(dr, side);
  const mid = axle.trackMm / 2;
  const half = axle.tyreWidthMm / 2;
  const r = axle.tyreDiameterMm / 2;
  const [inner, hubY] = at([mid - half, p.hub[1]]);
  const [outer] = at([mid + half, r]);
  const w = Math.abs(outer - inner);
  const cx = (inner + outer) / 2;
  const px = l.pxPerMm * l.stretch;
  const band = r * (1 - RIM_SHARE) * px;
  const rim = r * RIM_SHARE * px;
  const disc = outer - dir * w * 0.2;
  const hub = at(p.hub);
  const tyre = (sign: -1 | 1): Shape[] => {
    const y = hubY + sign * (r * px - band / 2);
    return [
      { d: rect(cx, y, w, band, Math.min(9 * big, w / 3, band / 2.4)), kind: 'tyre' },
      { d: `M${n(inner + dir * w * 0.12)} ${n(hubY + sign * rim)}H${n(outer - dir * w * 0.12)}`, kind: 'ink', width: 3 },
      ...[0.3, 0.5, 0.7].map((t): Shape => ({
        d: `M${n(inner + dir * w * t)} ${n(y + sign * (band / 2 - 1))}v${n(-sign * Math.min(5, band * 0.25))}`,
        kind: 'fine',
      })),
    ];
  };
  return [
    ...tyre(-1),
    ...tyre(1),
    // Disc of the rim, and the hub's flange it is bolted to.
    { d: line([disc, hubY - rim + 2], [disc + dir * 2, hubY], [disc, hubY + rim - 2]), kind: 'ink', width: 2.6 },
    { d: line(hub, [disc, hub[1]]), kind: 'tube', width: 11 * big },
    { d: rect(disc - dir * 3, hub[1], 6, 46 * big, 2), kind: 'part' },
  ];
}

/** Two nuts in section, on the outer face of the disc. */
function wheelNuts(dr: Draft, side: Side): Shape[] {
  const { axle, big } = dr;
  const { at, dir } = sideOf(dr, side);
  const [outer] = at([axle.trackMm / 2 + axle.tyreWidthMm / 2, 0]);
  const [inner] = at([axle.trackMm / 2 - axle.tyreWidthMm / 2, 0]);
  const disc = outer - dir * Math.abs(outer - inner) * 0.2;
  const y = at(dr.p.hub)[1];
  return [-1, 1].map((k) => ({ d: rect(disc + dir * 6, y + k * 15 * big, 8, 7 * big, 1), kind: 'part' }));
}

/** The strut: mount, rod, tube and seat, the spring round it. */
function strut({ p, big }: Draft, at: (q: Point) => Point): Shape[] {
  const top = at(p.damperTop);
  const foot = at(p.damperFoot);
  const seat = mix(top, foot, 0.52);
  const mount = poly(
    [top[0] - 26 * big, top[1] - 9],
    [top[0] + 26 * big, top[1] - 9],
    [top[0] + 19 * big, top[1] + 4],
    [top[0] - 19 * big, top[1] + 4],
  );
  return [
    { d: mount, kind: 'part' },
    { d: line(mix(top, foot, 0.02), mix(top, foot, 0.5)), kind: 'ink', width: 3.4 },
    { d: line(mix(top, foot, 0.42), foot), kind: 'tube', width: 13 * big },
    { d: line([seat[0] - 23 * big, seat[1] + 3], [seat[0] + 23 * big, seat[1] - 3]), kind: 'ink', width: 3.4 },
    ...coil(mix(top, foot, 0.05), mix(top, foot, 0.5), 20 * big),
  ];
}

/** A spring on its own seats, and the damper in it or beside it. */
function springAndDamper(dr: Draft, side: Side): Shape[] {
  const { p, big, drawing } = dr;
  const { at } = sideOf(dr, side);
  if (drawing.spring === 'on strut') return strut(dr, at);
  const [top, foot, st, sf] = [at(p.damperTop), at(p.damperFoot), at(p.springTop), at(p.springFoot)];
  const seats: Shape[] = [
    { d: line([st[0] - 22 * big, st[1] - 3], [st[0] + 22 * big, st[1] - 3]), kind: 'ink', width: 4 },
    { d: line([sf[0] - 20 * big, sf[1] + 3], [sf[0] + 20 * big, sf[1] + 3]), kind: 'ink', width: 3 },
  ];
  if (drawing.spring === 'leaf') return [...damperBeside(top, foot, big), ...leaves(sf, big)];
  const around = drawing.spring === 'round damper';
  const damper: Shape[] = [
    { d: line(top, mix(top, foot, around ? 0.55 : 0.5)), kind: 'ink', width: 3 },
    { d: line(mix(top, foot, around ? 0.45 : 0.42), foot), kind: 'tube', width: 10 * big },
  ];
  const spring = coil(st, sf, 17 * big);
  return around ? [...seats, ...damper, ...spring] : [...seats, ...spring, ...damper];
}

const damperBeside = (top: Point, foot: Point, big: number): Shape[] => [
  { d: line(top, mix(top, foot, 0.5)), kind: 'ink', width: 3 },
  { d: line(mix(top, foot, 0.42), foot), kind: 'tube', width: 10 * big },
];

/** Leaves seen from their end, clamped to the axle by a U-bolt. */
function leaves([x, y]: Point, big: number): Shape[] {
  const leaf = (i: number): Shape => ({ d: rect(x, y + (i - 1.5) * 5 * big, 26 * big, 4 * big, 1), kind: 'part' });
  return [
    ...[0, 1, 2, 3].map(leaf),
    { d: line([x - 16 * big, y - 22 * big], [x - 16 * big, y + 13 * big]), kind: 'ink', width: 2.4 },
    { d: line([x + 16 * big, y - 22 * big], [x + 16 * big, y + 13 * big]), kind: 'ink', width: 2.4 },
  ];
}

/** Leaves from their side: three lengths bent upward from the eye in front to the shackle behind. */
function leavesFromSide(eye: Point, seat: Point, shackle: Point): Shape[] {
  return [1, 0.7, 0.42].map((k, i): Shape => {
    const [a, b] = [mix(seat, eye, k), mix(seat, shackle, k)];
    return {
      d: `M${n(a[0])} ${n(a[1] + i * 5)}Q${n(seat[0])} ${n(2 * seat[1] - (a[1] + b[1]) / 2 + i * 5)} ${n(b[0])} ${n(b[1] + i * 5)}`,
      kind: 'ink',
      width: 3.4,
    };
  });
}

/** Knuckle, arms and tie rod. */
function armsAndKnuckle(dr: Draft, side: Side): Shape[] {
  const { p, big, drawing } = dr;
  const { at, dir } = sideOf(dr, side);
  const [armIn, armOut, hub] = [at(p.armInner), at(p.armOuter), at(p.hub)];
  const top = p.upperOuter ? at(p.upperOuter) : drawing.spring === 'on strut' ? at(p.damperFoot) : hub;
  const knuckle =
    drawing.arm === 'across'
      ? poly(
          [top[0] - 4, top[1] - 2],
          [top[0] + 6 * dir + 4, top[1] - 2],
          [hub[0] + 13 * dir, hub[1] - 16],
          [hub[0] + 13 * dir, hub[1] + 16],
          [armOut[0] + 5 * dir, armOut[1] - 2],
          [armOut[0] - 5 * dir, armOut[1] - 2],
        )
      : rect(hub[0], hub[1], 20 * big, 40 * big, 5);
  const arm = {
    across: line(armIn, armOut),
    // Seen from behind an arm that trails is short: its bushing, its body, the hub.
    trailing: line(armIn, mix(armIn, armOut, 0.55), hub),
    along: line(armIn, mix(armIn, [armIn[0], hub[1]], 0.9)),
  }[drawing.arm];
  return [
    { d: knuckle, kind: 'part' },
    { d: arm, kind: 'tube', width: drawing.armWidthPx * big },
    ...(p.upperInner && p.upperOuter
      ? [{ d: line(at(p.upperInner), at(p.upperOuter)), kind: 'tube' as const, width: 10 * big }]
      : []),
    ...(p.rackEnd && p.tieRodOuter ? [{ d: line(at(p.rackEnd), at(p.tieRodOuter)), kind: 'ink' as const, width: 4 }] : []),
  ];
}

/** What stands at an end of the link, by its kind: a ball in its boot, rubber in an eye, grommets on a bolt. */
function linkEnds(dr: Draft, mount: Point, eye: Point): Shape[] {
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
    case 'rod end':
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
    case 'pivot':
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
function barAndLinks(dr: Draft, side: Side): Shape[] {
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

/** The strokes of an axle from its stored points, the sides its layout shows. Drawn back to front. */
export function drawAxle(axle: AxleSpec, l: PlateLayout): Shape[] {
  const dr: Draft = {
    axle,
    l,
    p: rearView(axle.points),
    drawing: layoutOf(axle).drawing,
    big: Math.min(1.5, Math.max(0.9, l.pxPerMm / 0.34)),
  };
  const side = (s: Side) => [
    ground(dr, s),
    ...crossMember(dr, s),
    ...steeringRack(dr, s),
    ...wheel(dr, s),
    ...springAndDamper(dr, s),
    ...armsAndKnuckle(dr, s),
    ...wheelNuts(dr, s),
    ...barAndLinks(dr, s),
  ];
  return l.sides.flatMap(side);
}

/** The corner from its side, true to scale: what lies fore and aft of the hub. */
export function drawSide(axle: AxleSpec, l: PlateLayout, side: Side): Shape[] {
  const v = l.sideView;
  if (!v) return [];
  const p = axle.points;
  const at = (q: HardPoint): Point => [v.x(q.at[0]), v.y(q.at[2])];
  const big = Math.min(1.5, Math.max(0.9, l.pxPerMm / 0.34));
  const layout = layoutOf(axle);
  const hub = at(p.hub);
  const circle = (c: Point, r: number) =>
    `M${n(c[0] - r)} ${n(c[1])}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;
  const r = (axle.tyreDiameterMm / 2) * l.pxPerMm;
  const [top, foot, st, sf] = [at(p.damperTop), at(p.damperFoot), at(p.springTop), at(p.springFoot)];
  const bar =
    p.barBushing && p.barEye && p.linkMount
      ? ([
          { d: line(at(p.barBushing), mix(at(p.barBushing), at(p.barEye), 0.5), at(p.barEye)), kind: 'ink', width: 6 * big },
          { d: rect(...at(p.barBushing), 22 * big, 22 * big, 6), kind: 'rubber' },
          { d: circle(at(p.barBushing), 6 * big), kind: 'part' },
          { d: line(at(p.linkMount), at(p.barEye)), kind: 'link', width: 5 * big, side },
          ...linkEnds({ axle, l, p: rearView(axle.points), drawing: layout.drawing, big }, at(p.linkMount), at(p.barEye)),
        ] satisfies Shape[])
      : [];
  return [
    { d: `M${n(v.left + 10)} ${n(v.y(0) + 1)}H${n(v.left + v.width - 10)}`, kind: 'fine' },
    { d: circle(hub, r), kind: 'hidden' },
    { d: circle(hub, r * RIM_SHARE), kind: 'hidden' },
    // The arm from its bushing to the knuckle; seen from the side it may be all but a point.
    { d: line(at(p.armInner), at(p.armOuter)), kind: 'tube', width: layout.drawing.armWidthPx * big },
    ...(p.upperInner && p.upperOuter
      ? [{ d: line(at(p.upperInner), at(p.upperOuter)), kind: 'tube' as const, width: 10 * big }]
      : []),
    ...(layout.drawing.spring === 'leaf' ? leavesFromSide(at(p.armInner), sf, st) : coil(st, sf, 16 * big)),
    { d: line(top, mix(top, foot, 0.5)), kind: 'ink', width: 3 },
    { d: line(mix(top, foot, 0.42), foot), kind: 'tube', width: 11 * big },
    {
      d: poly(
        [hub[0] - 9, hub[1] - 22],
        [hub[0] + 9, hub[1] - 22],
        [at(p.armOuter)[0] + 7, at(p.armOuter)[1]],
        [at(p.armOuter)[0] - 7, at(p.armOuter)[1]],
      ),
      kind: 'part',
    },
    { d: circle(hub, 10 * big), kind: 'part' },
    ...(p.rackEnd && p.tieRodOuter ? [{ d: line(at(p.rackEnd), at(p.tieRodOuter)), kind: 'ink' as const, width: 4 }] : []),
    ...bar,
  ];
}
