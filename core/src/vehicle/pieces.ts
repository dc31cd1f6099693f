/** What becomes of a piece that came off. */
export const FATES = ['kept', 'moved over', 'renewed', 'binned'] as const;
export type Fate = (typeof FATES)[number];

/** A piece that comes off with a part, and its usual fate (common practice, no source). */
export interface PieceSpec {
  /** Its name on a corner: "link", "link.nuts", "bracket.bolts". */
  readonly id: string;
  /** `{side}` is filled in. */
  readonly name: string;
  readonly usual: Fate;
  readonly why: string;
}

/** How a handed piece faces; each has a right and a wrong drawing. */
export const ORIENTATIONS = ['link studs', 'dished washers', 'bushing split', 'pivot sleeve', 'bar way up'] as const;
export type Orientation = (typeof ORIENTATIONS)[number];

export interface OrientationSpec {
  readonly orientation: Orientation;
  readonly right: string;
  readonly wrong: string;
}
