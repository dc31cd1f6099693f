import { checksOf, JOINT_SPECS } from '@ash-knot/core';
import { DOUBLE_ARM_TYPE } from '@ash-knot/core/test';
import { everyAxle } from '../../test/axles';
import { drawCheck } from './check-drawing';
import { layoutViews } from './two-views';

const numbers = (d: string) => [...d.matchAll(/-?\d+(?:\.\d+)?/g)].map((m) => Number(m[0]));

test('each check of each axle is drawn at its own wheel: something to do or to look at, and numbers that are some', () => {
  for (const [name, axle] of everyAxle()) {
    const v = layoutViews('front', axle, 820, 664);
    for (const check of checksOf(axle))
      for (const side of ['left', 'right'] as const) {
        const { marks, moves } = drawCheck(axle, v, side, check.id, check.settles);
        expect([name, check.id, marks.some((m) => m.kind === 'look' || m.kind === 'push')]).toEqual([name, check.id, true]);
        for (const m of marks) {
          expect(m.d).toMatch(/^M/);
          expect(m.d).not.toMatch(/NaN|Infinity|undefined/);
          // Its first point lies on the side of the vehicle the check is made on.
          expect([name, check.id, Math.sign(numbers(m.d)[0]! - 410)]).toEqual([name, check.id, side === 'left' ? -1 : 1]);
        }
        for (const m of moves) expect(m.side).toBe(side);
      }
  }
});

test('where somebody helps, whoever that is stands on the picture, on no joint and on no wheel', () => {
  for (const [name, axle] of everyAxle()) {
    const v = layoutViews('front', axle, 820, 664);
    for (const check of checksOf(axle)) {
      const helps = /helper/.test(`${check.how} ${check.lookAt}`);
      for (const side of ['left', 'right'] as const) {
        const there = drawCheck(axle, v, side, check.id, check.settles).marks.filter((m) => m.kind === 'helper');
        const watches = check.id !== 'shake-12-6' || check.settles.includes('ball-joint');
        expect([name, check.id, there.length]).toEqual([name, check.id, helps && watches ? 1 : 0]);
        for (const { d } of there) {
          const [x, y] = [numbers(d)[0]! + 11, numbers(d)[1]! - 9];
          for (const m of v.marks)
            expect([name, check.id, m.kind, Math.hypot(m.at[0] - x, m.at[1] - y) > 17]).toEqual([name, check.id, m.kind, true]);
          expect(x > 13 && x < v.width - 13 && y > 8 && y < v.height - 8).toBe(true);
        }
      }
    }
  }
});

const axle = DOUBLE_ARM_TYPE.axles.front;
const v = layoutViews('front', axle, 820, 664);
test('the lever’s tip stands beside the joint it is put in', () => {
  const lever = drawCheck(axle, v, 'right', 'lever-ball-joint', ['ball-joint']).marks.find((m) => m.kind === 'lever')!;
  const [x, y] = numbers(lever.d);
  const at = JOINT_SPECS['ball-joint'].place(axle);
  const [px, py] = v.behind.to([at[0], -at[1], at[2]]);
  expect(Math.hypot(x! - px, y! - py)).toBeLessThan(30);
});
test('what a check shows is drawn where it is seen best: 3 and 9 from above, 12 and 6 from behind', () => {
  const split = v.above.to([-axle.tyreDiameterMm / 2, 0, 0])[1];
  const height = (id: 'shake-3-9' | 'shake-12-6') =>
    drawCheck(axle, v, 'left', id, ['ball-joint'])
      .marks.filter((m) => m.kind === 'push')
      .map((m) => numbers(m.d)[1]!);
  for (const y of height('shake-3-9')) expect(y).toBeLessThan(split);
  for (const y of height('shake-12-6')) expect(y).toBeGreaterThan(split);
});
