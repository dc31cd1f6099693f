import { BadInput, within } from '../error';
import { Biquad } from './biquad';
import { centroidOf, decayOf } from './blow';
import { type Impact, type Excerpt, type FoundImpacts, db } from './impact';
import { spectrumOf } from './spectrum';
import type { Block } from './wav-read';

/** A hop, s: the grain of the energies that are watched. */
const HOP_S = 0.001;
/** Bands that are watched, Hz: what rubber, studs and sheet metal do; and how long each is smoothed, s, as few waves are in a hop. */
const BANDS = [
  { from: 40, to: 300, smoothS: 0.006 },
  { from: 300, to: 2000, smoothS: 0.002 },
  { from: 2000, to: 7000, smoothS: 0.001 },
] as const;
/** An impact rises so far over what is there, dB, and so many times as far as that wavers below itself. */
const LEAST_RISE_DB = 9;
const WAVERS = 7;
/** It rises within some hops: by so many dB. What rings on wavers less. */
const RISES_DB = 6;
const RISES_HOPS = 12;
/** Two impacts are so far apart, s; what comes sooner belongs to the first. */
const APART_S = 0.04;
/** After so long it has come up, s. */
const SETTLES_S = 0.012;
/** So much before an onset, and so much after it, is looked at, s. */
const BEFORE_S = 0.03;
const AFTER_S = 0.4;
/** An excerpt ends so long after its onset, s. */
const EXCERPT_AFTER_S = 0.32;
export const EXCERPT_S = BEFORE_S + EXCERPT_AFTER_S;
/** Channels are heard at most so far apart, s: some three metres of air, or a body of steel many times over. */
const MOST_LATER_S = 0.01;
/**
 * The floor that impacts rise from is what is there a quarter of the time at most: it follows at so many dB a second, and
 * three times as fast down as up, so that a rattle that rings on does not lift it (a running quantile).
 */
const FLOOR_DB_S = 24;
const FLOOR_SHARE = 0.25;
/** So long it only learns what is there, s. */
const LEARNS_S = 0.25;
const LEVEL_EVERY_S = 0.05;
const SILENT = 1e-5;
const FULL = 0.999;
/** A recording has no more; one that seems to is one long rattle. */
export const MOST_IMPACTS = 5000;

/**
 * Finds impacts in samples as they come: energy flux in bands over a threshold that follows the noise (compute.md,
 * "Sound"). It holds a second of sound, however long the recording is.
 */
export class ImpactFinder {
  private readonly hop: number;
  private readonly ring: Float32Array[];
  private readonly size: number;
  private frames = 0;
  private readonly filters: (readonly [Biquad, Biquad])[][];
  private readonly sums = new Float64Array(BANDS.length);
  /** The last levels of each band, dB. */
  private readonly past = BANDS.map(() => new Array<number>(RISES_HOPS).fill(Infinity));
  private hops = 0;
  private readonly smooth = new Float64Array(BANDS.length);
  private readonly floor = new Float64Array(BANDS.length).fill(Number.NaN);
  private readonly waver = new Float64Array(BANDS.length).fill(1.5);
  /** Where one has come up and is not settled yet, and where the last one was, in frames. */
  private candidate: number | undefined;
  private lastFrame = -Infinity;
  private readonly waiting: number[] = [];
  private readonly found: Impact[] = [];
  private readonly excerpts: Excerpt[] = [];
  private readonly levels: number[] = [];
  private levelSums: Float64Array;
  private levelFrames = 0;
  private loudest = 0;
  private clips = 0;

  constructor(
    private readonly hz: number,
    private readonly channels: number,
    /** How many excerpts are kept. */
    private readonly keep = 0,
  ) {
    within('samples a second', hz, 8000, 96_000);
    within('number of channels', channels, 1, 4);
    this.hop = Math.max(1, Math.round(hz * HOP_S));
    this.size = Math.ceil(hz * (BEFORE_S + AFTER_S + 0.6));
    this.ring = Array.from({ length: channels }, () => new Float32Array(this.size));
    this.filters = Array.from({ length: channels }, () =>
      BANDS.map((b) => [new Biquad('high', b.from, hz), new Biquad('low', b.to, hz)] as const),
    );
    this.levelSums = new Float64Array(channels);
  }

