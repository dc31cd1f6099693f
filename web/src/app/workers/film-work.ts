import type { FilmResult, KnownScatter } from '@ash-knot/core';
import type { FilmFault, Point, PrintedSheet, TakenFilm } from '@ash-knot/core/image';
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
  readonly cells: readonly boolean[];
}
/** What the page asks of the film worker, and what it answers. */
export interface FilmAsks {
  /** A picture that is handed over: it is gone for the page. */
  look: { readonly q: ImageBitmap; readonly a: Looked };
  read: { readonly q: FilmQuestion; readonly a: WorkedFilm };
  /** A film from the text of its file. */
  'from rows': { readonly q: { readonly name: string; readonly text: string }; readonly a: TakenFilm };
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
