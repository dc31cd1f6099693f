import { sayJoint, sayState, splitJoint, stateCounts, type CheckId, type JointId, type VehicleState } from '../joint';
import {
  checkTitle,
  sayFault,
  sayManoeuvre,
  splitFault,
  type Diagnosis,
  type ElsewhereCheckId,
  type NextCheck,
} from '../diagnosis';
import { trimmed } from '../units';
import type { Station } from './entry';
import type { JobState } from './fold';
import {
  alignmentOwed,
  checkAt,
  dangerousJoints,
  fastenersOf,
  handBackBlockers,
  looseJoints,
  planOf,
  sayBoth,
  sayJoints,
  uncleared,
  verdictView,
  workJoints,
} from './judge';

/** What the big key does. The interface knows how; core knows which. */
export type NextAction =
  | { readonly kind: 'go'; readonly station: Station; readonly joint?: JointId }
  | { readonly kind: 'check'; readonly joint: JointId; readonly check: CheckId }
  | { readonly kind: 'elsewhere'; readonly check: ElsewhereCheckId }
  | { readonly kind: 'measure'; readonly joint: JointId }
  | { readonly kind: 'step'; readonly step: string }
  | { readonly kind: 'torque'; readonly step: string; readonly fastener: string }
  | { readonly kind: 'told' }
  | { readonly kind: 'none' };

/** The one sentence at the bottom of the sheet. */
export interface NextLine {
  /** "1 min", "now", "wait". */
  readonly time: string;
  readonly title: string;
  readonly why: string;
  readonly label: string;
  readonly station: Station;
  readonly action: NextAction;
}

const mins = (m: number): string => `${m} min`;

/**
 * What to do now and why: one thing, in the order technicians work; which check, the plan says.
 * @param nowMs clock of the caller, for soaks that run (ms since 1970)
 * @param d the diagnosis, undefined while it is being worked out
 */
export function nextLine(s: JobState, nowMs: number, d?: Diagnosis): NextLine {
  if (s.handBack)
    return {
      time: 'done',
      title: 'Handed back.',
      why: 'The sheet stays open to read; rechecks are on the floor.',
      label: 'See the sheet',
      station: 'prove',
      action: { kind: 'go', station: 'prove' },
    };
  const noise = s.context.kind === 'noise';
  const dangerous = dangerousJoints(s).filter((id) => !workJoints(s).includes(id));
  if (dangerous.length && s.told.length === 0) {
    return {
      time: 'now',
      title: `${sayJoints(s, dangerous).replace(/^./, (c) => c.toUpperCase())}: do not return to the road.`,
      why: 'Tell the owner before anything else moves, and write down who was told.',
      label: 'Told, record it',
      station: 'find',
      action: { kind: 'told' },
    };
  }
  if (noise && !s.complaint) {
    return {
      time: mins(3),
      title: 'Write down what the customer hears, and when.',
      why: 'Where and when decide more than the sound itself.',
      label: 'Listen',
      station: 'listen',
      action: { kind: 'go', station: 'listen' },
    };
  }
  if (noise && s.choices.length === 0) {
    if (!d || d.stage === 'ranked')
      return {
        time: '…',
        title: 'Ranking the suspects.',
        why: 'What was heard and found is being weighed.',
        label: 'Find',
        station: 'find',
        action: { kind: 'go', station: 'find' },
      };
    const v = verdictView(s, d);
    if (v.kind === 'contradiction')
      return {
        time: 'now',
        title: 'Two things on the tape cannot both be.',
        why: v.sentence,
        label: 'Look again',
        station: 'find',
        action: { kind: 'go', station: 'find', ...(d.conflicts[0]!.joint ? { joint: d.conflicts[0]!.joint } : {}) },
      };
    const line = v.kind === 'ready' ? undefined : nextCheck(s, d);
    if (line) return line;
    if (!s.verdict && v.kind === 'ready') {
      const joint = v.causes.map((c) => splitFault(c)?.joint).find((j) => j !== undefined);
      return {
        time: 'now',
        title: `It is ${sayBoth(s, v.causes)}. Say so.`,
        why: 'Every dangerous joint of this axle is cleared.',
        label: 'Give the verdict',
        station: 'find',
        action: { kind: 'go', station: 'find', ...(joint ? { joint } : {}) },
      };
    }
    if (!s.verdict && v.kind === 'open' && v.dry.length) {
      return {
        time: mins(5),
        title: `Lubricate ${sayBoth(s, v.dry)} before replacing anything.`,
        why: 'It squeaks and nothing has play. Silicone grease: mineral oil swells rubber. Bonded rubber is left dry. Then drive it again.',
        label: 'Drive it',
        station: 'listen',
        action: { kind: 'go', station: 'listen' },
      };
    }
    if (!s.verdict && v.kind === 'open') {
      return {
        time: '10 min',
        title: `${d.road[0] ? sayManoeuvre(d.road[0].manoeuvre) : 'Drive it over the same bump, one wheel, then both'}.`,
        why: d.road[0]
          ? `Nothing stands out yet. If it knocks: ${sayFault(d.road[0].ifKnocks.fault, s.context.rules.dialect)}; if it is quiet: ${sayFault(d.road[0].ifQuiet.fault, s.context.rules.dialect)}.`
          : v.sentence,
        label: 'Drive it',
        station: 'listen',
        action: { kind: 'go', station: 'listen' },
      };
    }
  }
  if (s.choices.length === 0) {
    // What is dangerous comes before what is only loose.
    const danger = dangerousJoints(s)[0];
    const joint = danger ?? looseJoints(s)[0];
    return {
      time: mins(4),
      title: 'Choose what to fit.',
      why: joint
        ? `The ${sayJoint(joint, s.context.rules.dialect)} is ${danger ? 'dangerous: it comes first' : 'loose'}. Measure only what separates the parts.`
        : 'Touch the joint on the plate, then pick the part that fits.',
      label: 'Settle',
      station: 'settle',
      action: { kind: 'go', station: 'settle', ...(joint ? { joint } : {}) },
    };
  }
  if (!s.answers.some((a) => a.body.answer === 'approved')) {
    return {
      time: 'wait',
      title: 'Get the customer’s yes or no.',
      why: 'Nothing comes off before somebody has said yes.',
      label: 'Record the answer',
      station: 'settle',
      action: { kind: 'go', station: 'settle' },
    };
  }
  const work = nextWork(s, nowMs);
  if (work) return work;
  if (!s.roadTest)
    return {
      time: mins(10),
      title: 'Same bump, same road: is it quiet?',
      why: 'Every fastener has its record.',
      label: 'Record the drive',
      station: 'prove',
      action: { kind: 'go', station: 'prove' },
    };
  if (alignmentOwed(s) && !s.alignment)
    return {
      time: 'wait',
      title: 'An alignment check is owed.',
      why: 'Arms, tie rods or the like were renewed.',
      label: 'Prove',
      station: 'prove',
      action: { kind: 'go', station: 'prove' },
    };
  const blockers = handBackBlockers(s);
  if (blockers.length)
    return {
      time: 'now',
      title: blockers[0]!,
      why: blockers.length > 1 ? `${blockers.length - 1} more before the hand-back.` : 'The last thing before the hand-back.',
      label: 'Show it',
      station: 'prove',
      action: { kind: 'go', station: 'prove' },
    };
  return {
    time: mins(2),
    title: 'Hand it back.',
    why: 'Nothing is open.',
    label: 'Hand back',
    station: 'prove',
    action: { kind: 'go', station: 'prove' },
  };
}

