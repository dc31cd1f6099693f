import { positive, within } from '../error';
import { median } from '../numeric';
import { fixed } from '../text';
import { seriesDoubt, type KnownScatter, type SeriesDoubt } from '../play';
import type { RelativeMotion } from './film';
import type { Point } from './homography';

/** So many pictures a rest has at least: fewer may be the hand on its way. */
const LEAST_REST = 4;
/** Pushes and pulls together: two readings, so that the series says how far they scatter. */
const LEAST_RESTS = 4;
/** Two rests are told apart from one where they are so many scatters of a picture apart. */
const APART = 4;
/** It scatters from picture to picture by so much more than its points do: the hand did not hold it. */
const UNREST = 5;
/** Both ends moved the same way by so many scatters of a rest, and by so much of the play: a card slipped. */
const [SLIPPED, SLIPPED_PART] = [6, 0.2] as const;

/** A while in which the joint stood at one of its ends. */
export interface Rest {
  /** The film begins at the one: whether that was pushed or pulled, the hand knows. */
  readonly end: 'one' | 'other';
  /** Pictures, first and last. */
  readonly from: number;
  readonly to: number;
}

export type FilmPlay =
  | {
      readonly kind: 'play';
      readonly rests: readonly Rest[];
      /** Along which the joint moved, in the plane of card A. */
      readonly along: Point;
      /** Each of a push with the pull after it, mm: no rest is in two of them, so that each says something of its own. */
      readonly readingsMm: readonly number[];
      /** What every reading has in common, standard uncertainty, mm: geometry and print. */
      readonly sharedMm: number;
      readonly doubt: SeriesDoubt;
    }
  /** It moved less than can be told from none. */
  | { readonly kind: 'none'; readonly belowMm: number }
  | { readonly kind: 'refused'; readonly why: string };

const mean = (xs: readonly number[]): number => xs.reduce((s, x) => s + x, 0) / xs.length;

/** The direction along which places lie farthest apart; of length 1. */
function farthest(at: readonly Point[]): Point {
  const [mx, my] = [mean(at.map((p) => p[0])), mean(at.map((p) => p[1]))];
  const [xx, xy, yy] = at.reduce(
    ([a, b, c], [x, y]) => [a + (x - mx) ** 2, b + (x - mx) * (y - my), c + (y - my) ** 2],
    [0, 0, 0],
  ) as [number, number, number];
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return [Math.cos(angle), Math.sin(angle)];
}

/** Two middles of numbers on a line, each of what is nearer to it (two means, from its two ends). */
function twoMiddles(xs: readonly number[]): readonly [number, number] {
  const sorted = [...xs].sort((a, b) => a - b);
  let [lo, hi] = [sorted[Math.floor(0.1 * (xs.length - 1))]!, sorted[Math.ceil(0.9 * (xs.length - 1))]!];
  for (let i = 0; i < 20; i++) {
    const cut = (lo + hi) / 2;
    const [below, above] = [sorted.filter((x) => x < cut), sorted.filter((x) => x >= cut)];
    if (!below.length || !above.length) break;
    [lo, hi] = [median(below), median(above)];
  }
  return [lo, hi];
}

/** Whiles at one of two places; what lies between belongs to none. @param near how far off a place still is that place */
function restsOf(xs: readonly number[], ends: readonly [number, number], near: number): Rest[] {
  const at = (x: number): number => ends.findIndex((e) => Math.abs(x - e) <= near);
  const whiles: { at: number; from: number; to: number }[] = [];
  for (let i = 0; i < xs.length;) {
    const here = at(xs[i]!);
    let to = i;
    while (to + 1 < xs.length && at(xs[to + 1]!) === here) to++;
    if (here >= 0 && to - i + 1 >= LEAST_REST) {
      const last = whiles.at(-1);
      // A picture that strayed does not make two rests of one.
      if (last?.at === here) last.to = to;
      else whiles.push({ at: here, from: i, to });
    }
    i = to + 1;
  }
  return whiles.map(({ at: here, from, to }) => ({ end: here === whiles[0]!.at ? 'one' : 'other', from, to }));
}

