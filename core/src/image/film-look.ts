import type { SeenCard } from './card';
import type { FilmFrame } from './bundle';
import type { Point } from './homography';

/** What is wrong with one picture, in the order it is said: the first of them. */
export const FILM_FAULTS = [
  'no card',
  'one card',
  'too many',
  'two sheets',
  'far',
  'dark',
  'glare',
  'blur',
  'bent',
  'steep',
] as const;
export type FilmFault = (typeof FILM_FAULTS)[number];

/** A square smaller than this says too little of how it stands, px. */
const LEAST_SIDE_PX = 70;
/** Wider edges are out of focus or moved; past this they are no longer told, px. */
const MOST_BLUR_PX = 1.75;
const LEAST_CONTRAST = 60;
/** An edge with so much less of it than the rest lies in glare or under a finger. */
const GLARE = 0.55;
/** Edges that are so far from straight, as a part of the side: a card that is bent. */
const MOST_BENT = 0.006;
/** One side so much shorter than its neighbour: seen too much from the side. */
const STEEP = 0.5;

/** One picture of a film, looked at: two cards that can be used, or what is in the way. */
export interface FilmLook {
  readonly cards: readonly SeenCard[];
  readonly frame?: FilmFrame;
  readonly fault?: FilmFault;
  /** Of which card, where it is one's. */
  readonly card?: number;
}

const lengths = (corners: readonly Point[]): number[] =>
  corners.map(([x, y], i) => {
    const [u, v] = corners[(i + 1) % corners.length]!;
    return Math.hypot(u - x, v - y);
  });

function faultOf(c: SeenCard): FilmFault | undefined {
  const sides = lengths(c.corners);
  const side = sides.reduce((s, x) => s + x, 0) / 4;
  if (side < LEAST_SIDE_PX) return 'far';
  if (c.contrast < LEAST_CONTRAST) return 'dark';
  if (c.leastContrast < GLARE * c.contrast) return 'glare';
  if (c.blurPx > MOST_BLUR_PX) return 'blur';
  if (c.offPx > Math.max(0.5, MOST_BENT * side)) return 'bent';
  if ((sides[0]! + sides[2]!) / (sides[1]! + sides[3]!) < STEEP || (sides[1]! + sides[3]!) / (sides[0]! + sides[2]!) < STEEP)
    return 'steep';
  return undefined;
}

/** Whether a picture serves a film: two cards of one sheet, near, sharp, lit and flat. */
export function filmLook(cards: readonly SeenCard[]): FilmLook {
  if (cards.length === 0) return { cards, fault: 'no card' };
  if (cards.length === 1) return { cards, fault: 'one card', card: cards[0]!.card };
  if (cards.length > 2) return { cards, fault: 'too many' };
  const [a, b] = [cards[0]!, cards[1]!];
  if (a.sheet !== b.sheet || a.card === b.card) return { cards, fault: 'two sheets' };
  for (const c of [a, b]) {
    const fault = faultOf(c);
    if (fault) return { cards, fault, card: c.card };
  }
  return { cards, frame: { a: a.corners, b: b.corners } };
}

/** What to do about it, as it is said while the camera looks. */
export function sayLook({ fault, card }: FilmLook): string {
  switch (fault) {
    case undefined:
      return 'Both cards are seen well. Hold it there.';
    case 'no card':
      return 'No card is seen. Hold the camera over both cards, about 30 cm away.';
    case 'one card':
      return `Only card ${card} is seen. The other is cut off, covered or in glare.`;
    case 'too many':
      return 'More than two cards are seen. Cover those that are not used.';
    case 'two sheets':
      return 'The cards are of two sheets. Use two of the same one.';
    case 'far':
      return 'Nearer.';
    case 'dark':
      return `More light on card ${card}.`;
    case 'glare':
      return `Glare or a finger on card ${card}. Turn the light or the camera a little.`;
    case 'blur':
      return 'Not sharp. Hold still, or a little farther off.';
    case 'bent':
      return `Card ${card} is not flat. Press it down, or stick a new one.`;
    case 'steep':
      return `More from in front of card ${card}.`;
  }
}

/** Why there is no number, where most pictures were of no use. */
export const FAULT_REFUSES: Readonly<Record<FilmFault, string>> = {
  'no card': 'The cards were not seen. Hold the camera so that both are in the picture all the time.',
  'one card':
    'One card alone was seen, the other cut off, covered or in glare. A play is how one moves against the other: keep both in the picture and in even light.',
  'too many': 'More than two cards were seen. Cover those that are not used.',
  'two sheets': 'The cards are of two sheets. Use two of the same one.',
  far: 'The cards were too small in the picture. Go nearer, to about 30 cm.',
  dark: 'It was too dark. Put a lamp on the cards.',
  glare: 'Glare hid an edge of a card. Turn the light or the camera.',
  blur: 'The pictures were blurred. Hold the camera still, rest it on something, and let it get sharp first.',
  bent: 'A card is not flat: its edges are not straight. Stick a new one on a clean, flat place.',
  steep: 'A card was seen too much from the side. Look at both from in front.',
};
