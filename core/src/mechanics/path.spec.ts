import { lusolve } from 'mathjs';
import { axleOf } from '../test/axle';
import { cross, norm, sub, type Vec3 } from '../numeric';
import { cornersOf, knuckleOf } from '.';

/**
 * An independent solver of the wheel's path: no poses and no turns, only the coordinates of the knuckle's points, kept
 * rigid by their distances (natural coordinates; García de Jalón & Bayo 1994), Newton with differences, solved by mathjs.
 */
function pathOf(body: readonly Vec3[], held: (p: readonly Vec3[]) => number[], wheel: number, travelMm: number): Vec3[] {
  const n = body.length;
  const pairs: [number, number][] = [
    [0, 1],
    [0, 2],
    [1, 2],
  ];
  for (let i = 3; i < n; i++) pairs.push([0, i], [1, i], [2, i]);
  const lengths = pairs.map(([i, j]) => norm(sub(body[i]!, body[j]!)));
  const points = (x: number[]): Vec3[] => Array.from({ length: n }, (_, i) => [x[3 * i]!, x[3 * i + 1]!, x[3 * i + 2]!]);
  let x = body.flatMap((p) => [...p]);
  const steps = 20;
  for (let s = 1; s <= steps; s++) {
    const height = body[wheel]![2] + (travelMm * s) / steps;
    const f = (v: number[]) => {
      const p = points(v);
      return [...pairs.map(([i, j], k) => norm(sub(p[i]!, p[j]!)) - lengths[k]!), ...held(p), p[wheel]![2] - height];
    };
    for (let round = 0; round < 8; round++) {
      const r = f(x);
      const J = r.map(() => new Array<number>(3 * n).fill(0));
      for (let c = 0; c < 3 * n; c++) {
        const [a, b] = [[...x], [...x]];
        a[c]! += 1e-5;
        b[c]! -= 1e-5;
        const [fa, fb] = [f(a), f(b)];
        r.forEach((_, k) => (J[k]![c] = (fa[k]! - fb[k]!) / 2e-5));
      }
      const step = lusolve(J, r) as number[][];
      x = x.map((v, i) => v - step[i]![0]!);
    }
  }
  return points(x);
}
const distance = (a: Vec3, b: Vec3, length: number) => norm(sub(a, b)) - length;

describe.each([60, 25, -40, -60])('wheel at %i mm, against distances alone', (travel) => {
  test('the strut of the plan, both arm bushings as points of their own', () => {
    const [front, rear, ball, top, foot, rack, tie, wheel, mount]: Vec3[] = [
      [120, 330, 220],
      [-180, 345, 225],
      [5, 655, 185],
      [-30, 570, 920],
      [-5, 655, 385],
      [-120, 300, 250],
      [-130, 640, 235],
      [0, 710, 315],
      [-25, 615, 570],
    ] as Vec3[];
    const theirs = pathOf(
      [ball!, tie!, wheel!, foot!, top!, mount!],
      (p) => {
        // The strut's own axis, foot to where its top was, runs through the body's mount.
        const off = cross(sub(top!, p[3]!), sub(p[4]!, p[3]!)).map((v) => v / 500);
        return [
          distance(p[0]!, front!, norm(sub(ball!, front!))),
          distance(p[0]!, rear!, norm(sub(ball!, rear!))),
          distance(p[1]!, rack!, norm(sub(tie!, rack!))),
          off[0]!,
          off[1]!,
        ];
      },
      2,
      travel,
    );
    const pose = knuckleOf(
      [
        { kind: 'rod', knuckle: ball!, body: front! },
        { kind: 'rod', knuckle: ball!, body: rear! },
        { kind: 'strut', foot: foot!, top: top! },
        { kind: 'rod', knuckle: tie!, body: rack! },
      ],
      wheel!,
    )(travel);
    const ours = [ball!, tie!, wheel!, foot!, top!, mount!].map((p) => carriedBy(p, pose));
    ours.forEach((p, i) => p.forEach((v, k) => expect(v).toBeCloseTo(theirs[i]![k]!, 6)));
  });

  test('double arms from their hard points', () => {
    const { points: q } = axleOf('double-arm');
    const at = (n: 'armInner' | 'armOuter' | 'upperInner' | 'upperOuter' | 'rackEnd' | 'tieRodOuter' | 'hub') => q[n]!.at;
    const spread = (p: Vec3, by: number): Vec3 => [p[0] + by, p[1], p[2]];
    const rods: [number, Vec3][] = [
      [0, spread(at('armInner'), 150)],
      [0, spread(at('armInner'), -150)],
      [1, spread(at('upperInner'), 150)],
      [1, spread(at('upperInner'), -150)],
      [2, at('rackEnd')],
    ];
    const body = [at('armOuter'), at('upperOuter'), at('tieRodOuter'), at('hub')];
    const theirs = pathOf(body, (p) => rods.map(([i, to]) => distance(p[i]!, to, norm(sub(body[i]!, to)))), 3, travel);
    const { points } = cornersOf(axleOf('double-arm'))(travel);
    (['armOuter', 'upperOuter', 'tieRodOuter', 'hub'] as const).forEach((n, i) =>
      points[n]!.forEach((v, k) => expect(v).toBeCloseTo(theirs[i]![k]!, 6)),
    );
  });
});

function carriedBy(p: Vec3, pose: { turn: Vec3; shift: Vec3; about: Vec3 }): Vec3 {
  const v = sub(p, pose.about);
  const angle = norm(pose.turn);
  const k = pose.turn.map((x) => x / (angle || 1)) as unknown as Vec3;
  const c = cross(k, v);
  const d = k[0] * v[0] + k[1] * v[1] + k[2] * v[2];
  return [0, 1, 2].map(
    (i) =>
      pose.about[i]! + v[i]! * Math.cos(angle) + c[i]! * Math.sin(angle) + k[i]! * d * (1 - Math.cos(angle)) + pose.shift[i]!,
  ) as unknown as Vec3;
}
