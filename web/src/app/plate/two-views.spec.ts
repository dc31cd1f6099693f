import { jointKinds, SUSPENSIONS } from '@ash-knot/core';
import { everyAxle, SIZES, sizedAxle } from '../../test/axles';
import { distance, leaderTo } from './leader';
import { axleSolids } from './scene/axle';
import { drawSolids } from './scene/draw';
import { spots } from './scene/solid';
import type { Point } from './scene/view';
import { layoutViews, leastHeight, NARROW, ROW, type TwoViews } from './two-views';

/** The plate’s sizes on the bench PC, a large screen, a tablet held upright and a phone. */
const PLATES = [
  [668, 664],
  [1002, 944],
  [820, 664],
  [390, 700],
] as const;

const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);
/** Whether a disc of that radius reaches into the rows. */
const inRows = ({ rows }: TwoViews, [x, y]: Point, r: number): boolean => {
  const nx = Math.max(rows.x, Math.min(rows.x + rows.width, x));
  const ny = Math.max(rows.y, Math.min(rows.y + rows.height, y));
  return Math.hypot(x - nx, y - ny) < r - 0.5;
};

test.each(PLATES)('at %d × %d: no mark over another, none under the rows, all on the plate, each joint in both views', (w, h) => {
  for (const [name, axle] of everyAxle()) {
    const v = layoutViews('front', axle, w, h);
    expect(v.marks).toHaveLength(jointKinds(axle).length * 4);
    for (const view of ['above', 'behind'] as const) {
      const marks = v.marks.filter((m) => m.view === view);
      marks.forEach((a, i) => {
        for (const b of marks.slice(i + 1))
          if (apart(a.at, b.at) < 2 * v.markPx) throw new Error(`${name}: ${a.joint} lies over ${b.joint} ${view}`);
      });
    }
    for (const m of v.marks) {
      const free = [
        m.at[0] >= v.markPx - 1,
        m.at[0] <= w - v.markPx + 1,
        m.at[1] >= 44,
        m.at[1] <= v.height + 4,
        !inRows(v, m.at, v.markPx),
      ];
      expect([name, m.joint, m.view, ...free]).toEqual([name, m.joint, m.view, true, true, true, true, true]);
      // A mark keeps near its joint, or nobody finds it there.
      if (apart(m.at, m.joins) > 60) throw new Error(`${name}: ${m.joint} stands ${apart(m.at, m.joins)} px off ${m.view}`);
    }
    // The marks of the two views are told apart as well.
    for (const a of v.marks)
      for (const b of v.marks)
        if (a.view !== b.view && apart(a.at, b.at) < 2 * v.markPx) throw new Error(`${name}: ${a.joint}, ${b.joint}`);
  }
});

test.each(PLATES)('at %d × %d: one scale in every direction, the views aligned, rows free of everything drawn', (w, h) => {
  for (const [name, axle] of everyAxle()) {
    const v = layoutViews('front', axle, w, h);
    const px = v.pxPerMm;
    for (const view of [v.above, v.behind]) {
      const o = view.to([0, 0, 0]);
      // A hundred millimetres are as long in each direction that is seen.
      const axes = [[100, 0, 0] as const, [0, 100, 0] as const, [0, 0, 100] as const];
      const lengths = axes.map((p) => apart(view.to(p), o)).sort((a, b) => a - b);
      expect(lengths[0]).toBeCloseTo(0, 9);
      expect(lengths[1]).toBeCloseTo(100 * px, 9);
      expect(lengths[2]).toBeCloseTo(100 * px, 9);
    }
    expect(v.above.to([200, 312, 90])[0]).toBeCloseTo(v.behind.to([200, 312, 90])[0], 9);
    if (w < NARROW) {
      expect(v.rows.y).toBeGreaterThanOrEqual(v.behind.to([0, 0, 0])[1]);
      continue;
    }
    expect(v.rows.height).toBeGreaterThanOrEqual(4 * ROW);
    expect(v.rows.width).toBeGreaterThanOrEqual(2 * 112);
    for (const s of axleSolids(axle).filter((x) => x.paint !== 'quiet'))
      for (const b of spots(s))
        for (const view of [v.above, v.behind])
          if (inRows(v, view.to(b.at), b.radiusMm * px))
            throw new Error(`${name}: ${s.shape} ${s.member ?? ''} under the rows ${view.name}`);
  }
});

