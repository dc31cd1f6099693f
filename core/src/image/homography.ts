import { BadInput, finite } from '../error';
import { cholesky } from '../numeric';

/** A point of a picture (px) or of a card (mm). */
export type Point = readonly [x: number, y: number];
/** Row by row; its last element is 1. */
export type Homography = readonly number[];

/** Moves points about their middle and to a mean distance of √2 (Hartley & Zisserman, Multiple View Geometry, 4.4.4). */
function normalised(points: readonly Point[]): { readonly at: Point; readonly by: number } {
  const n = points.length;
  const [x, y] = points.reduce(([sx, sy], p) => [sx + p[0] / n, sy + p[1] / n], [0, 0]);
  const far = points.reduce((s, p) => s + Math.hypot(p[0] - x, p[1] - y) / n, 0);
  if (!(far > 0)) throw new BadInput('points', 'must not all be one', n);
  return { at: [x, y], by: Math.SQRT2 / far };
}

/**
 * The plane-to-plane map that takes each point to the other with the same number: exact for four, else with the least squares
 * of the linear equations in normalised coordinates (Hartley & Zisserman, 4.1, 4.4). The middle of `from` may not go to
 * infinity, as that of a card that is seen does not.
 * @throws BadInput for fewer than four, numbers that are none, or points of which three and more lie on one line
 */
export function homographyOf(from: readonly Point[], to: readonly Point[]): Homography {
  if (from.length < 4 || from.length !== to.length) throw new BadInput('points', 'must be four pairs or more', from.length);
  for (const p of [...from, ...to]) p.forEach((v, i) => finite(i ? 'y' : 'x', v));
  const [a, b] = [normalised(from), normalised(to)];
  const ata = new Float64Array(64);
  const atb = new Float64Array(8);
  const add = (row: readonly number[], right: number) => {
    for (let i = 0; i < 8; i++) {
      atb[i]! += row[i]! * right;
      for (let j = 0; j < 8; j++) ata[i * 8 + j]! += row[i]! * row[j]!;
    }
  };
  from.forEach((p, k) => {
    const [x, y] = [(p[0] - a.at[0]) * a.by, (p[1] - a.at[1]) * a.by];
    const [u, v] = [(to[k]![0] - b.at[0]) * b.by, (to[k]![1] - b.at[1]) * b.by];
    add([x, y, 1, 0, 0, 0, -u * x, -u * y], u);
    add([0, 0, 0, x, y, 1, -v * x, -v * y], v);
  });
  const z = cholesky(ata, atb, 8);
  if (!z) throw new BadInput('points', 'must not lie on one line', from.length);
  // Back: first the picture, then the card.
  const n = [...z, 1];
  const back = [1 / b.by, 0, b.at[0], 0, 1 / b.by, b.at[1], 0, 0, 1];
  const forth = [a.by, 0, -a.by * a.at[0], 0, a.by, -a.by * a.at[1], 0, 0, 1];
  const h = times(times(back, n), forth);
  return h.map((v) => v / h[8]!);
}

function times(a: readonly number[], b: readonly number[]): number[] {
  return Array.from({ length: 9 }, (_, i) => {
    const [r, c] = [3 * Math.floor(i / 3), i % 3];
    return a[r]! * b[c]! + a[r + 1]! * b[c + 3]! + a[r + 2]! * b[c + 6]!;
  });
}

/** Where a point goes. */
export function through(h: Homography, [x, y]: Point): Point {
  const w = h[6]! * x + h[7]! * y + h[8]!;
  return [(h[0]! * x + h[1]! * y + h[2]!) / w, (h[3]! * x + h[4]! * y + h[5]!) / w];
}

/** The way back. @throws BadInput where there is none */
export function inverseOf(h: Homography): Homography {
  const [a, b, c, d, e, f, g, k, i] = h as number[] as [number, number, number, number, number, number, number, number, number];
  const m = [
    e * i - f * k,
    c * k - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * k - e * g,
    b * g - a * k,
    a * e - b * d,
  ];
  const det = a * m[0]! + b * m[3]! + c * m[6]!;
  if (!(Math.abs(det) > 0) || !(Math.abs(m[8]!) > 0)) throw new BadInput('homography', 'must have a way back', det);
  return m.map((v) => v / m[8]!);
}
