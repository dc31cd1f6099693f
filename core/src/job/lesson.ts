import {
  lessonCounts,
  rankSuspects,
  sourceShares,
  splitFault,
  faultsAt,
  type Count,
  type FaultId,
  type OtherFault,
  type Outcome,
  type Prediction,
  type SuspectsTable,
} from '../diagnosis';
import type { DangerAt } from '../danger';
import { asFitted, changesAxle, type FittedBefore } from '../assembly';
import { assemblyOf, partsOf, splitJoint, type JointId } from '../joint';
import type { Cause, CheckResult, Entry } from '../ledger';
import { caseOf } from './case';
import type { JobContext } from './context';
import { foldJob, type JobState } from './fold';
import { chosenAt } from './rules/planned';
import { leftAt } from './rules/danger';
import { causesElsewhere, handBackBlockers, untold } from './rules/hand-back';
import { stepTimes, type StepTime } from './step-times';

/** What a closed job leaves behind for the next vehicle. */
export interface Lesson {
  /** Confirmed with the part in the hand. */
  readonly faults: readonly FaultId[];
  readonly sound: readonly FaultId[];
  readonly renewed: readonly JointId[];
  /** What went on that changes how the vehicle is put together. */
  readonly fitted: readonly FittedBefore[];
  readonly counts: readonly Count[];
  /** What was said of each suspect of the axle, before and after the checks, and what it was. */
  readonly predictions: readonly Prediction[];
  /** How long its steps took. */
  readonly times: readonly StepTime[];
  /** What it left with, not for the road. */
  readonly left: readonly DangerAt[];
  /** Why it would be held today; empty where it would not. */
  readonly held: readonly string[];
}

/** How it left: what was still dangerous then, and what of safety would hold it today. */
function departure(context: JobContext, live: readonly Entry[]): Pick<Lesson, 'left' | 'held'> {
  const at = live.findLastIndex((e) => e.kind === 'hand-back');
  const s = foldJob(context, at < 0 ? live : live.slice(0, at));
  // What was told afterwards counts as told.
  const told = foldJob(context, live);
  const held = handBackBlockers(s).filter((b) => b.ends !== undefined && (b.at !== 'told' || untold(told).length > 0));
  return { left: leftAt(told), held: held.map((b) => b.sentence) };
}

/** What went on in a job and changes how the vehicle is put together, once a part and axle. */
function fittedIn(s: JobState): FittedBefore[] {
  const out = new Map<string, FittedBefore>();
  for (const id of s.renewed) {
    const part = chosenAt(s, id);
    const change = part && changesAxle(part);
    // The same as was there changes nothing, and is nothing to be told of the vehicle.
    const was = s.context.type.axles[partsOf(id).axle];
    if (change && JSON.stringify(asFitted(was, change)) !== JSON.stringify(was))
      out.set(`${partsOf(id).axle} ${part.id}`, { axle: partsOf(id).axle, part: change });
  }
  return [...out.values()];
}

const isFound = (r: CheckResult | undefined) => r === 'moves' || r === 'dangerous';

/** Suspects less likely than this say nothing of calibration. */
const SAID_OF = 0.01;

/** What was worn and what was sound, with the part in the hand. */
function inHand(state: JobState): { readonly faults: ReadonlySet<FaultId>; readonly sound: ReadonlySet<FaultId> } {
  const named = state.verdict?.body.causes ?? [];
  // A link is one part: what was thought of either end, or of its body, is what came off.
  const part = (c: Cause) => {
    const joint = splitFault(c)?.joint;
    return joint ? assemblyOf(joint) : c;
  };
  // The verdict says which of a part's faults was thought; else the joint's own.
  const faultOf = (c: Cause): FaultId => {
    const j = splitJoint(c);
    if (!j) return c as FaultId;
    const thought = named.find((n) => part(n) === part(c) && splitJoint(n)?.kind !== 'arm-bushings');
    if (thought) return thought as FaultId;
    return `${j.axle}.${j.side}.${faultsAt(state.context.type.axles[j.axle], j.kind)[0]!}`;
  };
  const faults = new Set<FaultId>();
  const sound = new Set<FaultId>();
  for (const e of state.confirms.values()) {
    const { joint, outcome, instead } = e.body;
    if (outcome === 'can’t tell') continue;
    if (outcome.startsWith('loose')) faults.add(faultOf(joint));
    else sound.add(faultOf(joint));
    if (outcome === 'something else' && instead) faults.add(faultOf(instead));
  }
  // What is no joint is in nobody's hand: found where it is, mended, and the noise gone says the same.
  if (state.roadTest?.body.result === 'quiet')
    for (const c of causesElsewhere(state)) if (isFound(state.elsewhere.get(c as OtherFault))) faults.add(c as FaultId);
  for (const f of faults) sound.delete(f);
  return { faults, sound };
}

/**
 * The lesson of a job: its outcome in the hand, not its verdict, teaches. Without a complaint or without
 * anything confirmed it teaches nothing, and only what was renewed is kept.
 */
export function lessonOf(context: JobContext, entries: readonly Entry[], s: SuspectsTable): Lesson {
  const state = foldJob(context, entries);
  const live = entries.filter((e) => !state.struck.has(e.id));
  const until = live.findIndex((e) => e.kind === 'verdict' || e.kind === 'choose');
  const before = foldJob(context, until < 0 ? live : live.slice(0, until));
  const { faults, sound } = inHand(state);
  const renewed = [...state.renewed];
  const fitted = fittedIn(state);
  const times = stepTimes(state);
  const always = { faults: [...faults], sound: [...sound], renewed, fitted, times, ...departure(context, live) };
  if (context.kind !== 'noise' || !before.complaint || faults.size === 0) return { ...always, counts: [], predictions: [] };
  const found = caseOf(before);
  const heard = { ...found, joints: [], rocks: [], elsewhere: [], drive: [] };
  const road = state.roadTest?.body.result;
  const outcome: Outcome = {
    on: [...faults],
    off: [...sound],
    proof: road === 'quiet' ? 'quiet' : road === 'same' || road === 'worse' ? 'same' : undefined,
  };
  const shares = sourceShares(found, outcome, s);
  const suspected = new Set<string | undefined>(
    found.joints.filter((j) => j.hand !== 'tight' || j.defects?.length || j.play || j.clearance).map((j) => j.joint),
  );
  const predictions = (
    [
      ['heard', heard],
      ['found', found],
    ] as const
  ).flatMap(([stage, c]) =>
    rankSuspects(c, s)
      .filter((x) => (splitFault(x.fault)?.axle ?? state.axle) === state.axle)
      .flatMap((x): Prediction[] => {
        const predicted = (layer: Prediction['layer'], p: number, on: boolean): Prediction[] =>
          p >= SAID_OF ? [{ stage, layer, fault: x.fault, p: Math.round(p * 1e5) / 1e5, on }] : [];
        // The noise is gone with what was renewed: of everything else it is known too that it did not make it.
        const share = shares.get(x.fault) ?? (outcome.proof === 'quiet' && shares.size ? 0 : undefined);
        // Something speaks against it and nobody had it in the hand: whether it was worn is not known.
        const known = faults.has(x.fault) || sound.has(x.fault) || !suspected.has(x.joint);
        return [
          ...(known ? predicted('worn', x.worn, faults.has(x.fault)) : []),
          ...(share === undefined ? [] : predicted('makes', x.makes, share >= 0.5)),
        ];
      }),
  );
  return { ...always, counts: lessonCounts(found, outcome, s), predictions };
}
