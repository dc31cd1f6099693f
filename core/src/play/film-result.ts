/** How a film was read; goes into the ledger with what came of it. */
export const FILM_METHOD = 'film 1';
/** How a film came here: by this device's camera, as a file, or drawn by the stand-in. */
export const FILM_FROM = ['camera', 'file', 'simulated'] as const;
export type FilmFrom = (typeof FILM_FROM)[number];
/** Whether there is a play, or none larger than can be told. */
export const FILM_FOUND = ['play', 'none'] as const;
export const MOST_FILM_READINGS = 200;

/** What a film told, as it is kept. Lengths in mm. */
export interface FilmResult {
  readonly method: typeof FILM_METHOD;
  /** Pictures it is worked out of, and of how many. */
  readonly used: number;
  readonly pictures: number;
  readonly seconds: number;
  /** How far the second card stands off the plane of the first. */
  readonly depthMm: number;
  /** What a corner scatters by, px. */
  readonly scatterPx: number;
  readonly found: (typeof FILM_FOUND)[number];
  /** One for each push and its pull; none where no play is found. */
  readonly readingsMm: readonly number[];
  /** Nothing larger than this moved, where no play is found: what it might still have. */
  readonly belowMm: number | null;
  readonly meanMm: number;
  readonly uMm: number;
  /** What all readings have in common: how the cards stand, the print. */
  readonly sharedMm: number;
  readonly degrees: number | null;
  readonly oneSidedMm: number;
  readonly expandedMm: number;
  readonly sentence: string;
}
