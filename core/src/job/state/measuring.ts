import { resolutionMm, type GaugeSpec } from '../../gauge';
import { partsOf, type JointId, type JointKind } from '../../joint';
import type { Entry, Ledger, MeasuredPhase, ResultBody } from '../../ledger';
import {
  conforms,
  detectionThresholdMm,
  seriesDoubt,
  standsOut,
  type Conformance,
  type FilmResult,
  type Limit,
  type LoopResult,
  type SeriesDoubt,
} from '../../play';
import { MOST_DEGREES, studentQuantile } from '../../stats';
import type { JobContext, YardRules } from '../context';
import { grouped } from './grouped';

/** How play was worked out; goes into the ledger with its result. */
export const PLAY_METHOD = 'play 2';

export interface PlayReading {
  readonly entry: string;
  readonly playMm: number;
  /** Struck ones stay to be seen and count for nothing. */
  readonly struck: boolean;
  /** Stands out of its series: pointed out, and counted until it is struck. */
  readonly standsOut: boolean;
  /** What was wrong with the gauge's calibration. */
  readonly calibration: string;
}

export interface PlayView {
  readonly readings: readonly PlayReading[];
  /** The loop it comes from, where it was worked out of one. */
  readonly loop?: LoopResult | undefined;
  /** The film it comes from. */
  readonly film?: FilmResult | undefined;
  /** How far the gauge's zero moved from the check before to the one after, mm. */
  readonly driftMm: number;
  readonly gauge: GaugeSpec;
  readonly doubt: SeriesDoubt;
  readonly limit: Limit;
  readonly conformance: Conformance;
}

/** Something with its standard uncertainty, mm. */
export interface Uncertain {
  readonly meanMm: number;
  readonly uMm: number;
}

/** What was measured at one joint. */
export interface JointMeasures {
  readonly before?: PlayView | undefined;
  readonly after?: PlayView | undefined;
  /** Clearance of the old bushing on its bar, from a frame bushing fit. */
  readonly clearance?: Uncertain | undefined;
}

export interface MeasuringState {
  readonly results: readonly Entry<'result'>[];
  readonly loops: readonly Entry<'loop'>[];
  readonly films: readonly Entry<'film'>[];
  readonly zeros: readonly Entry<'zero'>[];
}

export const measuringState = ({ kept }: Ledger): MeasuringState => ({
  results: kept.result,
  loops: kept.loop,
  films: kept.film,
  zeros: kept.zero,
});

/** The limit that rules a joint's play, and whose it is. Where any play is too much, what the gauge can detect. */
export function playLimit(kind: JointKind, rules: YardRules, gauge: GaugeSpec): Limit {
  return (
    rules.playLimits[kind] ?? {
      limitMm: detectionThresholdMm(resolutionMm(gauge), gauge.known),
      owner: 'common practice',
    }
  );
}

/** From the last zero check at or before the series to the first one after it; 0 where one is missing. */
function driftOf(gauge: string, series: readonly Entry<'reading'>[], zeros: readonly Entry<'zero'>[]): number {
  const [from, to] = [series[0]!.at, series.at(-1)!.at];
  const mine = zeros.filter((z) => z.body.gauge === gauge);
  const start = mine.filter((z) => z.body.when === 'start' && z.at <= from).at(-1);
  const end = mine.find((z) => z.body.when === 'end' && z.at >= to);
  return start && end ? end.body.zeroMm - start.body.zeroMm : 0;
}

/** Play by the loop: its own uncertainty serves. */
function loopView(e: Entry<'loop'>, kind: JointKind, context: JobContext): PlayView | undefined {
  const gauge = context.gauges.find((g) => g.id === e.body.gauge);
  if (!gauge) return undefined;
  const r = e.body.result;
  const degrees = Math.max(1, r.used - 7);
  const doubt: SeriesDoubt = {
    n: r.used,
    meanMm: r.playMm,
    sdMm: r.uMm,
    scatterFrom: 'series',
    uMm: r.uMm,
    uFixedMm: r.uMm,
    degrees,
    oneSidedMm: studentQuantile(0.95, degrees) * r.uMm,
    twoSidedMm: r.expandedMm,
  };
  const limit = playLimit(kind, context.rules, gauge);
  return { readings: [], loop: r, driftMm: 0, gauge, doubt, limit, conformance: conforms(doubt, limit.limitMm) };
}

