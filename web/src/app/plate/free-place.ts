/** A box on the picture, px. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
/** Something that is drawn: how far from the picture’s middle line, how low, and how far it reaches about that, px. */
export interface Disc {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}
/** From the rows to what is drawn beside them, and above and below them, px. */
const BESIDE = 8;
const OVER = 5;
/** Places tried, px apart. */
const STEP = 4;

/**
 * The widest place of a height in the middle of a picture that nothing drawn reaches into.
 * @param about the bounds it lies within, how high it is, and its least and most half width, px
 * @returns nothing where there is none so wide
 */
export function freePlace(
  drawn: readonly Disc[],
  about: { readonly top: number; readonly bottom: number; readonly high: number; readonly least: number; readonly most: number },
): { readonly y: number; readonly half: number; readonly high: number } | null {
  let best: { y: number; half: number } | null = null;
  // What bars a height whatever else stands there comes first: most heights are given up at once.
  const inner = drawn
    .filter((d) => d.x - d.r - BESIDE < about.most && d.y + d.r + OVER > about.top && d.y - d.r - OVER < about.bottom)
    .map((d) => ({ room: d.x - d.r - BESIDE, from: d.y - d.r - OVER, to: d.y + d.r + OVER }))
    .sort((a, b) => a.room - b.room);
  for (let y = about.top; y + about.high <= about.bottom; y += STEP) {
    // The first that reaches in is the nearest to the middle.
    const nearest = inner.find((d) => d.to > y && d.from < y + about.high);
    const half = nearest ? nearest.room : about.most;
    if (half >= about.least && (!best || half > best.half)) best = { y, half };
  }
  return best && { ...best, high: about.high };
}

/** How high a line of small words is, and half of how wide, px. */
const WORDS = { high: 18, half: 76 } as const;
/**
 * The first place for a line of words in the middle of a picture that nothing drawn reaches into, px: its base line.
 * @param from where it would stand best; looked for from there towards `to`
 */
export function freeLine(drawn: readonly Disc[], from: number, to: number): number {
  const inner = drawn.filter((d) => d.x - d.r < WORDS.half);
  const free = (base: number) => inner.every((d) => d.y + d.r <= base - WORDS.high || d.y - d.r >= base + OVER);
  const step = Math.sign(to - from) * STEP;
  for (let base = from; step > 0 ? base <= to : base >= to; base += step) if (free(base)) return base;
  return from;
}
