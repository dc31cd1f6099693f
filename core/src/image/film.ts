import { BadInput, within } from '../error';
import { cholesky, type Vec3 } from '../numeric';
import { homographyOf, type Point } from './homography';
import {
  applied,
  focalOf,
  numbersOf,
  poseIn,
  poseOf,
  refined,
  rotationOf,
  seenAt,
  slopesOf,
  transposed,
  turned,
  turnOf,
  unapplied,
  type Camera,
  type Pose,
} from './pose';

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

/** What a difference of places is uncertain by, mm. */
export interface MotionDoubt {
  /** By the scatter of those pictures: another push has another. */
  readonly ownMm: number;
  /** By what all pictures have in common: it is in every push alike. */
  readonly sharedMm: number;
}

/** How one card moved against the other. */
export interface RelativeMotion {
  /** Where the middle of B stands in the plane of A, mm, picture by picture. */
  readonly at: readonly Point[];
  /** How far its middle stands off A's plane, mm, towards the camera below 0. */
  readonly depthMm: number;
  /** How the two are turned against each other, rad. */
  readonly turn: Vec3;
  readonly fPx: number;
  /** Scatter of a point in the pictures, px, one coordinate: what is left over where all of it is explained. */
  readonly sdPx: number;
  /** Standard uncertainty of the mean place over some pictures less that over others, along a direction. */
  doubt(some: readonly number[], others: readonly number[], along: Point): MotionDoubt;
}

/** A telephone's focal length as a part of its picture's width, and how far it may be off: nobody said (from memory). */
const USUAL_FOCAL = 0.8;
const FOCAL_SPREAD = 0.25;
const ROUNDS = 12;
/** Unknowns of each picture: the camera before card A, and where B's middle stands in A's plane. */
const OWN = 8;
/** Unknowns of the film: how B is turned against A, its depth, the focal length. */
const SHARED = 5;

interface Film {
  readonly cards: TwoCards;
  readonly centre: Point;
  readonly usualFPx: number;
}

/** What is left over of one picture, x, y, x, y …: first A's points, then B's. */
function leftOver({ cards, centre }: Film, f: FilmFrame, own: ArrayLike<number>, shared: ArrayLike<number>): Float64Array {
  const camera: Camera = { fPx: Math.exp(shared[4]!), centre };
  const pose = poseIn(own);
  const r = rotationOf(pose.turn);
  const rb = rotationOf([shared[0]!, shared[1]!, shared[2]!]);
  const out = new Float64Array(2 * (cards.a.length + cards.b.length));
  let i = 0;
  const put = (p: Vec3, there: Point) => {
    const [x, y, z] = applied(r, p);
    const seen = seenAt(camera, [x + pose.at[0], y + pose.at[1], z + pose.at[2]]);
    out[i++] = seen[0] - there[0];
    out[i++] = seen[1] - there[1];
  };
  cards.a.forEach(([x, y], k) => put([x, y, 0], f.a[k]!));
  cards.b.forEach(([x, y], k) => {
    const p = applied(rb, [x, y, 0]);
    put([p[0] + own[6]!, p[1] + own[7]!, p[2] + shared[3]!], f.b[k]!);
  });
  return out;
}