/** The doubt of a film, as of any series. */
export const filmDoubt = (r: FilmResult): SeriesDoubt => ({
  n: Math.max(1, r.readingsMm.length),
  meanMm: r.meanMm,
  // Of one push and pull, without what all of them have in common.
  sdMm: Math.sqrt(Math.max(0, r.uMm ** 2 - r.sharedMm ** 2) * Math.max(1, r.readingsMm.length)),
  scatterFrom: 'series',
  uMm: r.uMm,
  uFixedMm: r.sharedMm,
  degrees: r.degrees ?? MOST_DEGREES,
  oneSidedMm: r.oneSidedMm,
  twoSidedMm: r.expandedMm,
});

/** Play by a film. Where nothing moved, it is within whatever might still have moved unseen. */
function filmView(e: Entry<'film'>, kind: JointKind, context: JobContext): PlayView | undefined {
  const gauge = context.gauges.find((g) => g.id === e.body.gauge);
  if (!gauge) return undefined;
  const r = e.body.result;
  const doubt = filmDoubt(r);
  const limit = playLimit(kind, context.rules, gauge);
  return { readings: [], film: r, driftMm: 0, gauge, doubt, limit, conformance: conforms(doubt, limit.limitMm) };
}

/** Play by a series of readings. A series belongs to one gauge; a change of gauge begins a new one. */
function seriesView(taken: readonly Entry<'reading'>[], l: Ledger, kind: JointKind, context: JobContext): PlayView | undefined {
  const live = taken.filter((r) => !l.struck.has(r.id));
  const last = live.at(-1);
  const gauge = last && context.gauges.find((g) => g.id === last.body.gauge);
  if (!gauge) return undefined;
  const series = live.filter((r) => r.body.gauge === gauge.id);
  const driftMm = driftOf(gauge.id, series, l.kept.zero);
  const plays = series.map((r) => r.body.playMm);
  const doubt = seriesDoubt(plays, resolutionMm(gauge), gauge.known, driftMm);
  const out = standsOut(plays, gauge.known);
  const limit = playLimit(kind, context.rules, gauge);
  return {
    readings: taken
      .filter((r) => r.body.gauge === gauge.id)
      .map((r) => ({
        entry: r.id,
        playMm: r.body.playMm,
        struck: l.struck.has(r.id),
        standsOut: out !== undefined && series[out]!.id === r.id,
        calibration: r.body.calibration ?? '',
      })),
    driftMm,
    gauge,
    doubt,
    limit,
    conformance: conforms(doubt, limit.limitMm),
  };
}

/** Clearance kept by a frame bushing fit; left out where there was no bore to measure. */
function clearanceOf({ given, found }: Extract<ResultBody, { what: 'frame fit' }>): Uncertain | undefined {
  if (found.clearanceOldMm === undefined) return undefined;
  // Two diameters, each with its own doubt.
  return { meanMm: Math.max(0, found.clearanceOldMm), uMm: Math.SQRT2 * given.uMm };
}

/** Measures of every joint, by a look-up that reads the tape once. */
export function measuresOf(l: Ledger, context: JobContext): (id: JointId) => JointMeasures {
  // Struck readings stay in their series to be seen.
  const readings = grouped(
    l.entries.filter((e): e is Entry<'reading'> => e.kind === 'reading'),
    (e) => e.body.joint,
  );
  const loops = grouped(l.kept.loop, (e) => e.body.joint);
  const films = grouped(l.kept.film, (e) => e.body.joint);
  const measured = (id: JointId, phase: MeasuredPhase): PlayView | undefined => {
    const taken = (readings.get(id) ?? []).filter((e) => e.body.phase === phase);
    const last = <E extends { readonly body: { readonly phase: MeasuredPhase } }>(all: readonly E[] | undefined) =>
      all?.filter((e) => e.body.phase === phase).at(-1);
    const [loop, film] = [last(loops.get(id)), last(films.get(id))];
    const { kind } = partsOf(id);
    // What was measured last speaks: a loop, a film, or a series of readings.
    const live = taken.filter((e) => !l.struck.has(e.id)).at(-1);
    const latest = [loop, film, live].reduce((a, b) => (b && (!a || b.at > a.at) ? b : a));
    if (!latest && taken.length === 0) return undefined;
    if (latest?.kind === 'loop') return loopView(latest, kind, context);
    if (latest?.kind === 'film') return filmView(latest, kind, context);
    return seriesView(taken, l, kind, context);
  };
  const fits = l.kept.result.flatMap((e) => (e.body.what === 'frame fit' ? [e.body] : []));
  return (id) => {
    const fit = fits.filter((b) => b.joint === id).at(-1);
    return { before: measured(id, 'before'), after: measured(id, 'after'), clearance: fit && clearanceOf(fit) };
  };
}