/** Less than this, bits, and nothing owed: the drive tells more than another look. */
const WORTH_A_LOOK = 0.05;

/** The next check of the plan; once something loose is found, only what is owed before a verdict. */
function nextCheck(s: JobState, d: Diagnosis): NextLine | undefined {
  const owed = uncleared(s, s.axle);
  const loose = looseJoints(s).some((id) => splitJoint(id)!.axle === s.axle);
  const begun = begunReadings(s);
  if (begun) return begun;
  // The plan may be a moment older than the tape: what has been settled since is passed over.
  const step = d.plan.find((x) => {
    const open = x.of.filter((id) =>
      splitJoint(id) ? isOpen(s, id as JointId, owed) : s.elsewhere.get(id as never) === undefined,
    );
    const must = x.owed.some((id) => owed.includes(id));
    return open.length > 0 && (must || (!loose && x.bits >= WORTH_A_LOOK));
  });
  return step && sayCheck(s, d, step, owed);
}

function isOpen(s: JobState, id: JointId, owed: readonly JointId[]): boolean {
  return owed.includes(id) || ['not looked at', 'can’t tell yet'].includes(s.joints.get(id)!.state);
}

function sayCheck(s: JobState, d: Diagnosis, step: NextCheck, owed: readonly JointId[]): NextLine {
  const clears = step.owed.filter((id) => owed.includes(id));
  const minutes = step.minutes + step.changeMinutes;
  const stand = step.changeMinutes > 0 ? `${sayState(step.state).replace(/^./, (c) => c.toUpperCase())} first. ` : '';
  const again = clears
    .map((id) => s.joints.get(id)!)
    .filter((j) => j.state === 'can’t tell yet' && (j.hand === 'tight' ? !j.handCounts : true))
    .map((j) => ` ${j.why}`)[0];
  const likely = d.suspects.filter(
    (x) => (x.joint ? step.of.includes(x.joint) : step.of.includes(x.fault as never)) && x.p >= 0.05,
  );
  const why = clears.length
    ? `Clears ${sayBoth(s, clears)}; the verdict waits for ${clears.length > 1 ? 'them' : 'it'}.${again ?? ''}`
    : likely[0]
      ? `Tells most for its minutes: ${sayFault(likely[0].fault, s.context.rules.dialect, splitFault(likely[0].fault)?.axle !== s.axle)} ${Math.round(likely[0].p * 100)} % so far.`
      : 'Cheap to rule out before anything comes apart.';
  const joint = (step.of.find((id) => clears.includes(id as JointId)) ?? likely[0]?.joint ?? step.of[0]) as JointId;
  return {
    time: mins(minutes),
    title: `${checkTitle(step, s.context.type, s.axle)}.`,
    why: `${stand}${why}`,
    label: 'Go to it',
    station: 'find',
    action: step.axle
      ? { kind: 'check', joint, check: step.check as CheckId }
      : { kind: 'elsewhere', check: step.check as ElsewhereCheckId },
  };
}

