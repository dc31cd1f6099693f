import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import {
  BEFORE,
  JOINT_SPECS,
  checkFor,
  checksOf,
  fastenersFor,
  jointKinds,
  jointsOf,
  sayJoint,
  splitJoint,
  stateCounts,
} from '.';

const front = STRUT_TYPE.axles.front;
const ALL_OFF = { off: BEFORE };

test('an axle has the joints of its layout and no others', () => {
  expect(jointKinds(front)).toContain('top-mount');
  expect(jointKinds(front)).not.toContain('upper-ball-joint');
  expect(jointKinds(DOUBLE_ARM_TYPE.axles.front)).toEqual(expect.arrayContaining(['upper-ball-joint', 'upper-arm-bushings']));
  expect(jointKinds(STRUT_TYPE.axles.rear)).not.toContain('link-lower');
  expect(jointsOf('front', front)).toHaveLength(jointKinds(front).length * 2);
});

test('every joint has a hand check that settles it and a place in the drawing', () => {
  for (const axle of [front, STRUT_TYPE.axles.rear, DOUBLE_ARM_TYPE.axles.front]) {
    for (const k of jointKinds(axle)) {
      expect(checkFor(axle, k)?.settles).toContain(k);
      expect(JOINT_SPECS[k].place(axle).every(Number.isFinite)).toBe(true);
    }
    for (const c of checksOf(axle)) expect(c.states.length).toBeGreaterThan(0);
  }
});

describe('a check in a state that unloads nothing clears nothing (common practice, no source)', () => {
  const shake = (axle: typeof front) => checksOf(axle).find((c) => c.id === 'shake-12-6')!;
  test('strut: hanging counts, under the arm does not, and the right state is named', () => {
    expect(stateCounts(front, shake(front), 'ball-joint', 'both-hanging').counts).toBe(true);
    const r = stateCounts(front, shake(front), 'ball-joint', 'under-arm');
    expect(r.counts).toBe(false);
    if (!r.counts) {
      expect(r.why).toMatch(/wheel hanging free/);
      expect(r.needs).toContain('both-hanging');
    }
  });
  test('spring on the lower arm: only under that arm', () => {
    const axle = DOUBLE_ARM_TYPE.axles.front;
    expect(stateCounts(axle, shake(axle), 'ball-joint', 'both-hanging').counts).toBe(false);
    expect(stateCounts(axle, shake(axle), 'ball-joint', 'under-arm').counts).toBe(true);
  });
  test('the bearing does not care', () =>
    expect(stateCounts(front, shake(front), 'wheel-bearing', 'both-hanging').counts).toBe(true));
});

test('names in both dialects; ids come apart and back', () => {
  expect(sayJoint('front.left.link-lower')).toBe('left link, lower end');
  expect(sayJoint('front.left.frame-bushing', 'anti-roll bar')).toBe('left bar bush');
  expect(sayJoint('front.left.tie-rod-outer')).toBe('left outer tie rod');
  expect(splitJoint('front.middle.damper')).toBeUndefined();
  expect(splitJoint('front.left.damper.x')).toBeUndefined();
});

test('fasteners: two nuts a ball-stud link, one a bolt-through, a group a bracket, all wheel nuts and the shield', () => {
  const f = fastenersFor('front', front, ['front.left.link-lower', 'front.left.frame-bushing'], ALL_OFF);
  expect(f.map((x) => x.id)).toEqual([
    'front.left.link-upper-nut',
    'front.left.link-lower-nut',
    'front.left.bracket-bolt',
    'front.left.shield-bolt',
    'front.left.wheel-nut',
    'front.right.wheel-nut',
  ]);
  expect(f.find((x) => x.kind === 'bracket-bolt')!.rideHeight).toBe(true);
  expect(fastenersFor('front', DOUBLE_ARM_TYPE.axles.front, ['front.left.link-lower'], ALL_OFF).map((x) => x.kind)).toContain(
    'link-bolt-nut',
  );
  expect(fastenersFor('rear', front, ['front.left.link-lower'], ALL_OFF)).toEqual([]);
});
