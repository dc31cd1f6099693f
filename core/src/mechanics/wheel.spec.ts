import { armTurn, carried, eyePosition, knuckleAt, turnedAbout, type EyeCircle, type Restraint } from '.';
import { norm, sub, type Vec3 } from '../numeric';

/** The strut of the plan's worked example, left, mm (two independent solutions agree to 1e-12 there). */
const [FRONT, REAR]: [Vec3, Vec3] = [
  [120, 330, 220],
  [-180, 345, 225],
];
const BALL: Vec3 = [5, 655, 185];
const TOP: Vec3 = [-30, 570, 920];
const FOOT: Vec3 = [-5, 655, 385];
const RACK: Vec3 = [-120, 300, 250];
const TIE: Vec3 = [-130, 640, 235];
const WHEEL: Vec3 = [0, 710, 315];
const MOUNT: Vec3 = [-25, 615, 570];
const EYE: Vec3 = [-15, 560, 270];
const STRUT: readonly Restraint[] = [
  { kind: 'rod', knuckle: BALL, body: FRONT },
  { kind: 'rod', knuckle: BALL, body: REAR },
  { kind: 'strut', foot: FOOT, top: TOP },
  { kind: 'rod', knuckle: TIE, body: RACK },
];
const CIRCLE: EyeCircle = { centre: [180, 560, 295], radiusMm: Math.hypot(195, 25), e1: [1, 0, 0], e2: [0, 0, 1] };
const LINK = norm(sub(MOUNT, EYE));
const eyeAt = (mount: Vec3) => {
  const both = ([1, -1] as const).map((b) => eyePosition(CIRCLE, LINK, MOUNT, b));
  const branch = norm(sub(both[0]!.eye, EYE)) < norm(sub(both[1]!.eye, EYE)) ? 1 : -1;
  const now = eyePosition(CIRCLE, LINK, mount, branch);
  return { ...now, turnDeg: ((now.angleRad - eyePosition(CIRCLE, LINK, MOUNT, branch).angleRad) * 180) / Math.PI };
};
const near = (p: Vec3, q: Vec3, digits = 6) => q.forEach((v, i) => expect(p[i]).toBeCloseTo(v, digits));

describe('the strut of the worked example', () => {
  test('its link and its bar’s arm are as long as the plan says', () => {
    expect(LINK).toBeCloseTo(305.16389, 5);
    expect(CIRCLE.radiusMm).toBeCloseTo(196.596033, 6);
  });
  test('60 mm up: mount, eye, arm and lever', () => {
    const mount = carried(MOUNT, knuckleAt(STRUT, WHEEL, 60));
    near(mount, [-26.146434, 610.100536, 628.391566]);
    const at = eyeAt(mount);
    near(at.eye, [-13.871126, 560, 327.618806]);
    expect(Math.abs(at.turnDeg)).toBeCloseTo(16.856322, 5);
    expect(at.lever).toBeCloseTo(0.965275, 6);
  });
  test('60 mm down', () => {
    const mount = carried(MOUNT, knuckleAt(STRUT, WHEEL, -60));
    near(mount, [-24.384901, 613.291789, 512.552555]);
    const at = eyeAt(mount);
    near(at.eye, [1.242312, 560, 213.172811]);
    expect(Math.abs(at.turnDeg)).toBeCloseTo(17.290406, 5);
    expect(at.lever).toBeCloseTo(0.926983, 6);
  });
  test('at ride height nothing has moved', () => near(carried(MOUNT, knuckleAt(STRUT, WHEEL, 0)), MOUNT, 12));
  test('every length holds over the travel, and the way back is the way there', () => {
    for (let t = -80; t <= 80; t += 16) {
      const p = knuckleAt(STRUT, WHEEL, t);
      for (const h of STRUT)
        if (h.kind === 'rod') expect(norm(sub(carried(h.knuckle, p), h.body))).toBeCloseTo(norm(sub(h.knuckle, h.body)), 8);
      // The strut's axis still runs through its top.
      const [foot, above] = [carried(FOOT, p), carried(TOP, p)];
      const along = sub(above, foot);
      const off = sub(TOP, foot);
      expect(Math.hypot(...[0, 1, 2].map((i) => off[i]! - (along[i]! * norm(off)) / norm(along)))).toBeLessThan(1e-7);
      expect(carried(WHEEL, p)[2]).toBeCloseTo(WHEEL[2] + t, 9);
    }
  });
  test('mirrored points give mirrored movement', () => {
    const m = (p: Vec3): Vec3 => [p[0], -p[1], p[2]];
    const right = STRUT.map((h): Restraint =>
      h.kind === 'rod'
        ? { ...h, knuckle: m(h.knuckle), body: m(h.body) }
        : h.kind === 'strut'
          ? { ...h, foot: m(h.foot), top: m(h.top) }
          : h,
    );
    near(carried(m(MOUNT), knuckleAt(right, m(WHEEL), 45)), m(carried(MOUNT, knuckleAt(STRUT, WHEEL, 45))), 9);
  });
  test('a small movement agrees with the motion ratio', () => {
    const rise = (t: number) => carried(MOUNT, knuckleAt(STRUT, WHEEL, t))[2] - MOUNT[2];
    const ratio = (rise(0.01) - rise(-0.01)) / 0.02;
    expect(rise(1)).toBeCloseTo(ratio, 2);
    expect(ratio).toBeGreaterThan(0.9);
    expect(ratio).toBeLessThan(1.05);
  });
});

