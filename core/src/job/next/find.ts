import { sayLength } from '../../units';
import {
  checkTitle,
  elsewhereChecks,
  sayFault,
  sayManoeuvre,
  splitFault,
  type Diagnosis,
  type ElsewhereCheckId,
  type NextCheck,
} from '../../diagnosis';
import { checksOf, isJointId, partsOf, sayJoint, type CheckId, type JointId } from '../../joint';
import { count } from '../../text';
import type { JobState } from '../fold';
import { countingStates, dangerousJoints, looseJoints, owedJoints, unrepaired } from '../rules/clearance';
import { verdictCauses, verdictView, type VerdictView } from '../rules/verdict';
import { sayBoth, speakOf } from '../say';
import { goTo, mins, type NextLine } from './line';
import { nextOwed, nextToStand } from './owed';

/** Less than this, bits, and nothing owed: the drive tells more than another look. */
const WORTH_A_LOOK = 0.05;

/**
 * What is still to be found before a verdict, and the verdict itself. Nothing leads past it but a verdict, that
 * it was not reproduced, or a person who goes on without and says why.
 * @param d undefined while it is being worked out
 */
export function nextToFind(s: JobState, d: Diagnosis | undefined, failed: string): NextLine | undefined {
  if (s.context.kind !== 'noise' || s.goOn) return undefined;
  // A line struck after the verdict may leave something owed again.
  if (s.verdict) {
    // So may something that was measured since and cannot be, while nothing is off yet.
    const v = d && s.choices.length === 0 ? verdictView(s, d) : undefined;
    if (v?.kind === 'contradiction') return twoThings(v);
    return unrepaired(s).length === 0 ? nextOwed(s, owedJoints(s)) : undefined;
  }
  if (failed && !d)
    return (
      nextOwed(s, owedJoints(s)) ??
      goTo(
        {
          time: 'now',
          title: 'The suspects could not be ranked.',
          why: `${failed} What was found stands; go on without a verdict, and say why.`,
          label: 'Show it',
          station: 'find',
        },
        'verdict',
      )
    );
  if (!d || d.stage === 'ranked')
    return goTo(
      {
        time: '…',
        title: 'Ranking the suspects.',
        why: 'What was heard and found is being weighed.',
        label: 'Find',
        station: 'find',
      },
      'verdict',
    );
  const v = verdictView(s, d);
  if (v.kind === 'contradiction') return twoThings(v);
  const check = v.kind === 'ready' ? undefined : nextCheck(s, d);
  if (check) return check;
  const causes = verdictCauses(v);
  if (causes.length)
    return {
      time: 'now',
      title: `It is ${sayBoth(s, causes)}. Say so.`,
      why:
        v.kind === 'dangerous'
          ? `${v.sentence} Every other dangerous joint of this axle is cleared.`
          : 'Every dangerous joint of this axle is cleared.',
      label: 'Give the verdict',
      station: 'find',
      action: { kind: 'verdict', causes },
    };
  // The plan may not have come to what is owed yet.
  const owed = nextOwed(s, owedJoints(s));
  if (owed || v.kind !== 'open') return owed;
  if (v.dry.length)
    return goTo(
      {
        time: mins(5),
        title: `Lubricate ${sayBoth(s, v.dry)} before replacing anything.`,
        why: 'It squeaks and nothing has play. Silicone grease: mineral oil swells rubber. Bonded rubber is left dry. Then drive it again.',
        label: 'Drive it',
        station: 'listen',
      },
      'drive',
    );
  const best = d.road[0];
  const said = (f: Parameters<typeof sayFault>[0]) => sayFault(f, s.context.rules.dialect);
  return goTo(
    {
      time: mins(10),
      title: `${best ? sayManoeuvre(best.manoeuvre) : 'Drive it over the same bump, one wheel, then both'}.`,
      why: best
        ? `Nothing stands out yet. If it knocks: ${said(best.ifKnocks.fault)}; if it is quiet: ${said(best.ifQuiet.fault)}.`
        : v.sentence,
      label: 'Drive it',
      station: 'listen',
    },
    'drive',
  );
}

