import fc from 'fast-check';
import { adjustmentStepMm, eyePosition, lengthChangeMm, mismatchForceN, type EyeCircle } from '.';

const circle: EyeCircle = { centre: [0, 450, 0], radiusMm: 250, e1: [1, 0, 0], e2: [0, 0, 1] };

describe('where the eye stands (worked by hand: circle of 250 about C, link 150)', () => {
  test('M (250, 450, −150) → E (250, 450, 0), square', () => {
    const p = eyePosition(circle, 150, [250, 450, -150], 1);
    expect(p.eye[0]).toBeCloseTo(250, 9);
    expect(p.eye[2]).toBeCloseTo(0, 9);
    expect(p.lever).toBeCloseTo(1, 12);
  });
  test('M (250, 450, −110) → E (246.784837, 450, 39.965538), θ 9.198895°, lever .990339', () => {
    const p = eyePosition(circle, 150, [250, 450, -110], 1);
    expect(p.eye[0]).toBeCloseTo(246.784837, 6);
    expect(p.eye[2]).toBeCloseTo(39.965538, 6);
    expect((p.angleRad * 180) / Math.PI).toBeCloseTo(9.198895, 6);
    expect(p.lever).toBeCloseTo(0.990339, 6);
  });
  test('M (330, 450, −230) cannot be reached, and says what would', () =>
    expect(() => eyePosition(circle, 150, [330, 450, -230], 1)).toThrow(/link length cannot reach: it needs 152\.\d to/));

  test('the link keeps its length and the eye its circle, wherever it reaches', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -80, max: 80, noNaN: true }),
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.constantFrom(1 as const, -1 as const),
        (dz, dy, branch) => {
          const m = [250, 450 + dy, -150 + dz] as const;
          const { eye } = eyePosition(circle, 150, m, branch);
          expect(Math.hypot(eye[0] - m[0], eye[1] - m[1], eye[2] - m[2])).toBeCloseTo(150, 8);
          expect(Math.hypot(eye[0], eye[2])).toBeCloseTo(250, 8);
        },
      ),
    );
  });
});

test('lowered: shorter when the eye is above the mount, longer when it is below; the rule agrees with the solver', () => {
  expect(lengthChangeMm(30, 0.6, [250, 450, -150], [250, 450, 0])).toBeCloseTo(-18, 12);
  expect(lengthChangeMm(30, 0.6, [250, 450, 150], [250, 450, 0])).toBeCloseTo(18, 12);
  // The arm keeps its angle when the link changes by what the mount moves.
  const moved = eyePosition(circle, 150 - 18, [250, 450, -150 + 18], 1);
  expect(moved.angleRad).toBeCloseTo(0, 9);
});

test('a link 5 mm longer than its partner loads both: 195.1 N at 78.0403 N/mm', () => {
  expect(mismatchForceN(78.0403, 5, 1)).toBeCloseTo(195.1, 1);
  expect(mismatchForceN(78.0403, 5, 0.5)).toBeCloseTo(4 * 195.1, 0);
});

test('reachable equality M12×1.75: ±0.44 mm single-ended, ±0.875 double', () => {
  expect(adjustmentStepMm(1.75, false)).toBeCloseTo(0.4375, 12);
  expect(adjustmentStepMm(1.75, true)).toBeCloseTo(0.875, 12);
});
