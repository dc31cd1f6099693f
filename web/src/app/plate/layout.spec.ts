import { jointKinds, usualPoints, type AxleSpec, type Suspension } from '@ash-knot/core';
import { drawAxle, drawSide } from './drawing';
import { facesOf, layoutPlate, type PlateMode, type Point } from './layout';
import { orderRungs, runsOver } from './leaders';

const stud = { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex' as const, holdMm: 5 };
const axle = (suspension: Suspension, steered: boolean): AxleSpec => ({
  suspension,
  steered,
  springSeat: 'axle',
  trackMm: 1500,
  tyreWidthMm: 205,
  tyreDiameterMm: 640,
  wheelNuts: { count: 5, thread: 'M12×1.5', hexMm: 19 },
  bar: suspension === 'twist-beam' ? null : { diameterMm: 22, joins: 'links' },
  link: suspension === 'twist-beam' ? null : { kind: 'ball-stud', lengthMm: 300, upper: stud, lower: stud },
  bushing: suspension === 'twist-beam' ? null : { kind: 'two-bolt', bolts: 2, thread: 'M8×1.25', hexMm: 13 },
  shieldFasteners: 0,
  points: usualPoints(suspension, { trackMm: 1500, tyreDiameterMm: 640, bar: suspension !== 'twist-beam' }),
});
const ALL: [Suspension, boolean][] = [
  ['strut', true],
  ['double-arm', true],
  ['trailing-arm', false],
  ['twist-beam', false],
  ['solid-axle', false],
  ['solid-axle', true],
];
const BOTH: PlateMode = { kind: 'both' };
const SIZES: [number, number, PlateMode][] = [
  [668, 664, BOTH],
  [1000, 940, BOTH],
  [820, 664, BOTH],
  [390, 660, { kind: 'one', side: 'left' }],
  [390, 660, { kind: 'one', side: 'right' }],
  [668, 664, { kind: 'turned', side: 'left' }],
  [668, 664, { kind: 'turned', side: 'right' }],
];

const crosses = (a: Point, b: Point, c: Point, d: Point): boolean => {
  const turn = (p: Point, q: Point, r: Point) => Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;
};

describe.each(ALL)('%s, steered %s', (suspension, steered) => {
  const spec = axle(suspension, steered);
  const kinds = jointKinds(spec);

  test.each(SIZES)('at %d × %d (%j) each joint has one target of 100 × 44 px or more, none over another', (w, h, mode) => {
    const l = layoutPlate('front', spec, w, h, mode);
    expect(l.rows.map((r) => r.kind).sort()).toEqual([...kinds].sort());
    expect(l.cells).toHaveLength(kinds.length * (mode.kind === 'both' ? 2 : 1));
    for (const c of l.cells) {
      expect(c.width).toBeGreaterThanOrEqual(100);
      expect(c.height).toBeGreaterThanOrEqual(44);
      expect(c.x).toBeGreaterThanOrEqual(0);
      expect(c.x + c.width).toBeLessThanOrEqual(w + 0.01);
      expect(c.y).toBeGreaterThanOrEqual(44);
      expect(c.y + c.height).toBeLessThanOrEqual(h);
      // What is drawn stands on the plate, beside the ladder, not under it.
      expect(c.at[0]).toBeGreaterThan(0);
      expect(c.at[0]).toBeLessThan(w);
      expect(c.at[1]).toBeGreaterThan(44);
      expect(c.at[1]).toBeLessThan(h);
      expect(c.at[0] < l.ladder.x || c.at[0] > l.ladder.x + l.ladder.width).toBe(true);
    }
    l.rows.forEach((r, i) => i && expect(r.y).toBeCloseTo(l.rows[i - 1]!.y + r.height, 6));
  });

  test.each(SIZES)('at %d × %d (%j) no leader crosses another', (w, h, mode) => {
    const { cells, sides } = layoutPlate('front', spec, w, h, mode);
    for (const side of sides) {
      const own = cells.filter((c) => c.side === side);
      for (const a of own)
        for (const b of own)
          if (a !== b) expect([a.kind, b.kind, crosses(...a.leader, ...b.leader)]).toEqual([a.kind, b.kind, false]);
    }
  });

  test.each(SIZES)('at %d × %d (%j) no leader runs over a tyre', (w, h, mode) => {
    const l = layoutPlate('front', spec, w, h, mode);
    for (const side of l.sides)
      for (const c of l.cells.filter((x) => x.side === side))
        for (const f of facesOf(spec, side, l.x, l.y)) expect([c.kind, runsOver(...c.leader, f)]).toEqual([c.kind, false]);
  });

  test('both corners are mirror images, and one rung compares left with right', () => {
    const { cells, rows } = layoutPlate('front', spec, 668, 664, BOTH);
    for (const r of rows) {
      const [left, right] = ['left', 'right'].map((s) => cells.find((c) => c.kind === r.kind && c.side === s)!) as [
        (typeof cells)[0],
        (typeof cells)[0],
      ];
      expect(left.at[0] + right.at[0]).toBeCloseTo(668, 6);
      expect(left.at[1]).toBeCloseTo(right.at[1], 6);
      expect([left.y, left.x + left.width]).toEqual([right.y, right.x]);
    }
  });

  test('heights are stretched no more than the room needs; turned to a corner nothing is', () => {
    const l = layoutPlate('front', spec, 668, 664, BOTH);
    expect(l.stretch).toBeGreaterThanOrEqual(1);
    expect(l.stretch).toBeLessThanOrEqual(1.8);
    const tall = layoutPlate('front', spec, 668, 480, BOTH);
    expect(tall.stretch).toBeLessThanOrEqual(l.stretch);
    for (const side of ['left', 'right'] as const) {
      const t = layoutPlate('front', spec, 668, 664, { kind: 'turned', side });
      expect(t.stretch).toBe(1);
      const v = t.sideView!;
      // A millimetre is as long across, up, and fore and aft.
      expect(Math.abs(v.x(100) - v.x(0))).toBeCloseTo(Math.abs(t.x(side, 100) - t.x(side, 0)), 6);
      expect(v.y(0) - v.y(100)).toBeCloseTo(Math.abs(v.x(100) - v.x(0)), 6);
      // Forward is to the left at the left corner: as somebody sees it who kneels there.
      expect(Math.sign(v.x(100) - v.x(0))).toBe(side === 'left' ? -1 : 1);
    }
  });

  test('the drawing has no number that is not one, and stays on the plate', () => {
    for (const [w, h, mode] of SIZES) {
      const l = layoutPlate('front', spec, w, h, mode);
      const shapes = [...drawAxle(spec, l), ...(mode.kind === 'turned' ? drawSide(spec, l, mode.side) : [])];
      expect(shapes.length).toBeGreaterThan(15);
      for (const s of shapes) expect(s.d).not.toMatch(/NaN|undefined|Infinity/);
    }
  });
});

test('rungs are ordered so that their leaders do not cross when they need not', () => {
  const port = (slot: number) => [170, 100 + slot * 50] as const;
  // Given upside down, they come back in order of height.
  expect(
    orderRungs(
      [
        [300, 250],
        [300, 200],
        [300, 150],
        [300, 100],
      ],
      port,
    ),
  ).toEqual([3, 2, 1, 0]);
});
