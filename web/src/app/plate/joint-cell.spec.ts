import { jointId, jointKinds, SIDES, type JointId, type JointKind, type JointState, type JointView } from '@ash-knot/core';
import { STRUT_TYPE } from '@ash-knot/core/test';
import { cellsOf, rowsThatMatter, type CellSources } from './joint-cell';

const axle = STRUT_TYPE.axles.front;
const order = jointKinds(axle);
const cells = (states: Partial<Record<JointKind, JointState>>, rest: JointState = 'sound', over: Partial<CellSources> = {}) =>
  cellsOf('front', axle, {
    joints: new Map(
      SIDES.flatMap((side) =>
        order.map((k): [JointId, JointView] => [
          jointId('front', side, k),
          { state: side === 'left' ? (states[k] ?? rest) : rest } as JointView,
        ]),
      ),
    ),
    tags: new Map(),
    chalked: new Set(),
    toTighten: new Set(),
    dialect: 'sway bar',
    sayLength: (mm) => `${mm} mm`,
    ...over,
  });
const rows = (c: ReturnType<typeof cells>, about: Partial<Parameters<typeof rowsThatMatter>[2]> = {}) =>
  rowsThatMatter(order, c, { count: 4, chosen: null, settles: [], ...about });

test('what is found comes before what is open, and both before what is sound', () => {
  const r = rows(cells({ 'link-lower': 'loose', 'ball-joint': 'dangerous', spring: 'not looked at', damper: 'watch' }));
  expect(new Set(r.shown)).toEqual(new Set(['link-lower', 'ball-joint', 'damper', 'spring']));
  // They keep their places on the plate.
  expect(r.shown).toEqual(order.filter((k) => r.shown.includes(k)));
  expect(r.line).toBe(`${order.length - 4} more: ${order.length - 4} sound`);
});
test('what is chosen is always among them, and what the check at hand settles before what was found', () => {
  const c = cells({ 'link-lower': 'loose', 'frame-bushing': 'loose', 'ball-joint': 'loose', damper: 'loose' });
  expect(rows(c, { chosen: 'wheel-nuts' }).shown).toContain('wheel-nuts');
  expect(rows(c, { settles: ['tie-rod-inner', 'tie-rod-outer'] }).shown).toEqual(
    expect.arrayContaining(['tie-rod-inner', 'tie-rod-outer']),
  );
});
test('the rest is one line that counts each once, by its worse side', () => {
  const r = rows(cells({ spring: 'sound' }, 'not looked at'));
  expect(r.line).toMatch(/^\d+ more: /);
  const [, n, each] = /^(\d+) more: (.*)$/.exec(r.line)!;
  expect([...each!.matchAll(/\d+/g)].reduce((sum, m) => sum + Number(m[0]), 0)).toBe(Number(n));
  expect(r.shown.length + Number(n)).toBe(order.length);
});
test('a danger is never in the line: with more of them than rows the line still says it', () => {
  const all = Object.fromEntries(order.map((k) => [k, 'dangerous'])) as Record<JointKind, JointState>;
  expect(rows(cells(all)).line).toContain('dangerous');
});
test('a soak, a bolt to be tightened and a reading are said in place of the state', () => {
  const id = 'front.left.link-upper' as JointId;
  const c = cells({}, 'sound', { tags: new Map([[id, { photos: 2, chosen: true, soakMin: 12 }]]) });
  expect(c.get(id)).toMatchObject({ short: 'soaks 12′', photos: 2, chosen: true });
  expect(cells({}, 'sound', { toTighten: new Set([id]) }).get(id)).toMatchObject({ said: 'to tighten', chosen: false });
});