  /** @param block samples of each channel, as they follow on */
  push(block: Block): void {
    const n = block[0]?.length ?? 0;
    const levelHops = Math.round(this.hz * LEVEL_EVERY_S);
    for (let i = 0; i < n; i++) {
      const place = this.frames % this.size;
      for (let c = 0; c < this.channels; c++) {
        const x = block[c]![i]!;
        this.ring[c]![place] = x;
        const size = Math.abs(x);
        if (size > this.loudest) this.loudest = size;
        if (size >= FULL) this.clips++;
        this.levelSums[c]! += x * x;
        const bands = this.filters[c]!;
        for (let b = 0; b < bands.length; b++) {
          const y = bands[b]![1].step(bands[b]![0].step(x));
          this.sums[b]! += y * y;
        }
      }
      this.frames++;
      if (++this.levelFrames === levelHops) this.closeLevel();
      if (this.frames % this.hop === 0) this.closeHop();
    }
  }

  /** Nothing more comes. @throws BadInput where it is silent, or too short to tell */
  end(): FoundImpacts {
    const seconds = this.frames / this.hz;
    if (seconds < 0.5) throw new BadInput('recording', 'is shorter than half a second');
    if (this.loudest < SILENT) throw new BadInput('recording', 'is silent: nothing was heard on any channel');
    this.settle();
    while (this.waiting.length) this.measure(this.waiting.shift()!);
    if (this.levelFrames > 0) this.closeLevel();
    return {
      impacts: this.found,
      seconds,
      hz: this.hz,
      channels: this.channels,
      levels: Float32Array.from(this.levels),
      levelEveryS: LEVEL_EVERY_S,
      clipped: this.clips / (this.frames * this.channels),
      excerpts: [...this.excerpts].sort((a, b) => a.of - b.of),
    };
  }

  private closeLevel(): void {
    let most = 0;
    for (let c = 0; c < this.channels; c++) {
      most = Math.max(most, this.levelSums[c]! / this.levelFrames);
      this.levelSums[c] = 0;
    }
    this.levels.push(db(most));
    this.levelFrames = 0;
  }

  private closeHop(): void {
    let rises = false;
    const learns = this.frames < LEARNS_S * this.hz;
    this.hops++;
    for (let b = 0; b < BANDS.length; b++) {
      const power = this.sums[b]! / this.hop / this.channels;
      this.sums[b] = 0;
      this.smooth[b]! += (power - this.smooth[b]!) * Math.min(1, HOP_S / BANDS[b]!.smoothS);
      const level = db(this.smooth[b]!);
      // The filters have settled by then.
      if (Number.isNaN(this.floor[b]!)) {
        if (this.frames > 0.02 * this.hz) this.floor[b] = level;
        continue;
      }
      const over = level - this.floor[b]!;
      const threshold = Math.max(LEAST_RISE_DB, WAVERS * this.waver[b]!);
      const past = this.past[b]!;
      const low = Math.min(...past);
      past[this.hops % RISES_HOPS] = level;
      // A flux, not a level: it has come up just now.
      if (over > threshold && level - low >= RISES_DB && !learns) rises = true;
      const pace = FLOOR_DB_S * (learns ? 10 : 1) * HOP_S;
      this.floor[b]! += over > 0 ? pace * FLOOR_SHARE : -pace * (1 - FLOOR_SHARE);
      // What is below it is no impact and no ringing: that alone says how it wavers.
      if (over < 0) this.waver[b]! += (-over - this.waver[b]!) * (HOP_S / (learns ? 0.03 : 0.15));
    }
    if (this.candidate !== undefined) {
      if (this.frames - this.candidate > SETTLES_S * this.hz) this.settle();
    } else if (rises && this.frames - this.lastFrame > APART_S * this.hz) this.candidate = this.frames;
    const due = this.waiting[0];
    if (due !== undefined && this.frames - due >= (AFTER_S + 0.05) * this.hz) this.measure(this.waiting.shift()!);
  }

  /** The candidate is one: it is measured once what comes after it is there. */
  private settle(): void {
    if (this.candidate === undefined) return;
    this.waiting.push(this.candidate);
    this.lastFrame = this.candidate;
    this.candidate = undefined;
  }

  private at(c: number, frame: number): number {
    if (frame < 0 || frame >= this.frames || frame < this.frames - this.size) return 0;
    return this.ring[c]![frame % this.size]!;
  }

