import { sayLength } from '../../units';
import {
  checkTitle,
  DRIVE_CHECK,
  elsewhereChecks,
  sayFault,
  sayManoeuvre,
  splitFault,
  type Diagnosis,
  type ElsewhereCheckId,
  type NextCheck,
} from '../../diagnosis';
import { checksOf, isJointId, partsOf, sayJoint, type CheckId, type JointId } from '../../joint';
import { count, list, uncapital } from '../../text';
import type { Cause } from '../../ledger';
import type { JobState } from '../fold';
import type { Rock } from '../state/looks';
import { checkAt, countingStates, looseJoints } from '../rules/clearance';
import { openDangers } from '../rules/danger';
import { owedJoints } from '../rules/debts';
import { causesOf, lookedAt, verdictCauses, verdictView, type VerdictView } from '../rules/verdict';
import { sayBoth, sayJoints, speakOf } from '../say';
import { goTo, line, mins, type NextAction, type NextLine } from './line';
import { lookAt, lookElsewhere } from './look';
import { nextOwed, nextToStand } from './owed';

/** Less than this, bits, and nothing owed: another look tells nothing; or little, where the noise does not come. */
const WORTH_A_LOOK = 0.02;
const WORTH_WHERE_QUIET = 0.15;

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
    return nextOwed(s, owedJoints(s));
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
  return nextOfVerdict(s, d);
}

/** By what is weighed: the next look, the verdict, or how to bring the noise back. */
function nextOfVerdict(s: JobState, d: Diagnosis): NextLine | undefined {
  const v = verdictView(s, d);
  if (v.kind === 'contradiction') return twoThings(v);
  const check = v.kind === 'ready' ? undefined : (nextAtTheRock(s) ?? nextCheck(s, d));
  if (check) return check;
  const causes = verdictCauses(v);
  if (d.again && (causes.length > 0 || (v.kind === 'open' && v.quiet))) return weighedAgain;
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
      action: giveVerdict(causes),
    };
  // The plan may not have come to what is owed yet.
  const owed = nextOwed(s, owedJoints(s));
  if (owed) return owed;
  if (v.kind === 'unseen') return nextOfUnseen(s, v);
  if (v.kind !== 'open') return undefined;
  if (v.quiet)
    return {
      time: 'now',
      title: 'It was not reproduced. Say so.',
      why: `${v.sentence} What was found stands on the sheet, and is offered.`,
      label: 'Not reproduced',
      station: 'find',
      action: giveVerdict([]),
    };
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
        ? `${d.family ? v.sentence : 'Nothing stands out yet.'} If it knocks: ${said(best.ifKnocks.fault)}; if it is quiet: ${said(best.ifQuiet.fault)}.`
        : v.sentence,
      label: 'Drive it',
      station: 'listen',
    },
    'drive',
  );
}

/** The verdict is written where it can be read; none means that it was not reproduced. */
const giveVerdict = (causes: readonly Cause[]): NextAction => ({
  kind: 'write',
  at: { station: 'find', at: 'verdict' },
  entries: [line('verdict', { causes: [...causes], reproduced: causes.length > 0, note: causes.length ? '' : 'not reproduced' })],
});

/** A verdict is given by what is on the tape now, not by the answer of a moment ago. */
const weighedAgain: NextLine = goTo(
  {
    time: '…',
    title: 'Weighed again.',
    why: 'Something was written since; what was said last still stands on the list.',
    label: 'See the list',
    station: 'find',
  },
  'verdict',
);

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

/** The look that is wanted at what the noise points at, where the plan has none: told nothing before, or no check of it there is. */
function nextOfUnseen(s: JobState, v: Extract<VerdictView, { kind: 'unseen' }>): NextLine {
  const cause = v.causes[0]!;
  const joint = splitFault(cause)?.joint;
  const check = elsewhereChecks(s.context.type).find((c) => (c.finds as readonly string[]).includes(cause));
  const said = {
    time: mins(check?.minutes ?? 2),
    title: `Look at ${sayBoth(s, [cause])}.`,
    why: v.sentence,
    label: 'Go to it',
    station: 'find',
  } as const;
  if (check) return { ...said, action: lookElsewhere(s, check.id) };
  const usual = joint && checkAt(s, joint);
  return joint && usual ? { ...said, action: lookAt(s, joint, usual.id) } : goTo(said, 'verdict');
}