/**
 * A joint whose readings were begun and do not settle it, where a few more would: finished before the
 * plan goes on, because the gauge stands there. Not once something loose is found.
 */
export function begunReadings(s: JobState): NextLine | undefined {
  if (looseJoints(s).some((id) => splitJoint(id)!.axle === s.axle)) return undefined;
  for (const j of s.joints.values()) {
    const c = j.before?.conformance;
    if (j.state !== 'can’t tell yet' || c?.verdict !== 'not proved' || typeof c.needed !== 'number') continue;
    const more = Math.max(1, c.needed - j.before!.doubt.n);
    return {
      time: mins(more),
      title: `${more} more ${more === 1 ? 'reading' : 'readings'} at the ${sayJoint(j.id, s.context.rules.dialect)}.`,
      why: `${j.before!.doubt.meanMm.toFixed(2)} mm so far; at this scatter that settles it against ${j.before!.limit.limitMm.toFixed(2)} mm (${j.before!.limit.owner}).`,
      label: 'Measure it',
      station: 'find',
      action: { kind: 'measure', joint: j.id },
    };
  }
  return undefined;
}

function nextWork(s: JobState, nowMs: number): NextLine | undefined {
  const plan = planOf(s);
  const fasteners = new Map(fastenersOf(s).map((f) => [f.fastener.id as string, f]));
  const isDone = (id: string) => s.steps.get(id)?.body.state === 'done';
  const done = (p: (typeof plan)[number]) => (p.fastener ? fasteners.get(p.fastener)?.state === 'done' : isDone(p.id));
  const soakEnds = (id: string) => {
    const p = plan.find((x) => x.id === id);
    const e = s.steps.get(id);
    return p && e && p.soakMinutes > 0 ? Date.parse(e.at) + p.soakMinutes * 60_000 : 0;
  };
  const open = plan.filter((p) => !done(p));
  if (open.length === 0) return undefined;
  const byId = new Map(plan.map((p) => [p.id, p]));
  const free = open.find((p) => p.needs.every((n) => done(byId.get(n)!) && soakEnds(n) <= nowMs));
  const p = free ?? open[0]!;
  if (!free) {
    const ends = Math.max(...p.needs.map(soakEnds));
    const left = Math.ceil((ends - nowMs) / 60_000);
    if (left > 0)
      return {
        time: mins(left),
        title: `The penetrant is soaking: ${left} min left.`,
        why: `Then: ${p.title.toLowerCase()}.`,
        label: 'Go on anyway',
        station: 'work',
        action: { kind: 'step', step: p.id },
      };
  }
  const f = p.fastener ? fasteners.get(p.fastener) : undefined;
  if (f) {
    const title =
      f.targetNm === null
        ? f.state === 'must be published'
          ? `Find the maker’s value for the ${f.label.toLowerCase()}.`
          : `Tighten the ${f.label.toLowerCase()}, firm, and mark it.`
        : `Set ${trimmed(f.targetNm, 1)} N·m and pull the ${f.label.toLowerCase()}.`;
    const why =
      f.targetNm === null
        ? 'No value is published for it; none is invented here.'
        : f.fastener.rideHeight
          ? 'Gripped rubber: tightened at ride height.'
          : f.fastener.kind === 'wheel-nut'
            ? 'On the ground, in star order, the first one again at the end.'
            : 'Turns freely: any height will do.';
    return {
      time: mins(p.minutes),
      title,
      why,
      label: 'Take the click',
      station: 'work',
      action: { kind: 'torque', step: p.id, fastener: p.fastener! },
    };
  }
  const left = open.length - 1;
  return {
    time: mins(p.minutes),
    title: `${p.title}.`,
    why: p.caution ?? p.detail ?? `${left} steps after this one.`,
    label: 'Done',
    station: 'work',
    action: { kind: 'step', step: p.id },
  };
}

/** The states in which a joint's check counts, likeliest first, for the check card. */
export function countingStates(s: JobState, id: JointId, wanted?: CheckId | null): VehicleState[] {
  const j = splitJoint(id)!;
  const axle = s.context.type.axles[j.axle];
  const check = checkAt(s, id, wanted);
  if (!check) return [];
  return check.states.filter((st) => stateCounts(axle, check, j.kind, st).counts);
}
