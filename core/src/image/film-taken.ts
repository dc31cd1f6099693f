import { BadInput, within } from '../error';
import { fixed } from '../text';
import type { KnownScatter } from '../play';
import type { FilmFrame, TwoCards } from './bundle';
import { cornersOf, type CardNumber } from './card';
import { relativeMotion, type RelativeMotion } from './film';
import { FAULT_REFUSES, FILM_FAULTS, type FilmFault } from './film-look';
import { playOfFilm, type FilmPlay } from './film-play';
import type { Point } from './homography';

/** A sheet of cards as it was printed: what its ruler line of 100 mm was found to be, if anybody measured it. */
export interface PrintedSheet {
  readonly number: number;
  readonly ruler: { readonly mm: number; readonly uMm: number } | null;
}
/** One picture of a film that serves. */
export interface TakenPicture extends FilmFrame {
  readonly atS: number;
}
/** A film as it was read: what else is in it is not needed again. */
export interface TakenFilm {
  readonly width: number;
  readonly height: number;
  readonly sheet: number;
  readonly cards: readonly [CardNumber, CardNumber];
  readonly pictures: readonly TakenPicture[];
  /** How many were of no use, and why. */
  readonly faults: Partial<Record<FilmFault, number>>;
}

export const MOST_FILM_PICTURES = 2_000;
/** So many pictures at least, and so large a part of all: else it is said what was wrong with the others. */
const [LEAST_PICTURES, LEAST_PART] = [24, 0.4] as const;
/** Cards so near to one plane are not what a doubt comes from, mm. */
const NEAR_PLANE_MM = 15;
/** A printer's scale by its own account, as a part of a length; and how differently it prints across and down (from memory). */
const [PRINTED_SCALE, ACROSS] = [0.01, 0.001] as const;

/** What a print is of what was meant, and its standard uncertainty, as parts of a length. */
export function scaleOf(s: PrintedSheet): { readonly scale: number; readonly u: number } {
  if (!s.ruler) return { scale: 1, u: PRINTED_SCALE };
  const mm = within('ruler', s.ruler.mm, 90, 110, 'mm');
  return { scale: mm / 100, u: Math.hypot(within('doubt of the ruler', s.ruler.uMm, 0, 5, 'mm') / 100, ACROSS) };
}

/**
 * Why a film with so many pictures that serve is refused, if it is: what was wrong with most of the others.
 * @param serve how many do
 */
export function tooFewServe(serve: number, faults: TakenFilm['faults']): string | undefined {
  const bad = FILM_FAULTS.map((fault) => ({ fault, n: faults[fault] ?? 0 }));
  const all = serve + bad.reduce((s, b) => s + b.n, 0);
  if (serve >= LEAST_PICTURES && serve >= LEAST_PART * all) return undefined;
  const worst = bad.reduce((a, b) => (b.n > a.n ? b : a));
  return worst.n > 0 ? FAULT_REFUSES[worst.fault] : 'Too short: push and pull for some seconds.';
}

/** A film whose pictures are explained, or why there is none. */
export type ReadFilm =
  | { readonly play: Exclude<FilmPlay, { kind: 'refused' }>; readonly motion: RelativeMotion }
  | { readonly play: Extract<FilmPlay, { kind: 'refused' }>; readonly motion?: RelativeMotion };

/**
 * The play in a film.
 * @param limitMm what it is held against, where there is a limit: a doubt as large is of no use
 * @throws BadInput for a film that is none: no size, too many pictures
 */
export function readFilm(f: TakenFilm, sheet: PrintedSheet, o: { known?: KnownScatter; limitMm?: number } = {}): ReadFilm {
  within('width', f.width, 16, 8192, 'px');
  within('height', f.height, 16, 8192, 'px');
  within('pictures', f.pictures.length, 0, MOST_FILM_PICTURES);
  if (sheet.number !== f.sheet)
    throw new BadInput('sheet', `must be number ${f.sheet}, whose cards are in the film`, sheet.number);
  const few = tooFewServe(f.pictures.length, f.faults);
  if (few) return { play: { kind: 'refused', why: few } };
  const { scale, u } = scaleOf(sheet);
  const cards: TwoCards = { a: cornersOf(f.cards[0], scale), b: cornersOf(f.cards[1], scale) };
  const centre: Point = [f.width / 2, f.height / 2];
  const motion = relativeMotion(cards, f.pictures, centre);
  const play = playOfFilm(motion, u, o.known);
  if (play.kind === 'refused') return { play, motion };
  const doubtMm = play.kind === 'play' ? play.doubt.twoSidedMm : play.belowMm;
  if (o.limitMm !== undefined && doubtMm > o.limitMm && Math.abs(motion.depthMm) > NEAR_PLANE_MM)
    return {
      play: {
        kind: 'refused',
        why: `The cards stand ${fixed(Math.abs(motion.depthMm), 0)} mm apart in depth: that leaves ${fixed(doubtMm, 2)} mm of doubt, too much for the limit of ${fixed(o.limitMm, 2)} mm. Stick them nearer to one plane.`,
      },
      motion,
    };
  return { play, motion } as ReadFilm;
}
