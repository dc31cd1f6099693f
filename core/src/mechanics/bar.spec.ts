import fc from 'fast-check';
import { lusolve, matrix } from 'mathjs';
import { barRate, beamBarRoll, compareBars, rollStiffness, roundSection, sayBalance, solveBar, uBar, type BarSpec } from '.';
import { cholesky, norm, solveBanded, sub, type Vec3 } from '../numeric';

const E = 206_000;
const G = E / (2 * 1.29);
/** Castigliano for a U-bar with square arms: δ/F = a³/3EI + a²(b/2)/GJ + e³/3EI + e²s/3EI (compute.md, "The bar"). */
const castigliano = (d: number, bore: number, b: number, a: number, s: number, e = E, g = G, bushing = Infinity): number => {
  const { bending: I, polar: J } = roundSection(d, bore);
  const out = b / 2 - s;
  const flex = a ** 3 / (3 * e * I) + (a ** 2 * (b / 2)) / (g * J) + out ** 3 / (3 * e * I) + (out ** 2 * s) / (3 * e * I);
  return 1 / (flex + (b / 2 / s) ** 2 / bushing);
};
const plain = { outsideMm: 24, middleMm: 900, armMm: 250, bushingsMm: 700 };

describe('closed forms', () => {
  test.each([
    [plain, 78.0403],
    [{ ...plain, boreMm: 16 }, 62.6249],
    [{ ...plain, outsideMm: 19 }, 30.6541],
    [{ ...plain, bushingNPerMm: 5000 }, 76.0774],
  ])('%j → %f N/mm (Castigliano)', (u, k) => {
    expect(barRate(uBar(u)).stiffnessNPerMm).toBeCloseTo(k, 4);
  });
  test('one element a straight piece is exact, and any U-bar agrees with Castigliano', () => {
    expect(barRate(uBar(plain), 1).stiffnessNPerMm).toBeCloseTo(barRate(uBar(plain), 400).stiffnessNPerMm, 5);
    fc.assert(
      fc.property(
        fc.double({ min: 12, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        fc.double({ min: 400, max: 1400, noNaN: true }),
        fc.double({ min: 80, max: 450, noNaN: true }),
        fc.double({ min: 0.3, max: 0.99, noNaN: true }),
        fc.double({ min: 500, max: 50_000, noNaN: true }),
        (d, hollow, b, a, share, kb) => {
          const k = barRate(
            uBar({ outsideMm: d, boreMm: d * hollow, middleMm: b, armMm: a, bushingsMm: b * share, bushingNPerMm: kb }),
            1,
          );
          const want = castigliano(d, d * hollow, b, a, (b * share) / 2, E, G, kb);
          expect(Math.abs(k.stiffnessNPerMm / want - 1)).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('Puhn’s handbook formula, one end with the other held, by its own moduli: within 1e-5', () => {
    // Puhn, How to Make Your Car Handle: K (lbf/in) = 500 000 D⁴ / (0.4244 A²B + 0.2264 C³); inches, E 30e6, G 12e6 psi.
    // Its coefficients are rounded to four digits; in proportions of about A : B = 10 : 36 the two roundings cancel.
    for (const [D, A, B] of [
      [1, 10, 36],
      [0.75, 8, 29],
      [1.125, 12, 43],
    ] as const) {
      const puhn = (500_000 * D ** 4) / (0.4244 * A ** 2 * B + 0.2264 * A ** 3);
      const bar: BarSpec = { ...uBar({ outsideMm: D, middleMm: B, armMm: A, bushingsMm: B }), youngMpa: 30e6, shearMpa: 12e6 };
      const s = solveBar(bar, [1, 0]);
      expect(Math.abs(s.forceN[0] / puhn - 1)).toBeLessThan(1e-5);
      // With its coefficients not rounded to four digits.
      const exact = 1 / ((64 * 2 * A ** 3) / (3 * Math.PI * 30e6 * D ** 4) + (32 * A ** 2 * B) / (Math.PI * 12e6 * D ** 4));
      expect(s.forceN[0] / exact).toBeCloseTo(1, 9);
    }
  });
  test('Puhn’s formula strays 5 to 20 % for splayed arms', () => {
    const [D, A, B, out] = [1, 10, 30, 6];
    const C = Math.hypot(A, out);
    const puhn = (500_000 * D ** 4) / (0.4244 * A ** 2 * B + 0.2264 * C ** 3);
    const bar = { ...uBar({ outsideMm: D, middleMm: B, armMm: A, bushingsMm: B, splayMm: out }), youngMpa: 30e6, shearMpa: 12e6 };
    const off = Math.abs(solveBar(bar, [1, 0]).forceN[0] / puhn - 1);
    expect(off).toBeGreaterThan(0.05);
    expect(off).toBeLessThan(0.25);
  });
  test('without a middle it is a cantilever, 3EI/a³; with short arms the twist alone, GJ/(a²·b/2)', () => {
    const { bending: I, polar: J } = roundSection(24);
    const arms = barRate(uBar({ outsideMm: 24, middleMm: 0.01, armMm: 250, bushingsMm: 0.01 })).stiffnessNPerMm;
    expect(arms / ((3 * E * I) / 250 ** 3)).toBeCloseTo(1, 3);
    const twist = barRate(uBar({ outsideMm: 24, middleMm: 1200, armMm: 2, bushingsMm: 1200 })).stiffnessNPerMm;
    expect(twist / ((G * J) / (2 ** 2 * 600))).toBeCloseTo(1, 2);
  });
  test('a straight bar turns in its bushings: nothing holds it', () => {
    const line = [550, 400, -400, -550].map((v): Vec3 => [0, v, 0]);
    expect(() => solveBar({ line, outsideMm: 20, bushings: [{ at: 1 }, { at: 2 }] }, [1, 1])).toThrow('The bar is not held');
  });
});

describe('what must hold of any bar', () => {
  const anyBar = fc
    .tuple(
      fc.double({ min: 14, max: 34, noNaN: true }),
      fc.double({ min: 500, max: 1200, noNaN: true }),
      fc.double({ min: 120, max: 400, noNaN: true }),
      fc.double({ min: -80, max: 160, noNaN: true }),
      fc.double({ min: -90, max: 90, noNaN: true }),
    )
    .map(([d, b, a, out, drop]): BarSpec => {
      const u = uBar({ outsideMm: d, middleMm: b, armMm: a, bushingsMm: b * 0.7, splayMm: out, bushingNPerMm: 4000 });
      // Eyes that stand higher or lower than the middle.
      return { ...u, line: u.line.map(([x, y, z], i) => [x, y, i === 0 || i === u.line.length - 1 ? drop : z]) };
    });
  test('equal movement of both eyes costs nothing', () =>
    fc.assert(
      fc.property(anyBar, (bar) => {
        for (const f of solveBar(bar, [1, 1]).forceN) expect(Math.abs(f)).toBeLessThan(1e-5);
      }),
      { numRuns: 30 },
    ));
  test('energy: half the force times the movement is what the bar and its bushings keep', () =>
    fc.assert(
      fc.property(
        anyBar,
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.double({ min: -20, max: 20, noNaN: true }),
        (bar, a, b) => {
          const s = solveBar(bar, [a, b], 20);
          const work = 0.5 * (s.forceN[0] * a + s.forceN[1] * b);
          expect(Math.abs(work - s.energyNmm)).toBeLessThan(1e-6 * (1 + Math.abs(work)));
        },
      ),
      { numRuns: 30 },
    ));
  test('mirrored input gives mirrored results', () =>
    fc.assert(
      fc.property(anyBar, (bar) => {
        const uneven = { ...bar, line: bar.line.map((p, i): Vec3 => (i === 0 ? [p[0] - 40, p[1] + 10, p[2]] : p)) };
        const mirror: BarSpec = {
          ...uneven,
          line: uneven.line.map(([x, y, z]): Vec3 => [x, -y, z]).reverse(),
          bushings: uneven.bushings.map((b) => ({ ...b, at: uneven.line.length - 1 - b.at })),
        };
        const [s, m] = [solveBar(uneven, [3, -1], 12), solveBar(mirror, [-1, 3], 12)];
        expect(m.forceN[0]).toBeCloseTo(s.forceN[1], 5);
        expect(m.forceN[1]).toBeCloseTo(s.forceN[0], 5);
        const most = (x: typeof s) => Math.max(...x.stations.map((y) => y.stressMpa));
        expect(most(m) / most(s)).toBeCloseTo(1, 6);
      }),
      { numRuns: 30 },
    ));
  test('the moment at a bend is what the link’s force has there by hand', () => {
    const k = barRate(uBar(plain), 40);
    const bend = k.stations.reduce((a, s) => (Math.abs(s.alongMm - 250) < Math.abs(a.alongMm - 250) ? s : a));
    expect(bend.bendingNmm).toBeCloseTo(k.stiffnessNPerMm * 250, 4);
    const middle = k.stations.reduce((a, s) => (Math.abs(s.at[1]) < Math.abs(a.at[1]) ? s : a));
    expect(middle.torsionNmm).toBeCloseTo(k.stiffnessNPerMm * 250, 4);
    const tau = (k.stiffnessNPerMm * 250 * 12) / roundSection(24).polar;
    expect(middle.stressMpa).toBeGreaterThan(Math.sqrt(3) * tau * 0.999);
  });
});

describe('a second solve by a matrix library (mathjs, LU)', () => {
  /** The same bar put together independently: stiff springs instead of removed freedoms, dense and unsymmetric pivoting. */
  function byLibrary(bar: BarSpec, ends: readonly [number, number]): readonly [number, number] {
    const s = roundSection(bar.outsideMm, bar.boreMm);
    const n = bar.line.length;
    const K = Array.from({ length: 6 * n }, () => new Array<number>(6 * n).fill(0));
    for (let i = 0; i + 1 < n; i++) {
      const d = sub(bar.line[i + 1]!, bar.line[i]!);
      const L = norm(d);
      const ex = d.map((v) => v / L);
      const up = Math.abs(ex[2]!) > 0.9 ? [0, 1, 0] : [0, 0, 1];
      const cr = (a: number[], b: number[]) => [
        a[1]! * b[2]! - a[2]! * b[1]!,
        a[2]! * b[0]! - a[0]! * b[2]!,
        a[0]! * b[1]! - a[1]! * b[0]!,
      ];
      const raw = cr(up, ex);
      const ey = raw.map((v) => v / Math.hypot(...raw));
      const R = [ex, ey, cr(ex, ey)];
      const k = Array.from({ length: 12 }, () => new Array<number>(12).fill(0));
      const set = (...cells: [number, number, number][]) =>
        cells.forEach(([a, b, v]) => {
          k[a]![b] = v;
          k[b]![a] = v;
        });
      const [ea, gj, ei] = [(E * s.area) / L, (G * s.polar) / L, E * s.bending];
      set([0, 0, ea], [6, 6, ea], [0, 6, -ea]);
      set([3, 3, gj], [9, 9, gj], [3, 9, -gj]);
      // The textbook's local matrix (Przemieniecki, 5.116), plane by plane.
      const a = (12 * ei) / L ** 3;
      const b = (6 * ei) / L ** 2;
      for (const [v, t, sign] of [
        [1, 5, 1],
        [2, 4, -1],
      ] as const) {
        set([v, v, a], [v + 6, v + 6, a], [v, v + 6, -a]);
        set([v, t, sign * b], [v, t + 6, sign * b], [v + 6, t, -sign * b], [v + 6, t + 6, -sign * b]);
        set([t, t, (4 * ei) / L], [t + 6, t + 6, (4 * ei) / L], [t, t + 6, (2 * ei) / L]);
      }
      for (let r = 0; r < 12; r++)
        for (let c = 0; c < 12; c++) {
          let v = 0;
          const [rb, cb] = [Math.floor(r / 3) * 3, Math.floor(c / 3) * 3];
          for (let x = 0; x < 3; x++) for (let y = 0; y < 3; y++) v += R[x]![r - rb]! * k[rb + x]![cb + y]! * R[y]![c - cb]!;
          K[i * 6 + r]![i * 6 + c]! += v;
        }
    }
    const rhs = new Array<number>(6 * n).fill(0);
    const stiff = 1e9;
    for (const [i, b] of bar.bushings.entries()) {
      for (const axis of [0, 2]) K[b.at * 6 + axis]![b.at * 6 + axis]! += b.radialNPerMm ?? stiff;
      if (i === 0) K[b.at * 6 + 1]![b.at * 6 + 1]! += stiff;
    }
    for (const [j, node] of [0, n - 1].entries()) {
      K[node * 6 + 2]![node * 6 + 2]! += stiff;
      rhs[node * 6 + 2] = stiff * ends[j]!;
    }
    const u = (lusolve(matrix(K), rhs) as unknown as { toArray(): number[][] }).toArray().map((r) => r[0]!);
    return [stiff * (ends[0] - u[2]!), stiff * (ends[1] - u[(n - 1) * 6 + 2]!)];
  }
  test.each([
    uBar({ ...plain, bushingNPerMm: 3000 }),
    uBar({ outsideMm: 21, boreMm: 14, middleMm: 820, armMm: 230, bushingsMm: 610, splayMm: 70, bushingNPerMm: 2500 }),
    {
      line: [
        [-240, 520, 60],
        [-90, 470, 30],
        [0, 380, 0],
        [0, 300, 0],
        [0, -300, 0],
        [0, -380, 0],
        [-90, -470, 30],
        [-240, -520, 60],
      ],
      outsideMm: 22,
      bushings: [
        { at: 3, radialNPerMm: 6000 },
        { at: 4, radialNPerMm: 6000 },
      ],
    } satisfies BarSpec,
  ])('bar %#', (bar) => {
    for (const ends of [
      [1, -1],
      [2, 0.5],
    ] as const) {
      const [ours, theirs] = [solveBar(bar, ends).forceN, byLibrary(bar, ends)];
      expect(Math.abs(ours[0] / theirs[0] - 1)).toBeLessThan(1e-5);
      expect(Math.abs(ours[1] / theirs[1] - 1)).toBeLessThan(1e-5);
    }
  });
  test('the banded solver agrees with Cholesky on random banded systems', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 0, max: 4 }),
        fc.infiniteStream(fc.double({ min: -1, max: 1, noNaN: true })),
        (n, w, chance) => {
          const next = () => chance.next().value as number;
          const full = new Float64Array(n * n);
          const band = new Float64Array(n * (w + 1));
          for (let i = 0; i < n; i++)
            for (let k = 0; k <= Math.min(w, i); k++) {
              const v = k === 0 ? 2 * w + 1 + Math.abs(next()) : next();
              band[i * (w + 1) + k] = v;
              full[i * n + i - k] = v;
              full[(i - k) * n + i] = v;
            }
          const r = Float64Array.from({ length: n }, next);
          const want = cholesky(full, r, n)!;
          const got = solveBanded(band, w, Float64Array.from(r))!;
          got.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, 10));
        },
      ),
    );
  });
});