/** A wheel that rocks is followed up at that wheel, before anything else is looked at. */
function nextAtTheRock(s: JobState): NextLine | undefined {
  // Asked once: where it could not be told apart either, the plan goes on with another check.
  const again = (r: Rock) => {
    const at = s.kept.check.findIndex((e) => e.id === r.entry);
    return s.kept.check
      .slice(at + 1)
      .some((e) => e.body.check === r.check && e.body.results.some((x) => (r.joints as readonly string[]).includes(x.joint)));
  };
  const rock = s.rocks.findLast((r) => r.joints.some((id) => s.joints.get(id)!.state === 'can’t tell yet') && !again(r));
  const joint = rock?.joints.find((id) => s.joints.get(id)!.state === 'can’t tell yet');
  if (!rock || !joint) return undefined;
  const { side } = partsOf(joint);
  const check = checkAt(s, joint, rock.check as CheckId);
  if (!check) return undefined;
  const counting = countingStates(s, joint, check.id);
  const { title } = check;
  const stand = nextToStand(s, counting, counting[0] ?? 'both-hanging', { joint, check, minutes: 0, title });
  if (stand) return stand;
  const brake = rock.joints.some((id) => partsOf(id).kind === 'wheel-bearing');
  return {
    time: mins(check.minutes),
    title: brake ? `Press the brake and rock the ${side} wheel again.` : `${title} again, a hand on each joint.`,
    why: `It rocks, at one of: ${sayJoints(s, rock.joints)}.${brake ? ' What goes away with the brake is the bearing.' : ''}`,
    label: 'Go to it',
    station: 'find',
    action: lookAt(s, joint, check.id),
  };
}

/**
 * The steps of the plan that still count. Once what makes the noise is found, or something must be repaired whatever
 * makes it, only what is owed before a verdict: the rest can wait. What is merely loose ends no search. What has been
 * settled since the plan was made is passed over.
 */
export function plannedChecks(s: JobState, d: Diagnosis): NextCheck[] {
  const v = verdictView(s, d);
  const owed = owedJoints(s);
  const causes = causesOf(s, d);
  const found =
    openDangers(s).some((x) => x.kind !== 'rocks' && x.at.some((at) => !isJointId(at) || partsOf(at).axle === s.axle)) ||
    (causes.length > 0 && causes.every((c) => lookedAt(s, c))) ||
    // It squeaks and nothing has play: it is greased before anything else is looked for.
    (v.kind === 'open' && v.dry.length > 0);
  const quiet = v.kind === 'open' && v.quiet;
  const least = quiet ? WORTH_WHERE_QUIET : WORTH_A_LOOK;
  const isOpen = (id: NextCheck['of'][number]) =>
    isJointId(id)
      ? owed.includes(id) || ['not looked at', 'can’t tell yet'].includes(s.joints.get(id)!.state)
      : s.elsewhere.get(id) === undefined;
  return d.plan.filter((x) => {
    if (x.check === DRIVE_CHECK) return !found && !quiet && x.manoeuvres!.some((m) => !s.drive.has(m));
    const must = x.owed.some((id) => owed.includes(id));
    // Another look at what was tight, only while there is a noise to look for.
    return (x.again ? !quiet : x.of.some(isOpen)) && (must || (!found && x.bits >= least));
  });
}

/** The next check of the plan, what was begun before it. */
function nextCheck(s: JobState, d: Diagnosis): NextLine | undefined {
  const begun = begunReadings(s);
  if (begun) return begun;
  const step = plannedChecks(s, d)[0];
  if (!step) return undefined;
  return step.check === DRIVE_CHECK ? sayDrive(s, step) : sayCheck(s, d, step, owedJoints(s));
}

/** Our own drive, before the lift where it pays better than a look. */
function sayDrive(s: JobState, step: NextCheck): NextLine {
  const to = step.manoeuvres!.filter((m) => !s.drive.has(m)).map((m) => uncapital(sayManoeuvre(m)));
  return goTo(
    {
      time: mins(step.minutes + step.changeMinutes),
      title: 'Drive it, and listen.',
      why: `It tells most for its minutes: ${list(to)}. Only if nothing found or felt speaks against driving it.`,
      label: 'Drive it',
      station: 'listen',
    },
    'drive',
  );
}

function sayCheck(s: JobState, d: Diagnosis, step: NextCheck, owed: readonly JointId[]): NextLine {
  const clears = step.owed.filter((id) => owed.includes(id));
  const again = clears
    .map((id) => s.joints.get(id)!)
    .filter((j) => j.state === 'can’t tell yet' && (j.hand === 'tight' ? !j.handCounts : true))
    .map((j) => ` ${j.why}`)[0];
  const of = new Set<string>(step.of);
  const likely = d.suspects.find((x) => of.has(x.joint ?? x.fault) && x.makes >= 0.05);
  const said = speakOf(s.context.rules.dialect, clears);
  const why = clears.length
    ? `Clears ${said.the}; the verdict waits for ${said.it}.${again ?? ''}`
    : likely
      ? `${step.again ? 'Felt tight, and the noise still points there' : 'Tells most for its minutes'}: ${sayFault(likely.fault, s.context.rules.dialect, splitFault(likely.fault)?.axle !== s.axle)} makes it, ${Math.round(likely.makes * 100)} % so far.`
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
    action: step.axle && joint ? lookAt(s, joint, step.check as CheckId) : lookElsewhere(s, step.check as ElsewhereCheckId),
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
      action: { kind: 'go', to: { station: 'find', at: 'measure', joint: j.id } },
    };
  }
  return undefined;
}
