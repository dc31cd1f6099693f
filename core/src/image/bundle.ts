import { BadInput } from '../error';
import { cholesky, cross, factored, norm, scale, solvedBy, type Vec3 } from '../numeric';
import type { Point } from './homography';
import { applied, rotationOf } from './pose';

/** One picture of a film: where the points of each card are seen, px, in the order of the cards' points. */
export interface FilmFrame {
  readonly a: readonly Point[];
  readonly b: readonly Point[];
}
/** Points of two cards, each in its own plane about its own middle, mm. */
export interface TwoCards {
  readonly a: readonly Point[];
  readonly b: readonly Point[];
}

/** Unknowns of each picture: turn and place of card A before the camera, and where B's middle stands in A's plane. */
export const OWN = 8;
/** Unknowns of the film: how B is turned against A, its depth, the focal length's logarithm. */
export const SHARED = 5;
const ALL = OWN + SHARED;
const ROUNDS = 12;

/** What is seen, and what is taken of the focal length where the pictures say nothing: its logarithm may be off by so much. */
export interface Film {
  readonly cards: TwoCards;
  readonly centre: Point;
  readonly usualFPx: number;
  readonly focalSpread: number;
}

/** One picture as it stands: what is left over of it, and what its own unknowns leave of what is shared. */
export interface View {
  readonly own: Float64Array;
  /** Sum of the squares left over, px², and of how many numbers. */
  readonly squares: number;
  readonly count: number;
  /** Factor of the own unknowns' information. */
  readonly factor: Float64Array;
  /** By how much each own unknown answers each shared one, OWN × SHARED; and what is left over. */
  readonly answers: Float64Array;
  readonly step: Float64Array;
  /** What the shared unknowns do that no own unknown can do instead: information and right side. */
  readonly information: Float64Array;
  readonly right: Float64Array;
}

/** How a rotation vector's change turns what it has turned: M of R(w + d) ≈ R(M d) R(w), column by column (Sola 2018, 145). */
function turning(w: Vec3): readonly [Vec3, Vec3, Vec3] {
  const angle = norm(w);
  if (angle < 1e-9)
    return [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ];
  const a = scale(w, 1 / angle);
  const [s, c] = [Math.sin(angle) / angle, (1 - Math.cos(angle)) / angle];
  const column = (i: number): Vec3 => {
    const e: Vec3 = [Number(i === 0), Number(i === 1), Number(i === 2)];
    const k = cross(a, e);
    return [0, 1, 2].map((j) => s * e[j]! + (1 - s) * a[i]! * a[j]! + c * k[j]!) as unknown as Vec3;
  };
  return [column(0), column(1), column(2)];
}

/**
 * A picture's residuals, px, and what each unknown does to them, by the chain rule.
 * @returns undefined where its own unknowns are not told by it
 */
export function looked({ cards, centre }: Film, f: FilmFrame, own: Float64Array, shared: Float64Array): View | undefined {
  const fPx = Math.exp(shared[4]!);
  const w: Vec3 = [own[0]!, own[1]!, own[2]!];
  const wb: Vec3 = [shared[0]!, shared[1]!, shared[2]!];
  const [r, rb, m, mb] = [rotationOf(w), rotationOf(wb), turning(w), turning(wb)];
  const info = new Float64Array(ALL * ALL);
  const g = new Float64Array(ALL);
  let [squares, count] = [0, 0];
  const slopes = [new Float64Array(ALL), new Float64Array(ALL)] as const;
  const put = ([x, y, z]: Vec3, there: Point, d: readonly (Vec3 | undefined)[]) => {
    const [px, py, pz] = [x + own[3]!, y + own[4]!, z + own[5]!];
    const [u, v, k] = [px / pz, py / pz, fPx / pz];
    for (let j = 0; j < ALL; j++) {
      const q = d[j];
      slopes[0][j] = q ? k * (q[0] - u * q[2]) : 0;
      slopes[1][j] = q ? k * (q[1] - v * q[2]) : 0;
    }
    slopes[0][ALL - 1] = fPx * u;
    slopes[1][ALL - 1] = fPx * v;
    const left = [centre[0] + fPx * u - there[0], centre[1] + fPx * v - there[1]];
    for (let i = 0; i < 2; i++) {
      const row = slopes[i]!;
      squares += left[i]! ** 2;
      count++;
      for (let a = 0; a < ALL; a++) {
        if (!row[a]) continue;
        g[a]! += row[a]! * left[i]!;
        for (let b = 0; b <= a; b++) info[a * ALL + b]! += row[a]! * row[b]!;
      }
    }
  };
  const placed: Vec3[] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  cards.a.forEach(([x, y], k) => {
    const p = applied(r, [x, y, 0]);
    put(p, f.a[k]!, [cross(m[0], p), cross(m[1], p), cross(m[2], p), ...placed]);
  });
  const along = [0, 1, 2].map((i): Vec3 => [r[i]!, r[3 + i]!, r[6 + i]!]);
  cards.b.forEach(([x, y], k) => {
    const q = applied(rb, [x, y, 0]);
    const p = applied(r, [q[0] + own[6]!, q[1] + own[7]!, q[2] + shared[3]!]);
    const turns = mb.map((c) => applied(r, cross(c, q)));
    put(p, f.b[k]!, [cross(m[0], p), cross(m[1], p), cross(m[2], p), ...placed, along[0], along[1], ...turns, along[2]]);
  });
  return eliminated(own, info, g, squares, count);
}

