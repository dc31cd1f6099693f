import { centroidOf, decayOf } from './blow';
import { db, type Impact } from './impact';
import { LEARNT_S, onsetNear } from './onset';
import { spectrumOf } from './spectrum';

/** So much before an onset, and so much after it, is looked at, s. */
export const BEFORE_S = 0.03;
export const AFTER_S = 0.4;
/** What comes this long before the next is cut off, s. */
const NEXT_S = 0.012;
/** How loud an impact is: over its first twentieth of a second. */
const LEVEL_S = 0.05;
/** Channels are heard at most so far apart, s: some three metres of air, or a body of steel many times over. */
const MOST_LATER_S = 0.01;
export const FULL = 0.999;

/** The last second of a recording, and what can be told of a moment in it. */
export class LastSecond {
  private readonly ring: Float32Array[];
  private readonly size: number;
  frames = 0;

  constructor(
    private readonly hz: number,
    private readonly channels: number,
  ) {
    this.size = Math.ceil(hz * (BEFORE_S + AFTER_S + LEARNT_S + 0.6));
    this.ring = Array.from({ length: channels }, () => new Float32Array(this.size));
  }

  /** @param block one list a channel @param i which of its samples comes next */
  push(block: readonly Float32Array[], i: number): void {
    const place = this.frames++ % this.size;
    for (let c = 0; c < this.channels; c++) this.ring[c]![place] = block[c]![i]!;
  }
  /** Nought where it is not there, or not any more. */
  at(c: number, frame: number): number {
    if (frame < 0 || frame >= this.frames || frame < this.frames - this.size) return 0;
    return this.ring[c]![frame % this.size]!;
  }

  /** What is to be told of an impact. @param near about where it begins @param next where the next begins, in frames */
  impact(near: number, next: number): { readonly onset: number; readonly impact: Impact } {
    const { hz } = this;
    // Which channel is loudest there: it is measured.
    const span = Math.round(LEVEL_S * hz);
    const energy = (c: number, from: number): number => {
      let e = 0;
      for (let i = 0; i < span; i++) e += this.at(c, from + i) ** 2;
      return e;
    };
    let lead = 0;
    for (let c = 1; c < this.channels; c++) if (energy(c, near) > energy(lead, near)) lead = c;
    const onset = onsetNear((frame) => this.at(lead, frame), near, hz);
    const until = Math.min(onset + Math.round(AFTER_S * hz), this.frames, Math.max(onset + span, next - Math.round(NEXT_S * hz)));
    const samples = new Float32Array(Math.max(1, until - onset));
    for (let i = 0; i < samples.length; i++) samples[i] = this.at(lead, onset + i);
    const peak = samples.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
    const noise = this.noise(lead, onset);
    const later = this.delays(lead, onset);
    const first = Math.min(...later);
    const level = (c: number): number => db(energy(c, onset) / span);
    return {
      onset,
      impact: {
        atS: onset / hz,
        peak,
        levelDb: level(lead),
        centroidHz: centroidOf(samples, hz, noise),
        decayS: decayOf(samples, hz, noise),
        channels: later.map((l, c) => ({ levelDb: level(c), laterMs: (l - first) * 1000 })),
        clipped: peak >= FULL,
      },
    };
  }

  /** Mean power just before an onset. */
  private noise(c: number, onset: number): number {
    const n = Math.round(0.02 * this.hz);
    let e = 0;
    for (let i = 1; i <= n; i++) e += this.at(c, onset - Math.round(0.004 * this.hz) - i) ** 2;
    return e / n;
  }

  /**
   * When each channel hears it, s against the lead: generalised cross-correlation with phase transform (Knapp & Carter
   * 1976), the top of its parabola.
   */
  private delays(lead: number, onset: number): number[] {
    if (this.channels === 1) return [0];
    const { hz } = this;
    const most = Math.round(MOST_LATER_S * hz);
    const span = Math.round(0.03 * hz) + 2 * most;
    const size = 2 ** Math.ceil(Math.log2(2 * span));
    const from = onset - most - Math.round(0.004 * hz);
    const spectrum = spectrumOf(size);
    let share = 0;
    for (let i = 0; i < span; i++) share += Math.sin((Math.PI * (i + 0.5)) / span) ** 2;
    const windowed = (c: number): { s: number[]; floor: number } => {
      const x = new Float64Array(size);
      for (let i = 0; i < span; i++) x[i] = this.at(c, from + i) * Math.sin((Math.PI * (i + 0.5)) / span);
      return { s: [...spectrum.transform(x)], floor: this.noise(c, onset) * share };
    };
    const a = windowed(lead);
    return Array.from({ length: this.channels }, (_, c) => {
      if (c === lead) return 0;
      const b = windowed(c);
      const cross = new Array<number>(2 * size).fill(0);
      for (let k = 0; k < size; k++) {
        const f = (Math.min(k, size - k) * hz) / size;
        if (f < 60 || f > 8000) continue;
        const [ar, ai, br, bi] = [a.s[2 * k]!, a.s[2 * k + 1]!, b.s[2 * k]!, b.s[2 * k + 1]!];
        const [pa, pb] = [ar * ar + ai * ai, br * br + bi * bi];
        // Only where the blow stands clear of the noise before it, and by how far.
        const weight = Math.max(0, 1 - (4 * a.floor) / pa) * Math.max(0, 1 - (4 * b.floor) / pb);
        if (!(weight > 0)) continue;
        const size2 = Math.sqrt(pa * pb);
        cross[2 * k] = (weight * (br * ar + bi * ai)) / size2;
        cross[2 * k + 1] = (weight * (bi * ar - br * ai)) / size2;
      }
      const r = spectrum.inverse(cross);
      const value = (lag: number): number => r[(lag + size) % size]!;
      let best = 0;
      for (let lag = -most; lag <= most; lag++) if (value(lag) > value(best)) best = lag;
      const [y0, y1, y2] = [value(best - 1), value(best), value(best + 1)];
      const bend = y0 - 2 * y1 + y2;
      const part = bend < 0 ? (y0 - y2) / (2 * bend) : 0;
      return (best + Math.max(-0.5, Math.min(0.5, part))) / hz;
    });
  }
}
