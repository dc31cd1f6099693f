import { drawSolids } from './draw';
import { mirrored, type Solid } from './solid';
import { fromAbove, fromBehind, fromBeside, seenAngle } from './view';

const behind = fromBehind(0.5, [300, 400]);
const above = fromAbove(0.5, [300, 200]);
const rod = (a: readonly [number, number, number], b: readonly [number, number, number]): Solid => ({
  shape: 'rod',
  paint: 'part',
  line: [a, b],
  radiusMm: 10,
});

test('left is left in both views, forward is up from above, up is up from behind', () => {
  expect(above.to([0, 100, 0])[0]).toBeLessThan(300);
  expect(behind.to([0, 100, 0])[0]).toBeLessThan(300);
  expect(above.to([100, 0, 0])[1]).toBeLessThan(200);
  expect(behind.to([0, 0, 100])[1]).toBeLessThan(400);
  // Who kneels at the left side sees forward to the left.
  expect(fromBeside(0.5, [300, 400], 1).to([100, 0, 0])[0]).toBeLessThan(300);
  expect(fromBeside(0.5, [300, 400], -1).to([100, 0, 0])[0]).toBeGreaterThan(300);
});
test('what is nearer is drawn later: the higher from above, the further back from behind; a tyre is the ground of all', () => {
  const low = rod([100, 0, 50], [100, 300, 50]);
  const high = rod([-100, 0, 500], [-100, 300, 500]);
  const tyre: Solid = { shape: 'tyre', paint: 'tyre', at: [0, 0, 900], radiusMm: 300, widthMm: 200 };
  const d = (s: Solid, view: typeof above) => drawSolids([s], view)[0]!.d;
  for (const view of [above, behind]) {
    const order = drawSolids([high, tyre, low], view).map((s) => s.d);
    expect(order[0]).toBe(d(tyre, view));
    expect(order.indexOf(d(low, view))).toBeLessThan(order.indexOf(d(high, view)));
  }
});
test('a rod seen along itself is round, from the side as long as it is', () => {
  const along = rod([-200, 0, 100], [200, 0, 100]);
  expect(drawSolids([along], behind)[0]!.d).toContain('a');
  expect(drawSolids([along], above)[0]!.d).toBe('M300 300L300 100');
});
test('a tyre is as high from behind as it is long from above, to scale', () => {
  const tyre: Solid = { shape: 'tyre', paint: 'tyre', at: [0, 700, 320], radiusMm: 320, widthMm: 200 };
  const size = (d: string) => {
    const n = [...d.matchAll(/[vh](-?[\d.]+)/g)].map((m) => Math.abs(Number(m[1])));
    return [Math.max(...n)];
  };
  expect(size(drawSolids([tyre], behind)[0]!.d)).toEqual(size(drawSolids([tyre], above)[0]!.d));
});
test('the other side is the mirror image, and says whose it is', () => {
  const m = mirrored({ shape: 'ball', paint: 'part', side: 'left', at: [10, 500, 20], radiusMm: 5 });
  expect(m).toMatchObject({ side: 'right', at: [10, -500, 20] });
});
test('a line is seen at its angle; one that points at the eye is level', () => {
  expect(seenAngle(behind, [0, -100, 100])).toBeCloseTo(-45, 9);
  expect(seenAngle(behind, [100, 0, 0])).toBe(0);
  expect(seenAngle(above, [100, 0, 0])).toBeCloseTo(90, 9);
});