const middle = (xs: readonly number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;
/** Of a matrix by columns: each with each, weighed alike. */
function products(a: readonly Float64Array[], b: readonly Float64Array[]): Float64Array {
  const out = new Float64Array(a.length * b.length);
  for (let i = 0; i < a.length; i++)
    for (let j = 0; j < b.length; j++) {
      const [x, y] = [a[i]!, b[j]!];
      let sum = 0;
      for (let k = 0; k < x.length; k++) sum += x[k]! * y[k]!;
      out[i * b.length + j] = sum;
    }
  return out;
}
/** n × m times by a solved n × n: column by column. Undefined where it is singular. */
function solved(m: Float64Array, n: number, right: readonly Float64Array[]): Float64Array[] | undefined {
  const out: Float64Array[] = [];
  for (const r of right) {
    const z = cholesky(Float64Array.from(m), r, n);
    if (!z) return undefined;
    out.push(z);
  }
  return out;
}
const units = (n: number): Float64Array[] =>
  Array.from({ length: n }, (_, i) => Float64Array.from({ length: n }, (__, j) => Number(i === j)));

/** Where it begins: each card by itself, and the middle of what they say of each other. */
function begun(film: Film, frames: readonly FilmFrame[]): { readonly own: Float64Array[]; readonly shared: Float64Array } {
  const { cards, centre } = film;
  const maps = frames.map((f) => [homographyOf(cards.a, f.a), homographyOf(cards.b, f.b)] as const);
  const said = focalOf(maps.flat(), centre);
  // Views that are nearly straight on say next to nothing of it.
  const fPx = said && said.spread < FOCAL_SPREAD ? said.fPx : film.usualFPx;
  const camera = { fPx, centre };
  const poses = maps.map(([a, b], i): readonly [Pose, Pose] => [
    refined(camera, cards.a, frames[i]!.a, poseOf(a, camera)),
    refined(camera, cards.b, frames[i]!.b, poseOf(b, camera)),
  ]);
  const between = poses.map(([a, b]) => {
    const ra = rotationOf(a.turn);
    return {
      turn: turnOf(turned(transposed(ra), rotationOf(b.turn))),
      off: unapplied(ra, [b.at[0] - a.at[0], b.at[1] - a.at[1], b.at[2] - a.at[2]]),
    };
  });
  const turn = [0, 1, 2].map((i) => middle(between.map((x) => x.turn[i]!)));
  return {
    own: poses.map(([a], i) => Float64Array.from([...numbersOf(a), between[i]!.off[0], between[i]!.off[1]])),
    shared: Float64Array.from([...turn, middle(between.map((x) => x.off[2])), Math.log(fPx)]),
  };
}

/** One picture as it stands, what is left over of it, and what each unknown does to that. */
function looked(film: Film, f: FilmFrame, own: Float64Array, shared: Float64Array) {
  return {
    at: own,
    left: leftOver(film, f, own, shared),
    own: slopesOf((x) => leftOver(film, f, x, shared), own),
    shared: slopesOf((x) => leftOver(film, f, own, x), shared),
  };
}
type View = ReturnType<typeof looked>;

/** What a picture's own unknowns would take up of some columns: by least squares. Undefined where it says too little. */
function takenUp(v: View, columns: readonly Float64Array[]): Float64Array[] | undefined {
  return solved(
    products(v.own, v.own),
    OWN,
    columns.map((g) => products(v.own, [g])),
  );
}
/** A column less what the others make of it. */
function without(g: Float64Array, columns: readonly Float64Array[], by: Float64Array): Float64Array {
  const out = Float64Array.from(g);
  columns.forEach((c, i) => {
    for (let k = 0; k < out.length; k++) out[k]! -= c[k]! * by[i]!;
  });
  return out;
}

/**
 * How card B moves in the plane of card A over a film, whatever the hand that holds the camera does: all pictures are explained
 * at once, each by where the camera was and where B's middle stood, all by how the two cards are turned against each other, how
 * far B stands off A's plane and the focal length (bundle adjustment: Hartley & Zisserman, 18.1; the unknowns of each picture
 * eliminated, A6.3). How large B is seen beside A says its depth, so that no parallax is taken for movement.
 * @param centre the middle of the picture, px
 * @throws BadInput for fewer than three pictures, or pictures that cannot be explained so
 */
export function relativeMotion(cards: TwoCards, frames: readonly FilmFrame[], centre: Point): RelativeMotion {
  within('pictures', frames.length, 3, 5_000);
  if (frames.some((f) => f.a.length !== cards.a.length || f.b.length !== cards.b.length))
    throw new BadInput('pictures', 'must show every point of both cards', frames.length);
  const film: Film = { cards, centre, usualFPx: 2 * Math.max(centre[0], centre[1]) * USUAL_FOCAL };
  const start = begun(film, frames);
  let shared = start.shared;
  let views = frames.map((f, i) => looked(film, f, start.own[i]!, shared));
  let information = new Float64Array(SHARED * SHARED);
  for (let round = 0; round < ROUNDS; round++) {
    information = new Float64Array(SHARED * SHARED);
    const right = new Float64Array(SHARED);
    for (const v of views) {
      const back = takenUp(v, v.shared);
      if (!back) throw new BadInput('pictures', 'must show both cards from their fronts', frames.length);
      // What the shared unknowns do that no camera and no place of B can do instead.
      const alone = v.shared.map((g, k) => without(g, v.own, back[k]!));
      products(alone, v.shared).forEach((x, i) => (information[i]! += x));
      products(alone, [v.left]).forEach((x, i) => (right[i]! -= x));
    }
    // What is usual of a focal length counts as one more thing that was seen, at what a point scatters.
    const weight = (scatterOf(views) / FOCAL_SPREAD) ** 2;
    information[24]! += weight;
    right[4]! -= weight * (shared[4]! - Math.log(film.usualFPx));
    const step = cholesky(Float64Array.from(information), right, SHARED);
    if (!step) throw new BadInput('pictures', 'must say how the cards stand to each other', frames.length);
    const before = squaresOf(views);
    const from = { shared, views };
    // Rarely more than the whole step: half of it, and half again, where that explains the pictures worse.
    for (let part = 1; part > 1e-3; part /= 2) {
      const moved = from.shared.map((v, i) => v + part * step[i]!);
      const next = from.views.map((v, i) => {
        const ahead = v.left.map((x, k) => x + v.shared.reduce((t, g, n) => t + g[k]! * step[n]!, 0));
        const by = takenUp(v, [ahead])![0]!;
        return looked(
          film,
          frames[i]!,
          v.at.map((x, n) => x - part * by[n]!),
          moved,
        );
      });
      [shared, views] = [moved, next];
      if (squaresOf(next) <= before * (1 + 1e-12)) break;
    }
    if (before - squaresOf(views) <= 1e-10 * before) break;
  }
  const sdPx = scatterOf(views);
  const covariance = solved(information, SHARED, units(SHARED))!;
  return {
    at: views.map((v) => [v.at[6]!, v.at[7]!]),
    depthMm: shared[3]!,
    turn: [shared[0]!, shared[1]!, shared[2]!],
    fPx: Math.exp(shared[4]!),
    sdPx,
    doubt: doubtIn(views, covariance, sdPx),
  };
}
const squaresOf = (views: readonly View[]): number => views.reduce((s, v) => s + v.left.reduce((t, x) => t + x * x, 0), 0);

/** One coordinate of a point, px. */
function scatterOf(views: readonly View[]): number {
  const n = views.reduce((s, v) => s + v.left.length, 0);
  return Math.sqrt(squaresOf(views) / Math.max(1, n - OWN * views.length - SHARED));
}

/** Scatter of the pictures themselves, and what all of them have in common by the shared unknowns (JCGM 102:2011, 6.2). */
function doubtIn(views: readonly View[], covariance: readonly Float64Array[], sdPx: number): RelativeMotion['doubt'] {
  const each = views.map((v) => {
    const inverse = solved(products(v.own, v.own), OWN, units(OWN))!;
    const ofShared = takenUp(v, v.shared)!;
    return { inverse, ofShared };
  });
  return (some, others, along) => {
    const by = (list: readonly number[]) => {
      if (list.length === 0) throw new BadInput('pictures', 'must be one or more on each side', 0);
      let own = 0;
      const shared = new Float64Array(SHARED);
      for (const i of list) {
        const { inverse, ofShared } = each[i]!;
        own += along[0] ** 2 * inverse[6]![6]! + 2 * along[0] * along[1] * inverse[6]![7]! + along[1] ** 2 * inverse[7]![7]!;
        ofShared.forEach((x, j) => (shared[j]! -= (along[0] * x[6]! + along[1] * x[7]!) / list.length));
      }
      return { own: own / list.length ** 2, shared };
    };
    const [x, y] = [by(some), by(others)];
    const d = x.shared.map((v, j) => v - y.shared[j]!);
    const common = d.reduce((s, v, i) => s + d.reduce((t, u, j) => t + v * u * covariance[i]![j]!, 0), 0);
    return { ownMm: sdPx * Math.sqrt(x.own + y.own), sharedMm: sdPx * Math.sqrt(Math.max(0, common)) };
  };
}
