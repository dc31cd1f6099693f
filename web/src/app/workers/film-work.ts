import type { FilmResult, KnownScatter, PhotoWay } from '@ash-knot/core';
import type { FilmFault, Height, PhotoLength, Point, PrintedSheet, TakenFilm } from '@ash-knot/core/image';
import type { Work } from './work';

/** A card as it is drawn over the picture. */
export interface DrawnCard {
  readonly card: number;
  readonly corners: readonly Point[];
}
/** One picture, looked at. */
export interface Looked {
  readonly width: number;
  readonly height: number;
  readonly cards: readonly DrawnCard[];
  /** Which sheet they are of, and which two cards, where both serve. */
  readonly used?: {
    readonly sheet: number;
    readonly cards: TakenFilm['cards'];
    readonly a: readonly Point[];
    readonly b: readonly Point[];
  };
  readonly fault?: FilmFault;
  readonly says: string;
}
/** A film, worked out: its result, or in words why there is none. */
export interface WorkedFilm {
  readonly result?: FilmResult;
  readonly refused?: string;
  /** Where the second card stood along its way, mm, picture by picture; and the pictures of each rest. */
  readonly along: readonly number[];
  readonly rests: readonly { readonly end: 'one' | 'other'; readonly from: number; readonly to: number }[];
  /** The film as it is kept: rows of a CSV file. */
  readonly rows: readonly (readonly string[])[];
}
export interface FilmQuestion {
  readonly film: TakenFilm;
  readonly sheet: PrintedSheet;
  readonly known?: KnownScatter;
  readonly limitMm?: number;
  readonly unit: 'mm' | 'in';
}
/** A card as it is printed, mm. */
export interface PrintedCard {
  readonly card: number;
  readonly sideMm: number;
  readonly marginMm: number;
  /** Where its middle is printed, mm. */
  readonly at: Point;
  readonly cells: readonly boolean[];
}
/** A photograph of a part, looked at. */
export interface LookedPhoto {
  readonly width: number;
  readonly height: number;
  readonly cards: readonly DrawnCard[];
  /** Which sheet, by which of its cards; nothing where no card serves. */
  readonly sheet?: number;
  readonly says: string;
}
/** What was found near the touches, and the length between them once all are there. */
export interface PhotoSize {
  /** A line round or along each, px. */
  readonly drawn: readonly (readonly Point[])[];
  readonly length?: PhotoLength;
  /** Why the last touch found nothing. */
  readonly wrong?: string;
}
/** How high above the hub a card on the arch stands. */
export interface RideHeight {
  readonly mm?: number;
  readonly uMm?: number;
  readonly says: string;
  readonly cards: readonly DrawnCard[];
}
/** What the page asks of the film worker, and what it answers. */
export interface FilmAsks {
  /** A picture that is handed over: it is gone for the page. */
  look: { readonly q: ImageBitmap; readonly a: Looked };
  read: { readonly q: FilmQuestion; readonly a: WorkedFilm };
  /** A film of which no picture served: why. */
  'none serves': { readonly q: TakenFilm['faults']; readonly a: WorkedFilm };
  /** A film from the text of its file. */
  'from rows': { readonly q: { readonly name: string; readonly text: string }; readonly a: TakenFilm };
  /** A photograph that is handed over; it stays with the worker until the next. */
  photo: { readonly q: { readonly picture: ImageBitmap; readonly sheets: readonly PrintedSheet[] }; readonly a: LookedPhoto };
  /** What stands near the touches in it. */
  'photo size': {
    readonly q: {
      readonly way: PhotoWay;
      readonly touches: readonly Point[];
      readonly height: Height;
      /** How far off a touch may be, px of the picture. */
      readonly reach: number;
    };
    readonly a: PhotoSize;
  };
  /** How high a corner stands: a card at the hub's middle, another at the arch above it. */
  'ride height': {
    readonly q: { readonly picture: ImageBitmap; readonly sheets: readonly PrintedSheet[] };
    readonly a: RideHeight;
  };
  /** The cells of each card of a sheet, row by row, true white: what is printed. */
  cells: { readonly q: number; readonly a: readonly PrintedCard[] };
  /** The names of the films that ship. */
  'simulated films': { readonly q: null; readonly a: readonly string[] };
  /** A picture of one of them. @see simulatedCamera */
  'simulated picture': {
    readonly q: {
      readonly film: number;
      readonly sheet: number;
      readonly seed: number;
      readonly atS: number;
      readonly pulled: number;
    };
    readonly a: ImageBitmap;
  };
}
export type FilmAsk = { [K in keyof FilmAsks]: { readonly ask: K; readonly q: FilmAsks[K]['q'] } }[keyof FilmAsks];
export type FilmAnswer = FilmAsks[keyof FilmAsks]['a'];
export type FilmWork = Work<FilmAsk, FilmAnswer>;
