import fc from 'fast-check';
import { lusolve, matrix } from 'mathjs';
import { add, between, cholesky, cross, dot, norm, scale, sub, type Vec3 } from '.';

const vec = fc.tuple(
  ...([0, 1, 2].map(() => fc.double({ min: -1e3, max: 1e3, noNaN: true })) as [never, never, never]),
) as fc.Arbitrary<Vec3>;

test('a cross product stands square on both, and is as long as the area they span (Lagrange)', () => {
  fc.assert(
    fc.property(vec, vec, (a, b) => {
      const c = cross(a, b);
      expect(Math.abs(dot(c, a))).toBeLessThan(1e-5);
      expect(Math.abs(dot(c, b))).toBeLessThan(1e-5);
      expect(norm(c) ** 2).toBeCloseTo(dot(a, a) * dot(b, b) - dot(a, b) ** 2, -3);
    }),
  );
  expect(cross([1, 0, 0], [0, 1, 0])).toEqual([0, 0, 1]);
});

test('between ends where it should', () => {
  expect(between([1, 2, 3], [3, 6, 9], 0.5)).toEqual([2, 4, 6]);
  expect(add(sub([5, 5, 5], [1, 2, 3]), scale([1, 2, 3], 1))).toEqual([5, 5, 5]);
});

test('the same answer as an independent library (LU with pivots), and none from a singular system', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 20, maxLength: 20 }), (x) => {
      // AᵀA + I is positive definite whatever A.
      const n = 4;
      const A = Array.from({ length: n }, (_, i) => x.slice(i * n, i * n + n));
      const M = A.map((_, i) => A.map((__, j) => A.reduce((s, row) => s + row[i]! * row[j]!, i === j ? 1 : 0)));
      const r = x.slice(16);
      const ours = cholesky(Float64Array.from(M.flat()), Float64Array.from(r), n)!;
      const theirs = (lusolve(matrix(M), r) as unknown as { toArray(): number[][] }).toArray().flat();
      theirs.forEach((v, i) => expect(ours[i]).toBeCloseTo(v, 8));
    }),
  );
  expect(cholesky(Float64Array.from([1, 1, 1, 1]), Float64Array.from([1, 2]), 2)).toBeUndefined();
});
