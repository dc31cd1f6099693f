import { POS } from 'js-aruco2/src/posit1';
import { Matrix, SVD } from 'ml-matrix';
import { chanceFrom, type Vec3 } from '../numeric';
import { sized } from '../test';
import {
  focalOf,
  homographyOf,
  inverseOf,
  poseOf,
  refined,
  rotationOf,
  through,
  turnOf,
  type Camera,
  type Homography,
  type Point,
} from '.';
import { seenCard } from './pose';

const c = chanceFrom(36);
const CAMERA: Camera = { fPx: 1400, centre: [640, 360] };
const SQUARE: Point[] = [
  [-15, 15],
  [15, 15],
  [15, -15],
  [-15, -15],
];
const pairs = (xs: ArrayLike<number>): Point[] => Array.from({ length: xs.length / 2 }, (_, i) => [xs[2 * i]!, xs[2 * i + 1]!]);
const posed = (deg = 35) => ({
  turn: [0, 1, 2].map(() => (c.between(-deg, deg) * Math.PI) / 180) as unknown as Vec3,
  at: [c.between(-60, 60), c.between(-40, 40), c.between(200, 500)] as Vec3,
});

describe('a plane seen in a picture', () => {
  /** The same map by another way: the singular vector of the smallest value of all nine unknowns (Hartley & Zisserman, 4.1, algorithm 4.1), by ml-matrix 6.15.1. */
  const bySvd = (from: readonly Point[], to: readonly Point[]): Homography => {
    const rows = from.flatMap(([x, y], i) => {
      const [u, v] = to[i]!;
      return [
        [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
        [0, 0, 0, x, y, 1, -v * x, -v * y, -v],
      ];
    });
    // A row of nothing makes it square: all nine vectors are told then.
    const v = new SVD(new Matrix([...rows, new Array<number>(9).fill(0)])).rightSingularVectors.getColumn(8);
    return v.map((k) => k / v[8]!);
  };
  test('four points: as a singular value decomposition has it (ml-matrix 6.15.1, an independent library), and back', () => {
    for (let i = 0; i < 200; i++) {
      const seen = pairs(seenCard(CAMERA, posed(), SQUARE));
      const h = homographyOf(SQUARE, seen);
      const theirs = bySvd(SQUARE, seen);
      for (const p of [...SQUARE, [3, -4], [20, 11]] as Point[]) {
        const [x, y] = through(h, p);
        const [u, v] = through(theirs, p);
        expect(Math.hypot(x - u, y - v)).toBeLessThan(1e-6);
        const back = through(inverseOf(h), [x, y]);
        expect(Math.hypot(back[0] - p[0], back[1] - p[1])).toBeLessThan(1e-9);
      }
    }
  });
  test('a shift, a scale and a turn in closed form', () => {
    const to = SQUARE.map(([x, y]): Point => [2 * -y + 100, 2 * x + 50]);
    homographyOf(SQUARE, to).forEach((v, i) => expect(v).toBeCloseTo([0, -2, 100, 2, 0, 50, 0, 0, 1][i]!, 9));
  });
  test('more points than four make it better: by the square root of how many more', () => {
    const grid = Array.from({ length: 36 }, (_, i): Point => [-15 + 6 * (i % 6), -15 + 6 * Math.floor(i / 6)]);
    const off = (points: Point[]) => {
      let sum = 0;
      const n = sized(150, 2000);
      for (let k = 0; k < n; k++) {
        const pose = posed(20);
        const h = homographyOf(
          points,
          pairs(seenCard(CAMERA, pose, points)).map(([x, y]) => [x + 0.05 * c.bell(), y + 0.05 * c.bell()]),
        );
        const [x, y] = through(h, [0, 0]);
        const [[u, v]] = pairs(seenCard(CAMERA, pose, [[0, 0]])) as [Point];
        sum += (x - u) ** 2 + (y - v) ** 2;
      }
      return Math.sqrt(sum / n);
    };
    expect(off(SQUARE) / off(grid)).toBeGreaterThan(2);
  });
  test.each([
    [SQUARE.slice(0, 3), SQUARE.slice(0, 3)],
    [SQUARE, SQUARE.map((): Point => [1, 1])],
    [[0, 1, 2, 3].map((i): Point => [i, 2 * i]), SQUARE],
    [SQUARE, SQUARE.map((p, i): Point => (i ? p : [NaN, 0]))],
  ])('what is no plane is refused', (from, to) => expect(() => homographyOf(from, to)).toThrow(/Points|X/i));
});

describe('how a card stands', () => {
  test('a rotation and its vector, there and back; a quarter turn about z in closed form', () => {
    rotationOf([0, 0, Math.PI / 2]).forEach((v, i) => expect(v).toBeCloseTo([0, -1, 0, 1, 0, 0, 0, 0, 1][i]!, 12));
    for (let i = 0; i < 100; i++) {
      const { turn } = posed(80);
      turnOf(rotationOf(turn)).forEach((v, k) => expect(v).toBeCloseTo(turn[k]!, 9));
    }
  });
  test('its pose is found again, as POSIT for coplanar points has it too (Oberkampf, DeMenthon & Davis 1996, in js-aruco2 2.0.0)', () => {
    for (let i = 0; i < 100; i++) {
      const truth = posed();
      const seen = pairs(seenCard(CAMERA, truth, SQUARE));
      const pose = refined(CAMERA, SQUARE, seen, poseOf(homographyOf(SQUARE, seen), CAMERA));
      pose.at.forEach((v, k) => expect(Math.abs(v - truth.at[k]!)).toBeLessThan(1e-4));
      pose.turn.forEach((v, k) => expect(Math.abs(v - truth.turn[k]!)).toBeLessThan(1e-5));
      const theirs = new POS.Posit(30, CAMERA.fPx).pose(seen.map(([x, y]) => ({ x: x - 640, y: y - 360 })));
      const [one, other] = [theirs.bestTranslation, theirs.alternativeTranslation];
      const far = (t: readonly number[]) => Math.hypot(...t.map((v, k) => v - truth.at[k]!));
      // It stops at a thousandth; of its two answers one is the pose.
      expect(Math.min(far(one), far(other))).toBeLessThan(0.02 * truth.at[2]);
    }
  });
  test('the focal length from views of a card; views straight on say nothing of it', () => {
    const views = Array.from({ length: 30 }, (): Homography => {
      const seen = pairs(seenCard(CAMERA, posed(), SQUARE)).map(([x, y]): Point => [x + 0.02 * c.bell(), y + 0.02 * c.bell()]);
      return homographyOf(SQUARE, seen);
    });
    const f = focalOf(views, CAMERA.centre)!;
    expect(Math.abs(f.fPx / 1400 - 1)).toBeLessThan(0.03);
    expect(f.spread).toBeLessThan(0.05);
    const straight = [300, 350, 400].map((z) =>
      homographyOf(SQUARE, pairs(seenCard(CAMERA, { turn: [0, 0, 0.3], at: [0, 0, z] }, SQUARE))),
    );
    const none = focalOf(straight, CAMERA.centre);
    expect(none === undefined || !(none.spread < 1)).toBe(true);
  });
});
