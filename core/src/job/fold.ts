import type { Case, Heard, Manoeuvre, OtherFault } from '../diagnosis';
import {
  checksOf,
  DANGEROUS,
  jointId,
  jointsOf,
  splitJoint,
  stateCounts,
  type AxleEnd,
  type Defect,
  type Dialect,
  type FastenerId,
  type JointId,
  type JointKind,
  type JointState,
  type Side,
  type VehicleTypeSpec,
} from '../joint';
import {
  conforms,
  detectionThresholdMm,
  seriesDoubt,
  standsOut,
  type Conformance,
  type Limit,
  type LoopResult,
  type SeriesDoubt,
} from '../play';
import { studentQuantile } from '../stats';
import { resolutionMm, type GaugeSpec } from '../gauge';
import type { CheckResult, Entry, EntryBodies, EntryKind, JobKind } from './entry';

/** What the shop has decided for itself. */
export interface YardRules {
  readonly dialect: Dialect;
  /** The driver's side of the vehicle; the kerb is on the other. */
  readonly driverSide: Side;
  /** Posterior above which a suspect may be named, once the dangerous joints are cleared. */
  readonly verdictThreshold: number;
  /** Limit of play where a number decides; joints not listed: any play that a gauge can detect. */
  readonly playLimits: Partial<Record<JointKind, Limit>>;
  readonly recheckKm: number;
  readonly alignmentJoints: readonly JointKind[];
  /** Whether this shop drives with the links off and the bar tied clear, slowly, off the road. */
  readonly linksOffDrive: boolean;
}

export interface JobContext {
  readonly type: VehicleTypeSpec;
  readonly typeId: string;
  readonly kind: JobKind;
  readonly distanceKm: number;
  readonly rules: YardRules;
  readonly gauges: readonly GaugeSpec[];
  /** What the file says: parts renewed at earlier visits, and what sisters of the type had. */
  readonly file?: Pick<Case, 'renewed' | 'sisters'> | undefined;
}

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

/** How play was worked out; goes into the ledger with its result. */
export const PLAY_METHOD = 'play 2';

export interface PlayView {
  readonly readings: readonly PlayReading[];
  /** The loop it comes from, where it was worked out of one. */
  readonly loop?: LoopResult | undefined;
  /** How far the gauge's zero moved from the check before to the one after, mm. */
  readonly driftMm: number;
  readonly gauge: GaugeSpec;
  readonly doubt: SeriesDoubt;
  readonly limit: Limit;
  readonly conformance: Conformance;
}

export interface JointView {
  readonly id: JointId;
  readonly kind: JointKind;
  readonly side: Side;
  readonly state: JointState;
  /** One sentence on how the state came about. */
  readonly why: string;
  readonly hand?: CheckResult;
  /** False when the check was made in a state that shows nothing. */
  readonly handCounts: boolean;
  readonly defects: readonly Defect[];
  readonly before?: PlayView;
  readonly after?: PlayView;
  /** Clearance of the old bushing on its bar, from a frame bushing fit. */
  readonly clearance?: { readonly meanMm: number; readonly uMm: number } | undefined;
  readonly photos: readonly string[];
}

export interface Rock {
  readonly entry: string;
  readonly check: EntryBodies['check']['check'];
  readonly joints: readonly JointId[];
}

type Of<K extends EntryKind> = Entry<K>;
export type AnswerEntry = Of<'answer'>;

