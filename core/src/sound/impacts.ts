import { BadInput, within } from '../error';
import { Biquad } from './biquad';
import { Dropouts } from './dropouts';
import { alarmLevel, LEAST_RISE_DB, type AlarmLevel } from './false-alarms';
import { db, type Excerpt, type FoundImpacts, type Impact } from './impact';
import { AFTER_S, BEFORE_S, FULL, LastSecond } from './last-second';
import { HOP_S, Rises, WATCHED, WATCHES_N, type Rise, type RiseKind } from './rises';
import type { Block } from './wav-read';

/** Noise alone may pass for an impact so often a minute, by the recording's own noise (a choice). */
const FALSE_A_MINUTE = 0.5;
/** What is kept to be looked at passes a level at which it would be so many times as often, worked out every so many s. */
const LOOSER = 20;
const LOOSER_EVERY_S = 5;
/** Two impacts are so far apart, s; what comes sooner belongs to the first. */
const APART_S = 0.04;
/** What comes within so long, s, and is so much quieter, dB, is a rebound of it. */
const REBOUND_S = 0.15;
const REBOUND_DB = 3;
export const EXCERPT_S = BEFORE_S + AFTER_S;
const LEVEL_EVERY_S = 0.05;
const SILENT = 1e-5;
/** A recording has no more; one that seems to is one long rattle. */
export const MOST_IMPACTS = 5000;
/** So many hops after the end, of what is there usually: all that was there can be looked at both ways. */
const AFTER_END = 700;

/** What rose at one moment, on one watch or several. */
interface Candidate {
  readonly hop: number;
  readonly rises: Rise[];
}
interface Looked extends Candidate {
  readonly onset: number;
  readonly impact: Impact;
  readonly samples?: readonly Float32Array[];
}

/**
 * Finds impacts in samples as they come: rises of energy in bands that a recording's own noise does not make (compute.md,
 * "Sound"; `alarmLevel`). It holds a second of sound, however long the recording is.
 */
export class ImpactFinder {
  private readonly hop: number;
  private readonly last: LastSecond;
  private readonly filters: (readonly [Biquad, Biquad])[][];
  private readonly dropouts: Dropouts[];
  private readonly sums = new Float64Array(WATCHED.length);
  /** Power of each band as it usually is: it stands where nothing is heard. */
  private readonly usual = new Float64Array(WATCHED.length);
  private readonly risen: Readonly<Record<RiseKind, Rise[]>>[] = Array.from({ length: WATCHES_N }, () => ({
    forwards: [],
    backwards: [],
    short: [],
  }));
  private readonly rises = new Rises((is, r) => this.rose(is, r));
  private looser: readonly number[] = new Array<number>(WATCHES_N).fill(LEAST_RISE_DB);
  private readonly waiting: Candidate[] = [];
  private readonly looked: Looked[] = [];
  private readonly levels: number[] = [];
  private readonly levelSums: Float64Array;
  private levelFrames = 0;
  private loudest = 0;
  private clips = 0;
  private gone = false;
  private lostHops = 0;
  private hops = 0;

  constructor(
    private readonly hz: number,
    private readonly channels: number,
    /** How many excerpts are kept. */
    private readonly keep = 0,
  ) {
    within('samples a second', hz, 8000, 96_000);
    within('number of channels', channels, 1, 4);
    this.hop = Math.max(1, Math.round(hz * HOP_S));
    this.last = new LastSecond(hz, channels);
    this.filters = Array.from({ length: channels }, () =>
      WATCHED.map((b) => [new Biquad('high', b.from, hz), new Biquad('low', b.to, hz)] as const),
    );
    this.dropouts = Array.from({ length: channels }, () => new Dropouts(hz));
    this.levelSums = new Float64Array(channels);
  }

  /** @param block samples of each channel, as they follow on */
  push(block: Block): void {
    const n = block[0]?.length ?? 0;
    const levelHops = Math.round(this.hz * LEVEL_EVERY_S);
    for (let i = 0; i < n; i++) {
      this.last.push(block, i);
      for (let c = 0; c < this.channels; c++) {
        const x = block[c]![i]!;
        const size = Math.abs(x);
        if (size > this.loudest) this.loudest = size;
        if (size >= FULL) this.clips++;
        if (this.dropouts[c]!.step(x)) this.gone = true;
        this.levelSums[c]! += x * x;
        const bands = this.filters[c]!;
        for (let b = 0; b < bands.length; b++) {
          const y = bands[b]![1].step(bands[b]![0].step(x));
          this.sums[b]! += y * y;
        }
      }
      if (++this.levelFrames === levelHops) this.closeLevel();
      if (this.last.frames % this.hop === 0) this.closeHop();
    }
  }