const twoThings = (v: Extract<VerdictView, { kind: 'contradiction' }>): NextLine =>
  goTo(
    {
      time: 'now',
      title: 'Two things on the tape cannot both be.',
      why: v.sentence,
      label: 'Look again',
      station: 'find',
    },
    'contradiction',
    v.joint,
  );

/** The next check of the plan; once something loose is found, only what is owed before a verdict. */
function nextCheck(s: JobState, d: Diagnosis): NextLine | undefined {
  const owed = owedJoints(s);
  const begun = begunReadings(s);
  if (begun) return begun;
  // Something that makes the noise is found, or must be repaired whatever makes it.
  const loose = [...looseJoints(s), ...dangerousJoints(s)].some((id) => partsOf(id).axle === s.axle);
  const isOpen = (id: NextCheck['of'][number]) =>
    isJointId(id)
      ? owed.includes(id) || ['not looked at', 'can’t tell yet'].includes(s.joints.get(id)!.state)
      : s.elsewhere.get(id) === undefined;
  // The plan may be a moment older than the tape: what has been settled since is passed over.
  const step = d.plan.find((x) => {
    const must = x.owed.some((id) => owed.includes(id));
    return x.of.some(isOpen) && (must || (!loose && x.bits >= WORTH_A_LOOK));
  });
  return step && sayCheck(s, d, step, owed);
}

function sayCheck(s: JobState, d: Diagnosis, step: NextCheck, owed: readonly JointId[]): NextLine {
  const clears = step.owed.filter((id) => owed.includes(id));
  const again = clears
    .map((id) => s.joints.get(id)!)
    .filter((j) => j.state === 'can’t tell yet' && (j.hand === 'tight' ? !j.handCounts : true))
    .map((j) => ` ${j.why}`)[0];
  const of = new Set<string>(step.of);
  const likely = d.suspects.find((x) => of.has(x.joint ?? x.fault) && x.p >= 0.05);
  const said = speakOf(s.context.rules.dialect, clears);
  const why = clears.length
    ? `Clears ${said.the}; the verdict waits for ${said.it}.${again ?? ''}`
    : likely
      ? `Tells most for its minutes: ${sayFault(likely.fault, s.context.rules.dialect, splitFault(likely.fault)?.axle !== s.axle)} ${Math.round(likely.p * 100)} % so far.`
      : 'Cheap to rule out before anything comes apart.';
  const joint = clears[0] ?? likely?.joint ?? step.of.find(isJointId);
  const title = checkTitle(step, s.context.type, s.axle);
  const check = step.axle ? checksOf(s.context.type.axles[step.axle]).find((c) => c.id === step.check) : undefined;
  const counting =
    check && joint
      ? countingStates(s, joint, check.id)
      : (elsewhereChecks(s.context.type).find((c) => c.id === step.check)?.states ?? []);
  const stand = nextToStand(s, counting, step.state, { joint, check, minutes: step.changeMinutes, title });
  if (stand) return stand;
  return {
    time: mins(step.minutes),
    title: `${title}.`,
    why,
    label: 'Go to it',
    station: 'find',
    action:
      step.axle && joint
        ? { kind: 'check', joint, check: step.check as CheckId }
        : { kind: 'elsewhere', check: step.check as ElsewhereCheckId },
  };
}

/**
 * A joint whose readings were begun and do not settle it, where a few more would: finished before the
 * plan goes on, because the gauge stands there. Not once something loose is found.
 */
export function begunReadings(s: JobState): NextLine | undefined {
  if (looseJoints(s).some((id) => partsOf(id).axle === s.axle)) return undefined;
  for (const j of s.joints.values()) {
    const c = j.before?.conformance;
    if (j.state !== 'can’t tell yet' || c?.verdict !== 'not proved' || typeof c.needed !== 'number') continue;
    const more = Math.max(1, c.needed - j.before!.doubt.n);
    return {
      time: mins(more),
      title: `${count(more, 'more reading')} at the ${sayJoint(j.id, s.context.rules.dialect)}.`,
      why: `${sayLength(j.before!.doubt.meanMm, 2, s.context.measures.length)} so far; at this scatter that settles it against ${sayLength(j.before!.limit.limitMm, 2, s.context.measures.length)} (${j.before!.limit.owner}).`,
      label: 'Measure it',
      station: 'find',
      action: { kind: 'measure', joint: j.id },
    };
  }
  return undefined;
}