/** The own unknowns taken out of a picture's normal equations (Hartley & Zisserman, A6.3). */
function eliminated(own: Float64Array, info: Float64Array, g: Float64Array, squares: number, count: number): View | undefined {
  const factor = new Float64Array(OWN * OWN);
  for (let a = 0; a < OWN; a++) for (let b = 0; b <= a; b++) factor[a * OWN + b] = info[a * ALL + b]!;
  if (!factored(factor, OWN)) return undefined;
  const step = solvedBy(factor, g, OWN);
  const answers = new Float64Array(OWN * SHARED);
  const information = new Float64Array(SHARED * SHARED);
  const right = new Float64Array(SHARED);
  for (let s = 0; s < SHARED; s++) {
    const row = info.subarray((OWN + s) * ALL, (OWN + s) * ALL + OWN);
    const answer = solvedBy(factor, row, OWN);
    for (let a = 0; a < OWN; a++) answers[a * SHARED + s] = answer[a]!;
    right[s] = g[OWN + s]! - row.reduce((t, v, a) => t + v * step[a]!, 0);
    for (let t = 0; t <= s; t++) {
      const other = info.subarray((OWN + t) * ALL, (OWN + t) * ALL + OWN);
      const alone = info[(OWN + s) * ALL + OWN + t]! - other.reduce((q, v, a) => q + v * answer[a]!, 0);
      information[s * SHARED + t] = information[t * SHARED + s] = alone;
    }
  }
  return { own, squares, count, factor, answers, step, information, right };
}

export const squaresOf = (views: readonly View[]): number => views.reduce((s, v) => s + v.squares, 0);

/** What one coordinate of a point scatters by, px: what is left over where all of it is explained. */
export function scatterOf(views: readonly View[]): number {
  const n = views.reduce((s, v) => s + v.count, 0);
  return Math.sqrt(squaresOf(views) / Math.max(1, n - OWN * views.length - SHARED));
}

/** How all of it stands where the pictures are explained best. */
export interface Explained {
  readonly views: readonly View[];
  readonly shared: Float64Array;
  /** Of the shared unknowns, SHARED × SHARED, for points that scatter by one pixel. */
  readonly covariance: readonly Float64Array[];
}

/**
 * All pictures explained at once, from a start (bundle adjustment by Gauss and Newton: Hartley & Zisserman, 18.1).
 * @throws BadInput where the pictures do not say how the cards stand
 */
export function explained(
  film: Film,
  frames: readonly FilmFrame[],
  start: Omit<Explained, 'covariance' | 'views'> & { readonly own: readonly Float64Array[] },
): Explained {
  const unsaid = () => new BadInput('pictures', 'must show both cards from their fronts', frames.length);
  const lookAll = (own: readonly Float64Array[], shared: Float64Array): View[] =>
    frames.map((f, i) => {
      const v = looked(film, f, own[i]!, shared);
      if (!v) throw unsaid();
      return v;
    });
  let shared = start.shared;
  let views = lookAll(start.own, shared);
  let information = new Float64Array(SHARED * SHARED);
  for (let round = 0; round < ROUNDS; round++) {
    information = new Float64Array(SHARED * SHARED);
    const right = new Float64Array(SHARED);
    for (const v of views) {
      v.information.forEach((x, i) => (information[i]! += x));
      v.right.forEach((x, i) => (right[i]! -= x));
    }
    // What is usual of a focal length counts as one more thing that was seen, at what a point scatters.
    const weight = (scatterOf(views) / film.focalSpread) ** 2;
    information[SHARED * SHARED - 1]! += weight;
    const off = () => shared[SHARED - 1]! - Math.log(film.usualFPx);
    right[SHARED - 1]! -= weight * off();
    const step = cholesky(Float64Array.from(information), right, SHARED);
    if (!step) throw new BadInput('pictures', 'must say how the cards stand to each other', frames.length);
    const from = { shared, views };
    const unexplained = () => squaresOf(views) + weight * off() ** 2;
    const before = unexplained();
    // Rarely more than the whole step: half of it, and half again, where that explains the pictures worse.
    for (let part = 1; part > 1e-3; part /= 2) {
      shared = from.shared.map((v, i) => v + part * step[i]!);
      views = lookAll(
        from.views.map((v) =>
          v.own.map((x, n) => {
            let by = v.step[n]!;
            for (let s = 0; s < SHARED; s++) by += v.answers[n * SHARED + s]! * step[s]!;
            return x - part * by;
          }),
        ),
        shared,
      );
      if (unexplained() <= before * (1 + 1e-12)) break;
    }
    if (before - unexplained() <= 1e-9 * before) break;
  }
  if (!factored(information, SHARED)) throw unsaid();
  const covariance = Array.from({ length: SHARED }, (_, i) => solvedBy(information, unit(i, SHARED), SHARED));
  return { views, shared, covariance };
}
export const unit = (i: number, n: number): Float64Array => Float64Array.from({ length: n }, (_, j) => Number(i === j));
