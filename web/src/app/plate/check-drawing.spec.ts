import { checksOf, jointPoint, type AxleEnd, type AxleSpec } from '@ash-knot/core';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '@ash-knot/core/test';
import { drawCheck } from './check-drawing';
import { layoutPlate } from './layout';

const AXLES: [string, AxleEnd, AxleSpec][] = [
  ['strut front', 'front', STRUT_TYPE.axles.front],
  ['double-arm front', 'front', DOUBLE_ARM_TYPE.axles.front],
  ['twist-beam rear', 'rear', STRUT_TYPE.axles.rear],
];
const numbers = (d: string) => [...d.matchAll(/-?\d+(?:\.\d+)?/g)].map((m) => Number(m[0]));

describe.each(AXLES)('%s', (_, end, axle) => {
  const l = layoutPlate(end, axle, 820, 664, { kind: 'both' });
  test.each(checksOf(axle).map((c) => c.id))(
    '%s is drawn at its own wheel, with whole numbers, and something to look at',
    (id) => {
      const check = checksOf(axle).find((c) => c.id === id)!;
      for (const side of ['left', 'right'] as const) {
        const marks = drawCheck(axle, l, side, id, check.settles);
        expect(marks.some((m) => m.kind === 'look' || m.kind === 'push')).toBe(true);
        for (const m of marks) {
          expect(m.d).toMatch(/^M/);
          expect(m.d).not.toMatch(/NaN|Infinity|undefined/);
          // Its first point lies on the side of the vehicle the check is made on.
          const [x] = numbers(m.d);
          expect(Math.sign(x! - 410)).toBe(side === 'left' ? -1 : 1);
        }
      }
    },
  );
});

test('the lever’s tip stands beside the joint it is put in', () => {
  const axle = DOUBLE_ARM_TYPE.axles.front;
  const l = layoutPlate('front', axle, 820, 664, { kind: 'both' });
  const lever = drawCheck(axle, l, 'right', 'lever-ball-joint', ['ball-joint']).find((m) => m.kind === 'lever')!;
  const [x, y] = numbers(lever.d);
  const p = jointPoint(axle, 'ball-joint');
  expect(Math.hypot(x! - l.x('right', p[0]), y! - l.y(p[1]))).toBeLessThan(20);
});