test('bars compared: 24 to 26 mm is (26/24)⁴ stiffer, and much stiffer is named', () => {
  const c = compareBars(barRate(uBar(plain)), barRate(uBar({ ...plain, outsideMm: 26 })));
  expect(c.ratio).toBeCloseTo((26 / 24) ** 4, 6);
  expect(c.stressRatio).toBeCloseTo(26 / 24, 6);
  expect(c.warns).toBe(true);
  expect(compareBars(barRate(uBar(plain)), barRate(uBar(plain)))).toEqual({ ratio: 1, stressRatio: 1, warns: false });
});

test('roll stiffness and balance', () => {
  expect(rollStiffness(78, 0.6, 1500)).toBeCloseTo((78 * 0.36 * 1500 ** 2) / 2, 6);
  expect(sayBalance({ front: 10, rear: 10 }, { front: 10, rear: 15 })).toMatch(/tail comes round/);
  expect(sayBalance({ front: 10, rear: 10 }, { front: 15, rear: 10 })).toMatch(/pushes wide/);
  expect(sayBalance({ front: 10, rear: 10 }, { front: 20, rear: 20 })).toMatch(/as it was/);
});

test('a bar bolted to a beam adds its own twist: a roll of one radian twists it by t/a', () => {
  const [d, L, a, t] = [20, 900, 400, 1450];
  const torque = (G * roundSection(d).polar * (t / a)) / L;
  expect(beamBarRoll(d, 0, L, a, t)).toBeCloseTo((torque * t) / a, 3);
});

test('bad input is named before anything is worked out', () => {
  expect(() => uBar({ ...plain, armMm: 0 })).toThrow('length of the bar’s arm must be more than 0 mm');
  expect(() => barRate(uBar({ ...plain, boreMm: 24 }))).toThrow('wall of the bar must be more than 0 mm');
  expect(() => barRate(uBar({ ...plain, boreMm: 25 }))).toThrow('wall of the bar must be more than 0 mm (given: -0.5)');
  expect(() => barRate(uBar({ ...plain, boreMm: -1 }))).toThrow('hole of the bar must be 0 mm or more');
  expect(() => uBar({ ...plain, bushingsMm: 950 })).toThrow('distance between bushings must be at most the 900 mm');
  expect(() => barRate({ ...uBar(plain), bushings: [{ at: 1 }] })).toThrow('bushings of the bar must be two or more');
});