export interface JobState {
  readonly context: JobContext;
  /** All entries, oldest first; struck ones stay. */
  readonly entries: readonly Entry[];
  readonly struck: ReadonlyMap<string, Of<'strike'>>;
  readonly complaint?: EntryBodies['complaint'];
  readonly axle: AxleEnd;
  readonly joints: ReadonlyMap<JointId, JointView>;
  /** What was chosen and then fitted. */
  readonly renewed: ReadonlySet<JointId>;
  /** Checks of what is no joint of the plate. */
  readonly elsewhere: ReadonlyMap<OtherFault, CheckResult>;
  /** Shakes that moved and nobody has said where. */
  readonly rocks: readonly Rock[];
  readonly driven: ReadonlyMap<Manoeuvre, Heard>;
  readonly verdict?: Of<'verdict'>;
  readonly results: readonly Of<'result'>[];
  readonly loops: readonly Of<'loop'>[];
  readonly zeros: readonly Of<'zero'>[];
  readonly measures: readonly Of<'measure'>[];
  readonly choices: readonly Of<'choose'>[];
  readonly answers: readonly AnswerEntry[];
  readonly setup?: EntryBodies['setup'];
  readonly steps: ReadonlyMap<string, Of<'step'>>;
  readonly torques: ReadonlyMap<FastenerId, Of<'torque'>>;
  readonly book: readonly Of<'book'>[];
  readonly marks: ReadonlyMap<FastenerId, Of<'mark'>>;
  readonly clicks: ReadonlyMap<FastenerId, Of<'clicks'>>;
  readonly pieces: ReadonlyMap<string, Of<'piece'>>;
  readonly orientations: ReadonlyMap<string, Of<'orientation'>>;
  readonly confirms: ReadonlyMap<JointId, Of<'confirm'>>;
  readonly photos: readonly Of<'photo'>[];
  readonly roadTest?: Of<'road-test'>;
  readonly alignment?: Of<'alignment'>;
  readonly rechecks: readonly Of<'recheck'>[];
  readonly rechecked: ReadonlyMap<string, Of<'rechecked'>>;
  readonly told: readonly Of<'told'>[];
  readonly cautions: ReadonlySet<string>;
  readonly handBack?: Of<'hand-back'>;
}

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
function driftOf(gauge: string, series: readonly Of<'reading'>[], zeros: readonly Of<'zero'>[]): number {
  const [from, to] = [series[0]!.at, series.at(-1)!.at];
  const mine = zeros.filter((z) => z.body.gauge === gauge);
  const start = mine.filter((z) => z.body.when === 'start' && z.at <= from).at(-1);
  const end = mine.find((z) => z.body.when === 'end' && z.at >= to);
  return start && end ? end.body.zeroMm - start.body.zeroMm : 0;
}

