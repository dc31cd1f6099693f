import { BadInput, within } from '../error';
import { median, solvedBy, type Vec3 } from '../numeric';
import { explained, OWN, scatterOf, SHARED, unit, type Explained, type Film, type FilmFrame, type TwoCards } from './bundle';
import { homographyOf, type Point } from './homography';
import { FOCAL_SPREAD, focalOf, numbersOf, poseOf, rotationOf, transposed, turned, turnOf, unapplied, USUAL_FOCAL } from './pose';

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

/** Where it begins: each card by itself, and the middle of what they say of each other. */
function begun(film: Film, frames: readonly FilmFrame[]): { readonly own: Float64Array[]; readonly shared: Float64Array } {
  const { cards, centre } = film;
  const maps = frames.map((f) => [homographyOf(cards.a, f.a), homographyOf(cards.b, f.b)] as const);
  const said = focalOf(maps.flat(), centre);
  // Views that are nearly straight on say next to nothing of it.
  const fPx = said && said.spread < FOCAL_SPREAD ? said.fPx : film.usualFPx;
  const poses = maps.map(([a, b]) => [poseOf(a, { fPx, centre }), poseOf(b, { fPx, centre })] as const);
  const between = poses.map(([a, b]) => {
    const ra = rotationOf(a.turn);
    return {
      turn: turnOf(turned(transposed(ra), rotationOf(b.turn))),
      off: unapplied(ra, [b.at[0] - a.at[0], b.at[1] - a.at[1], b.at[2] - a.at[2]]),
    };
  });
  const turn = [0, 1, 2].map((i) => median(between.map((x) => x.turn[i]!)));
  return {
    own: poses.map(([a], i) => Float64Array.from([...numbersOf(a), between[i]!.off[0], between[i]!.off[1]])),
    shared: Float64Array.from([...turn, median(between.map((x) => x.off[2])), Math.log(fPx)]),
  };
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
  const usualFPx = 2 * Math.max(centre[0], centre[1]) * USUAL_FOCAL;
  const film: Film = { cards, centre, usualFPx, focalSpread: FOCAL_SPREAD };
  const all = explained(film, frames, begun(film, frames));
  const sdPx = scatterOf(all.views);
  return {
    at: all.views.map((v) => [v.own[6]!, v.own[7]!]),
    depthMm: all.shared[3]!,
    turn: [all.shared[0]!, all.shared[1]!, all.shared[2]!],
    fPx: Math.exp(all.shared[4]!),
    sdPx,
    doubt: doubtIn(all, sdPx),
  };
}

/** Scatter of the pictures themselves, and what all of them have in common by the shared unknowns (JCGM 102:2011, 6.2). */
function doubtIn({ views, covariance }: Explained, sdPx: number): RelativeMotion['doubt'] {
  const [toX, toY] = [unit(6, OWN), unit(7, OWN)];
  const each = views.map((v) => {
    const [x, y] = [solvedBy(v.factor, toX, OWN), solvedBy(v.factor, toY, OWN)];
    return { xx: x[6]!, xy: x[7]!, yy: y[7]! };
  });
  return (some, others, along) => {
    const by = (list: readonly number[]) => {
      if (list.length === 0) throw new BadInput('pictures', 'must be one or more on each side', 0);
      let own = 0;
      const shared = new Float64Array(SHARED);
      for (const i of list) {
        const { xx, xy, yy } = each[i]!;
        const { answers } = views[i]!;
        own += along[0] ** 2 * xx + 2 * along[0] * along[1] * xy + along[1] ** 2 * yy;
        for (let j = 0; j < SHARED; j++)
          shared[j]! -= (along[0] * answers[6 * SHARED + j]! + along[1] * answers[7 * SHARED + j]!) / list.length;
      }
      return { own: own / list.length ** 2, shared };
    };
    const [x, y] = [by(some), by(others)];
    const d = x.shared.map((v, j) => v - y.shared[j]!);
    const common = d.reduce((s, v, i) => s + d.reduce((t, u, j) => t + v * u * covariance[i]![j]!, 0), 0);
    return { ownMm: sdPx * Math.sqrt(x.own + y.own), sharedMm: sdPx * Math.sqrt(Math.max(0, common)) };
  };
}