/** Kinds of link and bushing change no place: leaders are tried once a layout, its sizes and its mounts. */
const places = everyAxle().filter(([name]) => /track|behind|link on/.test(name));
test.each(PLATES.filter(([w]) => w >= NARROW))('at %d × %d: a leader passes every other mark on its way to its own', (w, h) => {
  let [all, under] = [0, 0];
  for (const [name, axle] of places) {
    const v = layoutViews('front', axle, w, h);
    for (const kind of jointKinds(axle)) {
      // Both sides are mirror images.
      const own = v.marks.filter((m) => m.kind === kind && m.side === 'left').map((m) => m.at);
      const others = v.marks.filter((m) => m.kind !== kind || m.side !== 'left').map((m) => m.at);
      for (const row of [0, v.rows.count - 1]) {
        const way = leaderTo([v.rows.x, v.rows.y + (row + 0.5) * ROW], own, others, v.markPx + 2, v.rows);
        const passed = others.filter((m) => way.some((p, i) => i > 0 && distance(m, way[i - 1]!, p) < v.markPx));
        all++;
        if (passed.length) under++;
        // It may run along the rows' edge, never under them.
        const mid: Point = [(way.at(-2)![0] + way.at(-1)![0]) / 2, (way.at(-2)![1] + way.at(-1)![1]) / 2];
        const inside = mid[0] > v.rows.x + 2 && mid[0] < v.rows.x + v.rows.width - 2 && inRows(v, mid, 0.6);
        expect([name, kind, inside]).toEqual([name, kind, false]);
        // Boxed in by others it goes under one of them, for marks are drawn over it; never under two.
        if (passed.length > 1)
          throw new Error(`${name}: the leader of ${kind} from row ${row} runs under ${passed.length} marks`);
      }
    }
  }
  expect(under / all).toBeLessThan(0.01);
});

test('an axle of 1450 mm track fills the plate as one of 2000 mm does: the way across, or the whole height', () => {
  for (const suspension of SUSPENSIONS)
    for (const size of SIZES) {
      const axle = sizedAxle(suspension, size);
      const v = layoutViews('rear', axle, 668, 664);
      const across = ((size.trackMm + size.tyreWidthMm) * v.pxPerMm) / 668;
      const high = (v.behind.to([0, 0, 0])[1] - v.above.to([axle.tyreDiameterMm / 2, 0, 0])[1]) / (664 - 44);
      expect([suspension, size.trackMm, Math.max(across, high) > 0.85]).toEqual([suspension, size.trackMm, true]);
    }
});

test('on a phone the rows stand below the drawing, and the plate is as high as both', () => {
  const axle = sizedAxle('strut', SIZES[1]);
  const v = layoutViews('front', axle, 390, 700);
  expect(v.rows).toMatchObject({ x: 0, width: 390, twoLines: false });
  expect(leastHeight(axle, 390, 4)).toBe(v.rows.y + 5 * ROW);
});

test('the drawing has no number that is not one, in either view, and both tyres stand in both', () => {
  for (const [name, axle] of everyAxle()) {
    const v = layoutViews('front', axle, 668, 664);
    for (const view of [v.above, v.behind]) {
      const shapes = drawSolids(axleSolids(axle), view);
      expect([name, shapes.filter((s) => s.kind === 'tyre').length]).toEqual([name, 2]);
      for (const s of shapes) expect(s.d).not.toMatch(/NaN|undefined|Infinity/);
    }
  }
});