/** Play by the loop: its own uncertainty serves. */
function loopView(e: Of<'loop'>, kind: JointKind, context: JobContext): PlayView | undefined {
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

function playView(
  taken: readonly Of<'reading'>[],
  struck: ReadonlyMap<string, unknown>,
  zeros: readonly Of<'zero'>[],
  kind: JointKind,
  context: JobContext,
): PlayView | undefined {
  const readings = taken.filter((r) => !struck.has(r.id));
  const last = readings.at(-1);
  const gauge = last && context.gauges.find((g) => g.id === last.body.gauge);
  if (!gauge) return undefined;
  // A series belongs to one gauge; a change of gauge begins a new one.
  const series = readings.filter((r) => r.body.gauge === gauge.id);
  const driftMm = driftOf(gauge.id, series, zeros);
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
        struck: struck.has(r.id),
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
function clearanceOf(e: Of<'result'>): { meanMm: number; uMm: number } | undefined {
  const found = e.body.found as { clearanceOldMm?: number };
  const given = e.body.given as { uMm?: number };
  if (found.clearanceOldMm === undefined || given.uMm === undefined) return undefined;
  // Two diameters, each with its own doubt.
  return { meanMm: Math.max(0, found.clearanceOldMm), uMm: Math.SQRT2 * given.uMm };
}

const BAD_DEFECTS: ReadonlySet<Defect> = new Set<Defect>([
  'broken',
  'cracked',
  'rusted through',
  'close to parting',
  'bracket bolt loose',
  'bar cracked',
  'bar broken',
  'front bushing worn',
  'rear bushing worn',
]);
/** Dangerous at whatever joint: a parted link or bar swings into hoses and tyres. */
const ALWAYS_DANGEROUS: ReadonlySet<Defect> = new Set<Defect>(['close to parting', 'bar broken']);

function judgeJoint(
  id: JointId,
  context: JobContext,
  on: {
    hand?: CheckResult;
    counts: boolean;
    handWhy: string;
    defects: Defect[];
    before?: PlayView;
    after?: PlayView;
    clearance: JointView['clearance'];
    renewed: boolean;
    rocks: boolean;
  },
): Pick<JointView, 'state' | 'why'> {
  const { kind } = splitJoint(id)!;
  const dangerous = DANGEROUS.has(kind);
  if (on.renewed) {
    const after = on.after?.conformance.verdict;
    if (after === 'beyond') return { state: dangerous ? 'dangerous' : 'loose', why: 'Renewed, and still beyond its limit.' };
    return { state: 'sound', why: after === 'within' ? 'Renewed; play is within its limit.' : 'Renewed.' };
  }
  const bad = on.defects.find((d) => ALWAYS_DANGEROUS.has(d)) ?? on.defects.find((d) => BAD_DEFECTS.has(d));
  if (bad && (dangerous || ALWAYS_DANGEROUS.has(bad)))
    return { state: 'dangerous', why: `${bad[0]!.toUpperCase()}${bad.slice(1)}.` };
  if (on.hand === 'moves') return { state: dangerous ? 'dangerous' : 'loose', why: 'It moves in the hand.' };
  if (bad) return { state: 'loose', why: `${bad[0]!.toUpperCase()}${bad.slice(1)}.` };
  if (on.before?.conformance.verdict === 'beyond') {
    return {
      state: dangerous ? 'dangerous' : 'loose',
      why: `Play is beyond ${on.before.limit.limitMm.toFixed(2)} mm (${on.before.limit.owner}).`,
    };
  }
  // Any air between bushing and bar that the two diameters can tell from none knocks.
  if (on.clearance && on.clearance.meanMm > 1.645 * on.clearance.uMm)
    return { state: 'loose', why: `It stands off the bar by ${on.clearance.meanMm.toFixed(2)} mm.` };
  if (on.rocks)
    return {
      state: 'can’t tell yet',
      why: 'The wheel rocks, and it is not known at which joint. Press the brake and rock again: what goes away is the bearing.',
    };
  if (on.hand === 'tight' && !on.counts) return { state: 'can’t tell yet', why: on.handWhy };
  const within = on.before?.conformance.verdict === 'within';
  const closeToLimit = within && on.before!.doubt.meanMm > 0.6 * on.before!.limit.limitMm;
  if (on.hand === 'tight' || within) {
    if (on.defects.length) return { state: 'watch', why: `No play; ${on.defects.join(', ')}.` };
    if (closeToLimit) return { state: 'watch', why: 'Within its limit, past six tenths of it.' };
    return { state: 'sound', why: within ? 'Play is within its limit.' : 'Tight by a check that counts.' };
  }
  if (on.before) return { state: 'can’t tell yet', why: 'The readings do not settle it yet.' };
  if (on.hand === 'can’t tell') return { state: 'can’t tell yet', why: 'The hand could not tell.' };
  if (on.defects.length) return { state: 'watch', why: `${on.defects.join(', ')}; not felt yet.` };
  return { state: 'not looked at', why: 'Not looked at.' };
}

/**
 * The state of a job from its ledger. Pure: the same entries give the same state on any screen.
 * Struck entries are kept in `entries` and left out of everything else.
 * @param entries in the order they were received
 */
export function foldJob(context: JobContext, entries: readonly Entry[]): JobState {
  const struck = new Map<string, Of<'strike'>>();
  for (const e of entries) if (e.kind === 'strike') struck.set(e.body.entry, e);
  const live = entries.filter((e) => !struck.has(e.id) && e.kind !== 'strike');
  const all = <K extends EntryKind>(kind: K) => live.filter((e) => e.kind === kind) as unknown as Of<K>[];
  const last = <K extends EntryKind>(kind: K): Of<K> | undefined => all(kind).at(-1);
  const lastBy = <K extends EntryKind, Q>(kind: K, key: (e: Of<K>) => Q): Map<Q, Of<K>> =>
    new Map(all(kind).map((e) => [key(e), e]));

  const complaint = last('complaint')?.body;
  const choices = [...lastBy('choose', (e) => `${e.body.part.kind}|${[...e.body.joints].sort().join()}`).values()];
  const firstJoint =
    choices[0]?.body.joints[0] ??
    all('check')
      .flatMap((e) => e.body.results)
      .find((r) => splitJoint(r.joint))?.joint;
  const heard = complaint?.where ?? [];
  const axle: AxleEnd = choices[0]
    ? (splitJoint(choices[0].body.joints[0] ?? '')?.axle ?? 'front')
    : heard.includes('rear') && !heard.includes('front')
      ? 'rear'
      : heard.includes('front')
        ? 'front'
        : ((firstJoint && splitJoint(firstJoint)?.axle) ?? 'front');

  // What was chosen for a joint and then fitted: what was found of the old part no longer speaks of the new.
  const fitted = new Set(
    all('step')
      .filter((e) => e.body.state === 'done')
      .map((e) => e.body.step),
  );
  const undone = new Set(
    [...lastBy('step', (e) => e.body.step).values()].filter((e) => e.body.state === 'undone').map((e) => e.body.step),
  );
  const renewed = new Set<JointId>();
  for (const id of choices.flatMap((c) => c.body.joints)) {
    const j = splitJoint(id)!;
    const step = j.kind.startsWith('link')
      ? `fit-link-${j.side}`
      : j.kind === 'frame-bushing'
        ? `fit-bushing-${j.side}`
        : `other-${id}`;
    if (!fitted.has(step) || undone.has(step)) continue;
    for (const kind of j.kind.startsWith('link') ? (['link-upper', 'link-lower'] as const) : [j.kind])
      renewed.add(jointId(j.axle, j.side, kind));
  }

  // A shake that moved somewhere stays open until one of its joints is found to move.
  const rocks = all('check')
    .filter((e) => e.body.rocks)
    .map((e): Rock => ({ entry: e.id, check: e.body.check, joints: e.body.results.map((r) => r.joint as JointId) }))
    .filter((r, i, every) => every.findIndex((x) => x.joints.join() === r.joints.join()) === i)
    .filter(
      (r) => !all('check').some((e) => e.body.results.some((x) => x.result === 'moves' && r.joints.includes(x.joint as JointId))),
    );
  const elsewhere = new Map<OtherFault, CheckResult>();
  for (const e of all('check'))
    for (const r of e.body.results) if (!splitJoint(r.joint)) elsewhere.set(r.joint as OtherFault, r.result);

  const taken = entries.filter((e) => e.kind === 'reading') as readonly Of<'reading'>[];
  const zeros = all('zero');
  const joints = new Map<JointId, JointView>();
  for (const end of ['front', 'rear'] as const) {
    const spec = context.type.axles[end];
    const checks = checksOf(spec);
    for (const id of jointsOf(end, spec)) {
      const { kind, side } = splitJoint(id)!;
      let hand: CheckResult | undefined;
      let counts = false;
      let handWhy = '';
      for (const e of all('check')) {
        const r = e.body.results.find((x) => x.joint === id);
        if (!r) continue;
        const check = checks.find((c) => c.id === e.body.check);
        const ruling = check ? stateCounts(spec, check, kind, e.body.state) : ({ counts: true } as const);
        // A check that counts is not undone by a later one that does not; movement felt always counts.
        const thisCounts = ruling.counts || r.result === 'moves';
        if (counts && !thisCounts) continue;
        hand = r.result;
        counts = thisCounts;
        handWhy = ruling.counts ? '' : ruling.why;
      }
      const defects = [
        ...new Set(
          all('defect')
            .filter((e) => e.body.joint === id)
            .map((e) => e.body.what),
        ),
      ];
      const measured = (phase: 'before' | 'after'): PlayView | undefined => {
        const readings = taken.filter((e) => e.body.joint === id && e.body.phase === phase);
        const loop = all('loop')
          .filter((e) => e.body.joint === id && e.body.phase === phase)
          .at(-1);
        // What was measured last speaks: a loop, or a series of readings.
        const live = readings.filter((e) => !struck.has(e.id)).at(-1);
        if (loop && (!live || loop.at > live.at)) return loopView(loop, kind, context);
        return playView(readings, struck, zeros, kind, context);
      };
      const before = measured('before');
      const after = measured('after');
      const fit = all('result')
        .filter((e) => e.body.what === 'frame fit' && e.body.joint === id)
        .at(-1);
      const photos = all('photo')
        .filter((e) => e.body.joint === id)
        .map((e) => e.body.photo);
      const judged = judgeJoint(id, context, {
        hand,
        counts,
        handWhy,
        defects,
        before,
        after,
        clearance: fit && clearanceOf(fit),
        renewed: renewed.has(id),
        rocks: hand === 'can’t tell' && rocks.some((r) => r.joints.includes(id)),
      });
      joints.set(id, {
        id,
        kind,
        side,
        ...judged,
        hand,
        handCounts: counts,
        defects,
        before,
        after,
        clearance: fit && clearanceOf(fit),
        photos,
      });
    }
  }

  return {
    context,
    entries,
    struck,
    complaint,
    axle,
    joints,
    renewed,
    elsewhere,
    rocks,
    driven: new Map(all('drive').map((e) => [e.body.manoeuvre, e.body.heard])),
    verdict: last('verdict'),
    results: all('result'),
    loops: all('loop'),
    zeros,
    measures: all('measure'),
    choices,
    answers: all('answer'),
    setup: last('setup')?.body,
    steps: lastBy('step', (e) => e.body.step),
    torques: lastBy('torque', (e) => e.body.fastener),
    book: all('book'),
    marks: lastBy('mark', (e) => e.body.fastener),
    clicks: lastBy('clicks', (e) => e.body.fastener),
    pieces: lastBy('piece', (e) => e.body.piece),
    orientations: lastBy('orientation', (e) => e.body.step),
    confirms: lastBy('confirm', (e) => e.body.joint),
    photos: all('photo'),
    roadTest: last('road-test'),
    alignment: last('alignment'),
    rechecks: all('recheck'),
    rechecked: lastBy('rechecked', (e) => e.body.recheck),
    told: all('told'),
    cautions: new Set(all('caution').map((e) => e.body.step)),
    handBack: last('hand-back'),
  };
}
