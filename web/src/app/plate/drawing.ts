import { layoutOf, LINKS, rearView, type AxleSpec, type Layout, type Side } from '@ash-knot/core';
import type { PlateLayout, Point } from './layout';

/** One stroke of the axle's drawing. */
export interface Shape {
  readonly d: string;
  readonly kind: 'ink' | 'tube' | 'fill' | 'part' | 'rubber' | 'fine' | 'far' | 'tyre' | 'centre' | 'link';
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
function coil(a: Point, b: Point, radius: number, turns: number): Shape[] {
  const len = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
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
  readonly sides: readonly Side[];
  readonly p: ReturnType<typeof rearView<AxleSpec['points']>>;
  readonly drawing: Layout['drawing'];
  /** How much heavier strokes are on a larger plate. */
  readonly big: number;
  /** The vehicle's middle, px, where both sides are shown. */
  readonly centre: number | undefined;
}

/** One side's own helpers: where its points stand, and which way is outward. */
const sideOf = ({ l }: Draft, side: Side) => ({
  at: (q: Point): Point => [l.x(side, q[0]), l.y(q[1])],
  dir: side === 'left' ? -1 : 1,
});

/** A member across the middle from one point to its mirror image; with one side only, to the middle. */
function span({ l, sides }: Draft, outward: number, z: number, width: number): Shape {
  const at = (side: Side): Point => [l.x(side, outward), l.y(z)];
  const d = sides.length === 2 ? line(at('left'), at('right')) : line([l.x(sides[0]!, 0), l.y(z)], at(sides[0]!));
  return { d, kind: 'tube', width };
}

/** The vehicle's middle and the ground. */
function frame({ axle, l, sides, centre }: Draft): Shape[] {
  const reach = sides.map((s) => l.x(s, axle.trackMm / 2 + axle.tyreWidthMm * 0.75));
  const ground: Shape = {
    d: `M${n(Math.min(...reach, centre ?? 1e9))} ${n(l.y(0) + 1)}H${n(Math.max(...reach, centre ?? -1e9))}`,
    kind: 'fine',
  };
  if (centre === undefined) return [ground];
  return [{ d: `M${n(centre)} ${n(Math.max(66, l.y(axle.tyreDiameterMm * 1.62)))}V${n(l.y(0))}`, kind: 'centre' }, ground];
}

/** What joins the two sides, by the layout's own word. */
function crossMember(dr: Draft): Shape[] {
  const { l, p, big, centre } = dr;
  switch (dr.drawing.crossMember) {
    case 'axle tube':
      return [
        span(dr, p.hub[0] - 40, p.hub[1], 15 * big),
        ...(centre === undefined ? [] : [{ d: rect(centre, l.y(p.hub[1]), 52, 56, 20), kind: 'part' as const }]),
      ];
    case 'twist beam':
      return [span(dr, p.armInner[0] - 10, p.armInner[1] - 40, 18 * big)];
    case 'subframe': {
      if (centre === undefined) return [];
      const w = l.x('right', p.armInner[0] + 25) - l.x('left', p.armInner[0] + 25);
      return [{ d: rect(centre, l.y(p.armInner[1]) - 2, w, 30, 4), kind: 'part' }];
    }
    case null:
      return [];
  }
}

function steeringRack({ l, p, centre }: Draft): Shape[] {
  if (!p.rackEnd || centre === undefined) return [];
  const width = l.x('right', p.rackEnd[0] - 40) - l.x('left', p.rackEnd[0] - 40);
  return [{ d: rect(centre, l.y(p.rackEnd[1]), width, 17, 7), kind: 'part' }];
}

/** The tyre with its tread. */
function wheel(dr: Draft, side: Side): Shape[] {
  const { axle, l, big } = dr;
  const [x, y] = sideOf(dr, side).at([axle.trackMm / 2 + axle.tyreWidthMm * 0.12, axle.tyreDiameterMm / 2]);
  const w = axle.tyreWidthMm * l.pxPerMm;
  const h = axle.tyreDiameterMm * l.pxPerMm * l.stretch;
  return [
    { d: rect(x, y, w, h, Math.min(11 * big, w / 3)), kind: 'tyre' },
    ...[1, 2, 3, 4, 5, 6].map((i): Shape => ({
      d: `M${n(x - w * 0.36)} ${n(y - h / 2 + (h * i) / 7)}h${n(w * 0.72)}`,
      kind: 'fine',
    })),
  ];
}

/** Wheel nuts on the outer face. */
function wheelNuts(dr: Draft, side: Side): Shape[] {
  const { axle, l, p } = dr;
  const { at, dir } = sideOf(dr, side);
  const [x] = at([axle.trackMm / 2 + axle.tyreWidthMm * 0.12, 0]);
  const out = x + dir * ((axle.tyreWidthMm * l.pxPerMm) / 2 + 3);
  const y = at(p.hub)[1] + axle.tyreDiameterMm * 0.16 * l.pxPerMm * l.stretch;
  return [-1, 0, 1].map((k) => ({ d: rect(out, y + k * 13, 6, 8, 1), kind: 'ink', width: 1.4 }));
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
    ...coil(mix(top, foot, 0.05), mix(top, foot, 0.5), 20 * big, 6),
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
  const around = drawing.spring === 'round damper';
  const damper: Shape[] = [
    { d: line(top, mix(top, foot, around ? 0.55 : 0.5)), kind: 'ink', width: 3 },
    { d: line(mix(top, foot, around ? 0.45 : 0.42), foot), kind: 'tube', width: 10 * big },
  ];
  const spring = coil(st, sf, 17 * big, 6);
  return around ? [...seats, ...damper, ...spring] : [...seats, ...spring, ...damper];
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

/** The bar and what holds it, in front of the rest: this is what the program is about. */
function barAndLinks(dr: Draft): Shape[] {
  const { axle, sides, p, big } = dr;
  const { barBushing, barEye, linkMount } = p;
  if (!barBushing || !barEye || !linkMount) return [];
  const stack = axle.link !== null && LINKS[axle.link.kind].drawn === 'stack';
  const corner = (side: Side): Shape[] => {
    const { at } = sideOf(dr, side);
    const [b, eye, mount] = [at(barBushing), at(barEye), at(linkMount)];
    const grommet = (from: Point, to: Point, t: number): Shape => ({
      d: rect(...mix(from, to, t), 15 * big, 6, 2.5),
      kind: 'rubber',
    });
    return [
      { d: line(b, mix(b, eye, 0.35), eye), kind: 'ink', width: 6 * big },
      { d: rect(b[0], b[1], 17 * big, 24 * big, 3), kind: 'part' },
      { d: line(mount, eye), kind: 'link', width: (stack ? 4 : 5) * big, side },
      ...(stack ? [-0.1, 0.1].flatMap((t) => [grommet(mount, eye, t), grommet(eye, mount, t)]) : []),
    ];
  };
  return [span(dr, barBushing[0], barBushing[1], 7 * big), ...sides.flatMap(corner)];
}

/** The strokes of an axle from its stored points, both sides or one. Drawn back to front. */
export function drawAxle(axle: AxleSpec, l: PlateLayout, sides: readonly Side[]): Shape[] {
  const dr: Draft = {
    axle,
    l,
    sides,
    p: rearView(axle.points),
    drawing: layoutOf(axle).drawing,
    big: Math.min(1.6, Math.max(1, l.pxPerMm / 0.2)),
    centre: sides.length === 2 ? (l.x('left', 0) + l.x('right', 0)) / 2 : undefined,
  };
  const side = (s: Side) => [...wheel(dr, s), ...springAndDamper(dr, s), ...armsAndKnuckle(dr, s), ...wheelNuts(dr, s)];
  return [...frame(dr), ...crossMember(dr), ...steeringRack(dr), ...sides.flatMap(side), ...barAndLinks(dr)];
}
