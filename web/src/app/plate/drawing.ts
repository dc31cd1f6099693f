import { RIM_SHARE, layoutOf, rearView, type AxleSpec, type HardPoint, type Side } from '@ash-knot/core';
import { type PlateLayout, type Point } from './layout';
import { type Shape, line, poly, rect, n, mix, coil } from './shapes';
import { barAndLinks, linkEnds } from './link-drawing';
import { type Draft, sideOf, torn, stub } from './draft';

/** A block that goes on across the middle, such as a subframe or a rack. */
function block(dr: Draft, side: Side, outward: number, z: number, height: number, round: number): Shape[] {
  const { at, dir } = sideOf(dr, side);
  const [x0, y] = at([outward, z]);
  const [x1] = at([dr.l.cutMm, z]);
  // Drawn whole it is one block, from side to side.
  if (dr.l.cutMm === 0) return side === 'left' ? [{ d: rect(x1, y, 2 * Math.abs(x1 - x0), height, round), kind: 'part' }] : [];
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
