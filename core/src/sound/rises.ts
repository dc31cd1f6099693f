/** A hop, s: the grain of the energies that are watched. */
export const HOP_S = 0.001;
/**
 * What is watched: bands, Hz, where rubber, studs and sheet metal all have energy, and stones least; over how long a rise
 * is taken, in hops, as few waves of a low band are in a short one; when it must still be
 * there; and whether stones are heard there.
 */
const BANDS = [
  { from: 40, to: 300, spans: [16, 40], before: 12, lasts: [5, 12], stones: false },
  { from: 300, to: 2000, spans: [6, 25], before: 8, lasts: [12, 22], stones: true },
] as const;
export const WATCHED = BANDS.map(({ from, to }) => ({ from, to }));
/** Each band with each span watches for itself. */
const WATCHES = BANDS.flatMap((b, band) => b.spans.map((span) => ({ band, span, before: b.before })));
export const WATCHES_N = WATCHES.length;
/** Between what is before and what is after lies so much, hops: an onset is not one point in a band. */
const GAP = 2;
/** What is there is the middle one of so many hops, so that a blow just before does not count. */
const MIDDLE = 250;
/** Nothing lower is looked at, dB. */
const LEAST_DB = 2;
/** A rise is the highest of so many hops to each side. */
const NEIGHBOURS = 25;
/** A blow falls: within these spans after it, in hops, its power is somewhere so far below that of its beginning, dB. A voice holds on. */
const FALLS = [
  [30, 50],
  [50, 90],
  [90, 140],
] as const;
const BEGINNING = 20;
const FALLS_DB = 4;
/**
 * A blow lasts: between those hops of its band it is not so far below its first ones, dB. A stone is over in hundredths of a
 * second, a plug or a seam between samples sooner.
 */
const FIRST = 4;
const LASTS_DB = 12;
/** What is looked at lies so many hops back, so that all of it is there both ways. */
const BACK = MIDDLE + GAP + 60;
const KEPT = 1024;
/** Bins of levels, dB: what the middle one is found by. */
const BIN_DB = 0.25;
const LOWEST_DB = -140;

/** A moment at which the energy of a band came up. */
export interface Rise {
  /** Which watch it is of. */
  readonly watch: number;
  /** In hops since the beginning. */
  readonly hop: number;
  readonly db: number;
}

/** What rises forwards and may be a blow; what does so backwards in time; and what is over too soon: a stone. */
export const RISES = ['forwards', 'backwards', 'short'] as const;
export type RiseKind = (typeof RISES)[number];

/**
 * Rises of energy, forwards and backwards. A blow is there at once and dies away: played backwards it is none. Noise is the
 * same both ways: what rises backwards tells how often it looks like a blow.
 */
export class Rises {
  private hop = 0;
  private readonly powers = BANDS.map(() => new Float64Array(KEPT));
  private readonly middles = BANDS.map(() => new Float64Array(KEPT));
  private readonly counts = BANDS.map(() => new Uint16Array(Math.ceil(180 / BIN_DB)));
  private readonly bins = BANDS.map(() => new Uint16Array(KEPT));
  private readonly scores = Object.fromEntries(
    RISES.map((is) => [is, WATCHES.map(() => new Float32Array(KEPT))]),
  ) as unknown as Record<RiseKind, Float32Array[]>;

  constructor(private readonly found: (is: RiseKind, r: Rise) => void) {}

  /** @param powers of each band over the next hop */
  push(powers: ArrayLike<number>): void {
    const k = this.hop++;
    for (let b = 0; b < BANDS.length; b++) {
      this.powers[b]![k % KEPT] = powers[b]!;
      this.middle(b, k);
    }
    const at = k - BACK;
    if (at < BACK) return;
    for (let w = 0; w < WATCHES.length; w++) {
      for (const is of RISES) this.scores[is][w]![at % KEPT] = 0;
      this.score(w, at, 1);
      this.score(w, at, -1);
      for (const is of RISES) this.top(w, at - NEIGHBOURS, is);
    }
  }

  /** Power of a band as it usually is there. */
  usual(b: number): number {
    return this.hop ? this.middles[b]![(this.hop - 1) % KEPT]! : 0;
  }

  /** The middle of the last hops of a band, its level smoothed over as many as a rise takes; by counts in bins. */
  private middle(b: number, k: number): void {
    const span = BANDS[b]!.before;
    const level = 10 * Math.log10(this.mean(b, Math.max(0, k - span + 1), k + 1) + 1e-14);
    const bin = Math.max(0, Math.min(this.counts[b]!.length - 1, Math.round((level - LOWEST_DB) / BIN_DB)));
    const [counts, bins] = [this.counts[b]!, this.bins[b]!];
    if (k >= MIDDLE) counts[bins[(k - MIDDLE) % KEPT]!]!--;
    bins[k % KEPT] = bin;
    counts[bin]!++;
    let [left, i] = [Math.min(MIDDLE, k + 1) / 2, 0];
    // From where it was last: it moves little.
    for (; i < counts.length - 1; i++) {
      left -= counts[i]!;
      if (left <= 0) break;
    }
    this.middles[b]![k % KEPT] = 10 ** ((LOWEST_DB + i * BIN_DB) / 10);
  }

  private mean(b: number, from: number, to: number): number {
    const p = this.powers[b]!;
    let sum = 0;
    for (let k = from; k < to; k++) sum += p[k % KEPT]!;
    return sum / Math.max(1, to - from);
  }
  /** Mean power from `from` to `to` hops after a moment, backwards where it is looked at so. */
  private after(b: number, at: number, from: number, to: number, way: 1 | -1): number {
    return way === 1 ? this.mean(b, at + from, at + to) : this.mean(b, at - to + 1, at - from + 1);
  }

  /** How far it rises there over what is before it, dB. */
  private score(w: number, at: number, way: 1 | -1): void {
    const { band, span, before } = WATCHES[w]!;
    const long = this.middles[band]![(way === 1 ? at - GAP - 1 : at + GAP + MIDDLE) % KEPT]!;
    const short = this.after(band, at, -GAP - before, -GAP, way);
    const power = this.after(band, at, 0, span, way);
    const db = 10 * Math.log10(power / (Math.max(long, short) + 1e-14) + 1e-14);
    if (db <= LEAST_DB || !this.falls(band, at, way)) return;
    const lasts = this.lasts(band, at, way, long);
    const is = way === -1 ? lasts && 'backwards' : lasts ? 'forwards' : BANDS[band]!.stones && 'short';
    if (is) this.scores[is][w]![at % KEPT] = db;
  }
  private falls(b: number, at: number, way: 1 | -1): boolean {
    const begins = this.after(b, at, 0, BEGINNING, way) * 10 ** (-FALLS_DB / 10);
    return FALLS.some(([from, to]) => this.after(b, at, from, to, way) < begins);
  }
  private lasts(b: number, at: number, way: 1 | -1, noise: number): boolean {
    const [from, to] = BANDS[b]!.lasts;
    const first = this.after(b, at, 0, FIRST, way) - noise;
    return this.after(b, at, from, to, way) - noise > first * 10 ** (-LASTS_DB / 10);
  }

  private top(watch: number, at: number, kind: RiseKind): void {
    if (at < BACK) return;
    const scores = this.scores[kind][watch]!;
    const db = scores[at % KEPT]!;
    if (db <= LEAST_DB) return;
    for (let k = at - NEIGHBOURS; k <= at + NEIGHBOURS; k++) {
      const other = scores[k % KEPT]!;
      if (other > db || (other === db && k < at)) return;
    }
    this.found(kind, { watch, hop: at, db });
  }
}