describe('a double arm', () => {
  const up: Vec3 = [0, 620, 520];
  const holds: readonly Restraint[] = [
    { kind: 'rod', knuckle: BALL, body: FRONT },
    { kind: 'rod', knuckle: BALL, body: REAR },
    { kind: 'rod', knuckle: up, body: [100, 400, 545] },
    { kind: 'rod', knuckle: up, body: [-100, 400, 545] },
    { kind: 'rod', knuckle: TIE, body: RACK },
  ];
  test('arms about one line, equal and parallel, carry the wheel without a turn (closed form: a parallelogram)', () => {
    // Both arms 300 long, level, one above the other; the tie rod as another such arm.
    const arm = (z: number, x: number): Restraint => ({ kind: 'rod', knuckle: [x, 650, z], body: [x, 350, z] });
    const box: readonly Restraint[] = [
      arm(200, 0),
      { kind: 'rod', knuckle: [0, 650, 200], body: [150, 350, 200] },
      arm(500, 0),
      { kind: 'rod', knuckle: [0, 650, 500], body: [150, 350, 500] },
      arm(300, -120),
    ];
    const p = knuckleAt(box, WHEEL, 60);
    p.turn.forEach((v) => expect(v).toBeCloseTo(0, 9));
    expect(p.shift[1]).toBeCloseTo(Math.sqrt(300 ** 2 - 60 ** 2) - 300, 9);
  });
  test('the arm turns about its own axis as its ball joint says', () => {
    const axis = sub(FRONT, REAR);
    const p = knuckleAt(holds, WHEEL, 40);
    const now = carried(BALL, p);
    near(turnedAbout(BALL, REAR, axis, armTurn(REAR, axis, BALL, now)), now, 7);
  });
  test('where it locks is said, with the height', () =>
    expect(() => knuckleAt(holds, WHEEL, 400)).toThrow(/wheel travel cannot be reached: the suspension locks at \d+ mm/));
});

test('what cannot be is named before anything is worked out', () => {
  expect(() => knuckleAt(STRUT, WHEEL, NaN)).toThrow('wheel travel must be a number');
  expect(() => knuckleAt(STRUT.slice(1), WHEEL, 10)).toThrow('must be five constraints');
  expect(() => knuckleAt([{ kind: 'rod', knuckle: BALL, body: BALL }, ...STRUT.slice(1)], WHEEL, 10)).toThrow(
    /length of an arm must be more than 0 mm/,
  );
});