/** Where it stood in a rest: without its first and last picture, which the hand may still be moving in, and what strayed. */
function placeOf(xs: readonly number[], { from, to }: Rest, scatter: number): number {
  const inside = xs.slice(from + 1, to);
  const at = median(inside);
  return mean(inside.filter((x) => Math.abs(x - at) <= 3 * scatter));
}

/** By how much both ends moved the same way from the first half of a film to the second: a joint moves one end, a card both. */
function slippedMm(xs: readonly number[], scatter: number): number {
  const half = Math.floor(xs.length / 2);
  const [before, after] = [twoMiddles(xs.slice(0, half)), twoMiddles(xs.slice(half))];
  // Where one half shows one end alone nothing is told.
  if (Math.min(before[1] - before[0], after[1] - after[0]) < APART * scatter) return 0;
  const [one, other] = [after[0] - before[0], after[1] - before[1]];
  return one * other < 0 ? 0 : Math.min(Math.abs(one), Math.abs(other));
}

/**
 * The play of a joint by a film: where it rested pushed and where pulled, and how far the one is from the other, as a series of
 * readings like any gauge's (JCGM 100:2008). What all readings have in common (how the cards stand, the focal length, the
 * print's scale) is no smaller for more of them.
 * @param scale of the print: standard uncertainty as a part of a length; by `scaleOf`
 * @throws BadInput for a scale that is none
 */
export function playOfFilm(m: RelativeMotion, scale: number, known?: KnownScatter): FilmPlay {
  within('scale of the print', scale, 0, 0.1);
  positive('scatter of a point', Math.max(m.sdPx, 1e-9), 'px');
  const along = farthest(m.at);
  const xs = m.at.map(([x, y]) => x * along[0] + y * along[1]);
  // From picture to picture the joint mostly stands still: what changes then is scatter.
  const scatter = 1.4826 * (median(xs.slice(1).map((x, i) => Math.abs(x - xs[i]!))) / Math.SQRT2);
  const ends = twoMiddles(xs);
  const apart = ends[1] - ends[0];
  const all = m.at.map((_, i) => i);
  // What a picture scatters by the points in it alone: of two of them, the one less the other.
  const expected = median(all.slice(1).map((i) => m.doubt([i], [i - 1], along).ownMm)) / Math.SQRT2;
  if (scatter > UNREST * expected)
    return { kind: 'refused', why: 'It never stood still. Hold it pushed, then pulled, for a second each.' };
  if (apart < APART * scatter) {
    const { sharedMm } = m.doubt(all.slice(0, Math.ceil(all.length / 2)), all.slice(Math.ceil(all.length / 2)), along);
    return { kind: 'none', belowMm: APART * scatter + 2 * sharedMm };
  }
  const slipMm = slippedMm(xs, scatter);
  if (slipMm > Math.max(SLIPPED * scatter, SLIPPED_PART * apart))
    return { kind: 'refused', why: `A card slipped: both ends moved by ${fixed(slipMm, 2)} mm. Stick it on anew.` };
  const rests = restsOf(xs, ends, Math.max(3 * scatter, apart / 4));
  if (rests.length < 2)
    return { kind: 'refused', why: 'It did not stand still at two places. Hold it pushed, then pulled, for a second each.' };
  if (rests.length < LEAST_RESTS)
    return {
      kind: 'refused',
      why: `Too few pushes: it changed ${rests.length === 2 ? 'once' : 'twice'}. Push and pull twice each at least.`,
    };
  const pictures = ({ from, to }: Rest) => all.slice(from, to + 1);
  const places = rests.map((r) => placeOf(xs, r, scatter));
  const readingsMm = Array.from({ length: Math.floor(places.length / 2) }, (_, i) =>
    Math.abs(places[2 * i + 1]! - places[2 * i]!),
  );
  const of = (end: Rest['end']) => rests.filter((r) => r.end === end).flatMap(pictures);
  const { sharedMm } = m.doubt(of('one'), of('other'), along);
  const fixedMm = Math.hypot(sharedMm, scale * mean(readingsMm));
  // A series takes what no more readings make smaller as a resolution: r/√6 of a difference.
  const doubt = seriesDoubt(readingsMm, Math.max(fixedMm, 1e-6) * Math.sqrt(6), known);
  return { kind: 'play', rests, along, readingsMm, sharedMm: fixedMm, doubt };
}
