import { jointKinds, usualPoints, type AxleSpec, type Suspension } from '@ash-knot/core';
import { drawAxle } from './drawing';
import { layoutPlate, orderLabels } from './layout';

const stud = { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex' as const, holdMm: 5 };
const axle = (suspension: Suspension, steered: boolean): AxleSpec => ({
  suspension,
  steered,
  springSeat: 'axle',
  trackMm: 1500,
  tyreWidthMm: 205,
  tyreDiameterMm: 640,
  wheelNuts: { count: 5, thread: 'M12×1.5', hexMm: 19 },
  barDiameterMm: 22,
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
];
const SIZES = [
  [668, 664],
  [820, 664],
  [390, 660],
] as const;

describe.each(ALL)('%s', (suspension, steered) => {
  test.each(SIZES)('at %d × %d every joint has one label of at least 44 px inside the plate, none over another', (w, h) => {
    const spec = axle(suspension, steered);
    const narrow = w < 480;
    const l = layoutPlate('front', spec, w, h, narrow ? 'left' : null);
    expect(l.rows).toHaveLength(jointKinds(spec).length * (narrow ? 1 : 2));
    for (const edge of ['left', 'right'] as const) {
      const rows = l.rows.filter((r) => r.edge === edge).sort((a, b) => a.y - b.y);
      rows.forEach((r, i) => {
        expect(r.height).toBeGreaterThanOrEqual(44);
        expect(r.y + r.height).toBeLessThanOrEqual(h);
        if (i > 0) expect(r.y).toBeGreaterThanOrEqual(rows[i - 1]!.y + rows[i - 1]!.height - 0.01);
      });
    }
  });

  test('joints stand between the label columns, mirrored about the middle', () => {
    const l = layoutPlate('front', axle(suspension, steered), 668, 664);
    for (const r of l.rows) {
      expect(r.at[0]).toBeGreaterThan(l.labelWidth);
      expect(r.at[0]).toBeLessThan(668 - l.labelWidth);
      const twin = l.rows.find((x) => x.kind === r.kind && x.side !== r.side)!;
      expect(r.at[0] + twin.at[0]).toBeCloseTo(668, 6);
      expect(r.at[1]).toBeCloseTo(twin.at[1], 6);
    }
  });

  test('the drawing has no number that is not one', () => {
    const spec = axle(suspension, steered);
    for (const corner of [null, 'left', 'right'] as const) {
      for (const s of drawAxle(spec, layoutPlate('front', spec, 668, 664, corner), corner ? [corner] : ['left', 'right']))
        expect(s.d).not.toMatch(/NaN|undefined|Infinity/);
    }
  });
});

test('labels are ordered so that their leaders do not cross when they need not', () => {
  const elbow = (slot: number) => [170, 100 + slot * 50] as const;
  // Given upside down, they come back in order of height.
  expect(
    orderLabels(
      [
        [300, 250],
        [300, 200],
        [300, 150],
        [300, 100],
      ],
      elbow,
    ),
  ).toEqual([3, 2, 1, 0]);
});
