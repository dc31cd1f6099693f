import { cornerAt, eyeCircle } from '.';
import { norm, sub, type Vec3 } from '../numeric';
import { axleOf } from '../test/axle';
import { layoutOf, SUSPENSIONS, type AxleSpec } from '../vehicle';

const length = (a: Vec3, b: Vec3) => norm(sub(a, b));

describe.each(SUSPENSIONS)('%s', (suspension) => {
  const axle = axleOf(suspension);
  const p = axle.points;

  test('at ride height every point stands where it is stored', () => {
    const { points } = cornerAt(axle, 0);
    for (const [name, hard] of Object.entries(p))
      if (hard) hard.at.forEach((v, i) => expect(points[name as 'hub']![i]).toBeCloseTo(v, 6));
  });
  test('the wheel rises by its travel, together or apart', () => {
    for (const [t, o] of [
      [50, 50],
      [-60, -60],
      [40, -40],
      [30, 0],
    ] as const)
      expect(cornerAt(axle, t, o).points.hub![2] - p.hub.at[2]).toBeCloseTo(t, 6);
  });
  test('a link and the bar’s arm keep their lengths wherever the wheel goes', () => {
    if (!p.barEye) return expect(cornerAt(axle, 40).bar).toBeUndefined();
    const [rest, arm] = [length(p.linkMount!.at, p.barEye.at), eyeCircle(p.barBushing!.at, p.barEye.at).radiusMm];
    for (let t = -50; t <= 50; t += 10) {
      const { points, locked } = cornerAt(axle, t, -t);
      expect(locked).toBeUndefined();
      expect(length(points.linkMount!, points.barEye!)).toBeCloseTo(rest, 6);
      const q = points.barBushing!;
      // The bushing's line lies across the vehicle, or across an axle that leans with it.
      if (layoutOf(axle).moves !== 'axle')
        expect(Math.hypot(points.barEye![0] - q[0], points.barEye![2] - q[2])).toBeCloseTo(arm, 6);
    }
  });
});

test('a beam lifted on one side twists about its middle: the wheel leans outward as well as up', () => {
  const axle = axleOf('twist-beam');
  const [same, apart] = [cornerAt(axle, 40, 40).points.damperFoot!, cornerAt(axle, 40, -40).points.damperFoot!];
  expect(same[1]).toBeCloseTo(axle.points.damperFoot.at[1], 9);
  expect(Math.abs(apart[1] - same[1])).toBeGreaterThan(1);
});

test('a solid axle leans about its middle: what one side rises the other falls', () => {
  const axle = axleOf('solid-axle');
  const [up, down] = [cornerAt(axle, 30, -30).points.hub!, cornerAt(axle, -30, 30).points.hub!];
  expect(up[2] + down[2]).toBeCloseTo(2 * axle.points.hub.at[2], 9);
});

test('a link that cannot follow says so, and what would reach', () => {
  const axle = axleOf('strut');
  // A bar's arm far too short for its link's travel.
  const short: AxleSpec = { ...axle, points: { ...axle.points, barBushing: { at: [10, 350, 275], from: 'usual' } } };
  expect(cornerAt(short, 80).locked).toMatch(/link length cannot reach: it needs/);
});

test('bad input is named', () => {
  expect(() => cornerAt(axleOf('strut'), NaN)).toThrow('wheel travel must be a number');
  expect(() => cornerAt(axleOf('trailing-arm'), 900)).toThrow('wheel travel cannot be reached');
  const noUpper = axleOf('double-arm');
  expect(() => cornerAt({ ...noUpper, points: { ...noUpper.points, upperInner: undefined } }, 10)).toThrow(
    'hard point upperInner is missing',
  );
});