  private measure(near: number): void {
    if (this.found.length >= MOST_IMPACTS) return;
    const { hz } = this;
    const next = this.waiting[0] ?? Infinity;
    // Which channel is loudest there: it is measured.
    const span = Math.round(0.05 * hz);
    let lead = 0;
    let most = -1;
    for (let c = 0; c < this.channels; c++) {
      let e = 0;
      for (let i = 0; i < span; i++) e += this.at(c, near + i) ** 2;
      if (e > most) [lead, most] = [c, e];
    }
    const onset = this.onset(lead, near);
    const until = Math.min(onset + Math.round(AFTER_S * hz), this.frames, Math.max(onset + span, next - Math.round(0.012 * hz)));
    const samples = new Float32Array(Math.max(1, until - onset));
    let peak = 0;
    let clipped = false;
    for (let i = 0; i < samples.length; i++) {
      samples[i] = this.at(lead, onset + i);
      const size = Math.abs(samples[i]!);
      if (size > peak) peak = size;
      if (size >= FULL) clipped = true;
    }
    const noise = this.noise(lead, onset);
    const later = this.delays(lead, onset);
    const first = Math.min(...later);
    const level = (c: number): number => {
      let e = 0;
      for (let i = 0; i < span; i++) e += this.at(c, onset + i) ** 2;
      return db(e / span);
    };
    this.found.push({
      atS: onset / hz,
      peak,
      levelDb: level(lead),
      centroidHz: centroidOf(samples, hz, noise),
      decayS: decayOf(samples, hz, noise),
      channels: later.map((l, c) => ({ levelDb: level(c), laterMs: (l - first) * 1000 })),
      clipped,
    });
    this.excerpt(onset);
  }

  /** Keeps the moment of the last impact where it is one of the loudest. */
  private excerpt(onset: number): void {
    if (this.keep === 0) return;
    const newest = this.found.length - 1;
    const loud = (e: Excerpt): number => this.found[e.of]!.levelDb;
    if (this.excerpts.length >= this.keep) {
      const softest = this.excerpts.reduce((a, b) => (loud(b) < loud(a) ? b : a));
      if (loud(softest) >= this.found[newest]!.levelDb) return;
      this.excerpts.splice(this.excerpts.indexOf(softest), 1);
    }
    const from = onset - Math.round(BEFORE_S * this.hz);
    const n = Math.round(EXCERPT_S * this.hz);
    this.excerpts.push({
      of: newest,
      samples: Array.from({ length: this.channels }, (_, c) => Float32Array.from({ length: n }, (_x, i) => this.at(c, from + i))),
    });
  }

  /** Mean power just before an onset. */
  private noise(c: number, onset: number): number {
    const n = Math.round(0.02 * this.hz);
    let e = 0;
    for (let i = 1; i <= n; i++) e += this.at(c, onset - Math.round(0.004 * this.hz) - i) ** 2;
    return e / n;
  }

  /** Where it begins: the first that stands clear of the noise before it, in steps of a quarter of a millisecond. */
  private onset(c: number, near: number): number {
    const { hz } = this;
    const w = Math.max(2, Math.round(hz * 0.00025));
    const from = Math.max(0, near - Math.round(0.022 * hz));
    const to = near + Math.round(0.02 * hz);
    const power = (frame: number): number => {
      let e = 0;
      for (let i = 0; i < w; i++) e += this.at(c, frame + i) ** 2;
      return e / w;
    };
    // What is there before it: mean and spread of the powers.
    let [sum, square, n, most] = [0, 0, 0, 0];
    for (let f = from; f < near - Math.round(0.006 * hz); f += w) {
      const p = power(f);
      sum += p;
      square += p * p;
      n++;
    }
    for (let f = from; f < to; f += w) most = Math.max(most, power(f));
    const mean = n ? sum / n : 0;
    const spread = n > 1 ? Math.sqrt(Math.max(0, square / n - mean * mean)) : 0;
    // Clear of the noise, and no whisker before the blow.
    const bar = Math.max(mean + 5 * spread, most * 0.005);
    for (let f = Math.max(from, near - Math.round(0.008 * hz)); f < to; f += w) if (power(f) > bar) return f;
    return near;
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