  /** Nothing more comes. @throws BadInput where it is silent, or too short to tell */
  end(): FoundImpacts {
    const { frames } = this.last;
    const seconds = frames / this.hz;
    if (seconds < 0.5) throw new BadInput('recording', 'is shorter than half a second');
    if (this.loudest < SILENT) throw new BadInput('recording', 'is silent: nothing was heard on any channel');
    for (let k = 0; k < AFTER_END; k++) this.rises.push(this.usual);
    while (this.waiting.length) this.look();
    if (this.levelFrames > 0) this.closeLevel();
    const levels = this.alarmLevels(FALSE_A_MINUTE);
    const found = merged(this.looked.filter((l) => l.rises.some((r) => r.db >= levels[r.watch]!.db))).slice(0, MOST_IMPACTS);
    return {
      impacts: found.map((l) => l.impact),
      seconds,
      hz: this.hz,
      channels: this.channels,
      levels: Float32Array.from(this.levels),
      levelEveryS: LEVEL_EVERY_S,
      clipped: this.clips / (frames * this.channels),
      excerpts: this.excerpts(found),
      falseAlarms: together(levels),
      dropouts: { times: Math.max(...this.dropouts.map((d) => d.times)), seconds: this.lostHops * HOP_S },
    };
  }

  private alarmLevels(aMinute: number): AlarmLevel[] {
    const minutes = Math.max(0.005, ((this.hops - this.lostHops) * HOP_S) / 60);
    return this.risen.map((r) => alarmLevel(r, minutes, aMinute / WATCHES_N));
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
    this.hops++;
    if (this.gone) this.lostHops++;
    for (let b = 0; b < WATCHED.length; b++) {
      const power = this.sums[b]! / this.hop / this.channels;
      this.sums[b] = 0;
      // Where nothing is heard it is as it was: it neither falls nor rises.
      this.usual[b] = this.rises.usual(b);
      this.powers[b] = this.gone ? this.usual[b]! : power;
    }
    this.gone = false;
    this.rises.push(this.powers);
    if (this.hops % Math.round(LOOSER_EVERY_S / HOP_S) === 0)
      this.looser = this.alarmLevels(FALSE_A_MINUTE * LOOSER).map((l) => l.db);
    const due = this.waiting[0];
    if (due && this.hops - due.hop >= (AFTER_S + 0.05) / HOP_S) this.look();
  }
  private readonly powers = new Float64Array(WATCHED.length);

  private rose(is: RiseKind, r: Rise): void {
    this.risen[r.watch]![is].push(r);
    if (is !== 'forwards' || r.db < this.looser[r.watch]! || this.looked.length + this.waiting.length >= 2 * MOST_IMPACTS) return;
    const near = this.waiting.findLast((c) => Math.abs(r.hop - c.hop) * HOP_S <= APART_S / 2);
    if (near) near.rises.push(r);
    else this.waiting.push({ hop: r.hop, rises: [r] });
  }

  /** What is due is looked at while it is still there. */
  private look(): void {
    const c = this.waiting.shift()!;
    // On a watch with a short span it stands where it begins.
    const near = c.rises.reduce((a, b) => (b.db > a.db ? b : a)).hop;
    const next = this.waiting.find((w) => (w.hop - c.hop) * HOP_S > APART_S)?.hop ?? Infinity;
    const is = this.last.impact(near * this.hop, next * this.hop);
    this.looked.push({ ...c, ...is, ...(this.keep ? { samples: this.moment(is.onset) } : {}) });
    this.forget();
  }
  private moment(onset: number): Float32Array[] {
    const from = onset - Math.round(BEFORE_S * this.hz);
    const n = Math.round(EXCERPT_S * this.hz);
    return Array.from({ length: this.channels }, (_, c) =>
      Float32Array.from({ length: n }, (_x, i) => this.last.at(c, from + i)),
    );
  }
  /** Of the softest the moment is let go: twice as many as are kept may turn out to be none. */
  private forget(): void {
    const held = this.looked.flatMap((l, i) => (l.samples ? [i] : []));
    if (held.length <= 2 * this.keep) return;
    const softest = held.reduce((a, b) => (this.looked[b]!.impact.levelDb < this.looked[a]!.impact.levelDb ? b : a));
    const { samples: _, ...rest } = this.looked[softest]!;
    this.looked[softest] = rest;
  }
  private excerpts(found: readonly Looked[]): Excerpt[] {
    return found
      .flatMap((l, of) => (l.samples ? [{ of, samples: l.samples, db: l.impact.levelDb }] : []))
      .sort((a, b) => b.db - a.db)
      .slice(0, this.keep)
      .sort((a, b) => a.of - b.of)
      .map(({ of, samples }) => ({ of, samples }));
  }
}

/** One blow is one: what comes at once belongs to it, and what comes soon and is quieter is its rebound. */
function merged(all: readonly Looked[]): Looked[] {
  const out: Looked[] = [];
  for (const l of [...all].sort((a, b) => a.onset - b.onset)) {
    const before = out.at(-1);
    const after = before ? l.impact.atS - before.impact.atS : Infinity;
    if (after < APART_S) continue;
    if (after < REBOUND_S && l.impact.levelDb < before!.impact.levelDb - REBOUND_DB) continue;
    out.push(l);
  }
  return out;
}

/** Of all watches together: rates add up, and so do their doubts, by squares. */
function together(levels: readonly AlarmLevel[]): FoundImpacts['falseAlarms'] {
  const swarm = levels.some((l) => l.swarm);
  const passes = levels.flatMap((l) => l.passes ?? []);
  if (passes.length < levels.length) return { aMinute: null, atMost: null, swarm };
  const aMinute = passes.reduce((sum, p) => sum + p.aMinute, 0);
  return { aMinute, atMost: aMinute + Math.sqrt(passes.reduce((sum, p) => sum + (p.atMost - p.aMinute) ** 2, 0)), swarm };
}
