import { layoutOf, LINKS, rearView, type AxleSpec, type Side } from '@ash-knot/core';
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

/** The strokes of an axle from its stored points, both sides or one. Drawn back to front. */
export function drawAxle(axle: AxleSpec, l: PlateLayout, sides: readonly Side[]): Shape[] {
  const out: Shape[] = [];
  const p = rearView(axle.points);
  const { crossMember, arm, armWidthPx, spring } = layoutOf(axle).drawing;
  const px = l.pxPerMm;
  const big = Math.min(1.6, Math.max(1, px / 0.2));
  const centre = sides.length === 2 ? (l.x('left', 0) + l.x('right', 0)) / 2 : undefined;
  if (centre !== undefined)
    out.push({
      d: `M${n(centre)} ${n(Math.max(66, l.y(axle.tyreDiameterMm * 1.62)))}V${n(l.y(0))}`,
      kind: 'centre',
    });
  const ground = l.y(0) + 1;
  out.push({
    d: `M${n(Math.min(...sides.map((s) => l.x(s, axle.trackMm / 2 + axle.tyreWidthMm * 0.75)), centre ?? 1e9))} ${n(ground)}H${n(Math.max(...sides.map((s) => l.x(s, axle.trackMm / 2 + axle.tyreWidthMm * 0.75)), centre ?? -1e9))}`,
    kind: 'fine',
  });
  const span = (mm: readonly [number, number], z: number, kind: Shape['kind'], width: number): Shape => {
    const at = (side: Side) => [l.x(side, mm[0]), l.y(z)] as Point;
    return sides.length === 2
      ? { d: line(at('left'), at('right')), kind, width }
      : { d: line([l.x(sides[0]!, 0), l.y(z)], at(sides[0]!)), kind, width };
  };

  // What joins the two sides.
  if (crossMember === 'axle tube') {
    out.push({ d: span([p.hub[0] - 40, 0], p.hub[1], 'tube', 0).d, kind: 'tube', width: 15 * big });
    if (centre !== undefined) out.push({ d: rect(centre, l.y(p.hub[1]), 52, 56, 20), kind: 'part' });
  }
  if (crossMember === 'twist beam')
    out.push({
      d: span([p.armInner[0] - 10, 0], p.armInner[1] - 40, 'tube', 0).d,
      kind: 'tube',
      width: 18 * big,
    });
  if (crossMember === 'subframe') {
    const w = (l.x('right', p.armInner[0] + 25) - l.x('left', p.armInner[0] + 25)) * (sides.length === 2 ? 1 : 0);
    if (centre !== undefined) out.push({ d: rect(centre, l.y(p.armInner[1]) - 2, w, 30, 4), kind: 'part' });
  }
  if (p.rackEnd && sides.length === 2 && centre !== undefined) {
    out.push({
      d: rect(centre, l.y(p.rackEnd[1]), l.x('right', p.rackEnd[0] - 40) - l.x('left', p.rackEnd[0] - 40), 17, 7),
      kind: 'part',
    });
  }

  for (const side of sides) {
    const at = (q: Point): Point => [l.x(side, q[0]), l.y(q[1])];
    const dir = side === 'left' ? -1 : 1;
    const wheel = at([axle.trackMm / 2 + axle.tyreWidthMm * 0.12, axle.tyreDiameterMm / 2]);
    const wheelW = axle.tyreWidthMm * px;
    const wheelH = axle.tyreDiameterMm * px * l.stretch;
    out.push({ d: rect(wheel[0], wheel[1], wheelW, wheelH, Math.min(11 * big, wheelW / 3)), kind: 'tyre' });
    for (let i = 1; i < 7; i++)
      out.push({
        d: `M${n(wheel[0] - wheelW * 0.36)} ${n(wheel[1] - wheelH / 2 + (wheelH * i) / 7)}h${n(wheelW * 0.72)}`,
        kind: 'fine',
      });

    // Spring and damper.
    const top = at(p.damperTop);
    const foot = at(p.damperFoot);
    if (spring === 'on strut') {
      out.push({
        d: poly(
          [top[0] - 26 * big, top[1] - 9],
          [top[0] + 26 * big, top[1] - 9],
          [top[0] + 19 * big, top[1] + 4],
          [top[0] - 19 * big, top[1] + 4],
        ),
        kind: 'part',
      });
      out.push({ d: line(mix(top, foot, 0.02), mix(top, foot, 0.5)), kind: 'ink', width: 3.4 });
      out.push({ d: line(mix(top, foot, 0.42), foot), kind: 'tube', width: 13 * big });
      const seat = mix(top, foot, 0.52);
      out.push({
        d: line([seat[0] - 23 * big, seat[1] + 3], [seat[0] + 23 * big, seat[1] - 3]),
        kind: 'ink',
        width: 3.4,
      });
      out.push(...coil(mix(top, foot, 0.05), mix(top, foot, 0.5), 20 * big, 6));
    } else {
      const st = at(p.springTop);
      const sf = at(p.springFoot);
      const around = spring === 'round damper';
      out.push({
        d: line([st[0] - 22 * big, st[1] - 3], [st[0] + 22 * big, st[1] - 3]),
        kind: 'ink',
        width: 4,
      });
      out.push({
        d: line([sf[0] - 20 * big, sf[1] + 3], [sf[0] + 20 * big, sf[1] + 3]),
        kind: 'ink',
        width: 3,
      });
      if (around) {
        out.push({ d: line(top, mix(top, foot, 0.55)), kind: 'ink', width: 3 });
        out.push({ d: line(mix(top, foot, 0.45), foot), kind: 'tube', width: 10 * big });
      }
      out.push(...coil(st, sf, 17 * big, 6));
      if (!around) {
        out.push({ d: line(top, mix(top, foot, 0.5)), kind: 'ink', width: 3 });
        out.push({ d: line(mix(top, foot, 0.42), foot), kind: 'tube', width: 10 * big });
      }
    }

    // Arms and knuckle.
    const armIn = at(p.armInner);
    const armOut = at(p.armOuter);
    const hub = at(p.hub);
    const knuckleTop = p.upperOuter ? at(p.upperOuter) : spring === 'on strut' ? foot : hub;
    if (arm === 'across') {
      out.push({
        d: poly(
          [knuckleTop[0] - 4, knuckleTop[1] - 2],
          [knuckleTop[0] + 6 * dir + 4, knuckleTop[1] - 2],
          [hub[0] + 13 * dir, hub[1] - 16],
          [hub[0] + 13 * dir, hub[1] + 16],
          [armOut[0] + 5 * dir, armOut[1] - 2],
          [armOut[0] - 5 * dir, armOut[1] - 2],
        ),
        kind: 'part',
      });
    } else {
      out.push({ d: rect(hub[0], hub[1], 20 * big, 40 * big, 5), kind: 'part' });
    }
    const armWidth = armWidthPx * big;
    if (arm === 'trailing') {
      // Seen from behind an arm that trails is short: its bushing, its body, the hub.
      out.push({ d: line(armIn, mix(armIn, armOut, 0.55), hub), kind: 'tube', width: armWidth });
    } else if (arm === 'along') {
      out.push({ d: line(armIn, mix(armIn, [armIn[0], hub[1]], 0.9)), kind: 'tube', width: armWidth });
    } else {
      out.push({ d: line(armIn, armOut), kind: 'tube', width: armWidth });
    }
    if (p.upperInner && p.upperOuter) out.push({ d: line(at(p.upperInner), at(p.upperOuter)), kind: 'tube', width: 10 * big });
    if (p.rackEnd && p.tieRodOuter) out.push({ d: line(at(p.rackEnd), at(p.tieRodOuter)), kind: 'ink', width: 4 });
    // Wheel nuts on the outer face.
    for (const k of [-1, 0, 1])
      out.push({
        d: rect(wheel[0] + dir * (wheelW / 2 + 3), hub[1] + k * 13 + axle.tyreDiameterMm * 0.16 * px * l.stretch, 6, 8, 1),
        kind: 'ink',
        width: 1.4,
      });
  }

  // The bar and what holds it, in front of the rest: this is what the program is about.
  const stack = axle.link !== null && LINKS[axle.link.kind].drawn === 'stack';
  if (p.barBushing && p.barEye && p.linkMount) {
    out.push({ ...span([p.barBushing[0], 0], p.barBushing[1], 'tube', 0), kind: 'tube', width: 7 * big });
    for (const side of sides) {
      const at = (q: Point): Point => [l.x(side, q[0]), l.y(q[1])];
      const b = at(p.barBushing);
      const eye = at(p.barEye);
      const mount = at(p.linkMount);
      out.push({ d: line(b, mix(b, eye, 0.35), eye), kind: 'ink', width: 6 * big });
      out.push({ d: rect(b[0], b[1], 17 * big, 24 * big, 3), kind: 'part' });
      out.push({
        d: line(mount, eye),
        kind: 'link',
        width: (stack ? 4 : 5) * big,
        side,
      });
      if (stack) {
        for (const [from, to] of [
          [mount, eye],
          [eye, mount],
        ] as const) {
          for (const t of [-0.1, 0.1])
            out.push({
              d: rect(from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t, 15 * big, 6, 2.5),
              kind: 'rubber',
            });
        }
      }
    }
  }
  return out;
}
