/** What becomes of a piece that came off. */
export const FATES = ['kept', 'moved over', 'renewed', 'binned'] as const;
export type Fate = (typeof FATES)[number];

/** Why a piece is kept or not: what somebody saw. */
export const PIECE_REASONS = [
  'looked at, sound',
  'worn',
  'torn',
  'necked',
  'mushroomed',
  'rounded off',
  'rusted',
  'cracked',
  'bent',
  'used once',
  'ruined getting it off',
] as const;
export type PieceReason = (typeof PIECE_REASONS)[number];

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
