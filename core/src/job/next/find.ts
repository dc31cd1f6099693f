import {
  DRIVE_CHECK,
  elsewhereChecks,
  sayFault,
  sayManoeuvre,
  splitFault,
  type Diagnosis,
  type NextCheck,
} from '../../diagnosis';
import { isJointId, partsOf, sayJoint } from '../../joint';
import type { Cause, Entry } from '../../ledger';
import { stateOf } from '../../standing';
import { count, list, uncapital } from '../../text';
import { sayLength } from '../../units';
import type { JobState } from '../fold';
import { looseJoints } from '../rules/clearance';
import { openDangers } from '../rules/danger';
import { owedJoints } from '../rules/debts';
import { owedRounds, roundsOf } from '../rules/rounds';
import { causesOf, lookedAt, verdictCauses, verdictView, type VerdictView } from '../rules/verdict';
import { sayBoth } from '../say';
import { goTo, line, mins, type NextAction, type NextLine } from './line';
import { nextAtTheRock, nextElsewhere, nextOwed, sayRounds } from './round';

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
  const rock = nextAtTheRock(s);
  if (rock) return rock;
  // A line struck after the verdict may leave something owed again.
  if (s.verdict) {
    // So may something that was measured since and cannot be, while nothing is off yet.
    const v = d && !d.again && s.choices.length === 0 ? verdictView(s, d) : undefined;
    if (v?.kind === 'contradiction') return twoThings(v);
    return nextOwed(s, owedJoints(s));
  }
  // What does not hang on the ranking is asked at once, and stays: the strip changes with a tap, and not behind it.
  const sure = begunReadings(s) ?? (begun(s) || s.kept.named ? sayRounds(s, owedRounds(s)) : undefined);
  if (sure) return sure;
  if (s.kept.named) return nextOfNamed(s, s.kept.named);
  if (d?.stage === 'done' && !d.again) return nextOfVerdict(s, d);
  if (!failed) return weighing;
  return (
    sayRounds(s, owedRounds(s)) ??
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
}

/** Looking has begun: how it stands was said, or something was looked at. Before that it may pay to drive it first. */
const begun = (s: JobState): boolean => s.kept.check.length > 0 || stateOf(s.stands, s.axle) !== undefined;

/** What was said or found last is not weighed yet: nothing is advised by what was known before it. */
const weighing: NextLine = {
  time: '…',
  title: 'Weighing what was found.',
  why: 'What was heard and found is put together; the next thing stands here in a moment.',
  label: 'Weighing',
  station: 'find',
  action: { kind: 'wait', says: 'It is still being weighed. Nothing was written.' },
};

/** Somebody knew what it is: what was owed has been looked at, and it is said. */
function nextOfNamed(s: JobState, e: Entry<'named'>): NextLine {
  const danger = openDangers(s).flatMap((x) => (x.kind === 'rocks' ? [] : x.at));
  const causes = [...new Set([...danger, ...e.body.at])];
  return {
    time: 'now',
    title: `It is ${sayBoth(s, causes)}, as was said. Say so.`,
    why: 'Nothing else was looked for; every dangerous joint of this axle is cleared.',
    label: 'Give the verdict',
    station: 'find',
    action: giveVerdict(causes),
  };
}

/** By what is weighed: the next look, the verdict, or how to bring the noise back. */
function nextOfVerdict(s: JobState, d: Diagnosis): NextLine | undefined {
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
  const look = check ? nextElsewhere(s, check.id) : joint && nextOwed(s, [joint]);
  if (look) return { ...look, why: `${v.sentence} ${look.why}` };
  return goTo(
    { time: mins(2), title: `Look at ${sayBoth(s, [cause])}.`, why: v.sentence, label: 'Go to it', station: 'find' },
    'verdict',
  );
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

/** The next look of the plan, as a round; a drive where it pays better. */
function nextCheck(s: JobState, d: Diagnosis): NextLine | undefined {
  const plan = plannedChecks(s, d);
  const step = plan[0];
  if (step?.check === DRIVE_CHECK && owedRounds(s).every((r) => !r.now)) return sayDrive(s, step);
  return sayRounds(s, roundsOf(s, plan), d);
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

/**
 * A joint whose readings were begun and do not settle it, where a few more would: finished before the
 * plan goes on, because the gauge stands there. Not once something loose is found.
 */
function begunReadings(s: JobState): NextLine | undefined {
  if (looseJoints(s).some((id) => partsOf(id).axle === s.axle)) return undefined;
  for (const j of s.joints.values()) {
    const c = j.before?.conformance;
    if (j.state !== 'can’t tell yet' || c?.verdict !== 'not proved' || typeof c.needed !== 'number') continue;
    // Another film would say it anew, not add to this one.
    if (j.before!.film) continue;
    const more = Math.max(1, c.needed - j.before!.doubt.n);
    return {
      time: mins(more),
      title: `Take ${count(more, 'more reading')} at the ${sayJoint(j.id, s.context.rules.dialect)}.`,
      why: `${sayLength(j.before!.doubt.meanMm, 2, s.context.measures.length)} so far. With this scatter that decides it against the limit of ${sayLength(j.before!.limit.limitMm, 2, s.context.measures.length)} (${j.before!.limit.owner}).`,
      label: 'Measure it',
      station: 'find',
      action: { kind: 'go', to: { station: 'find', at: 'measure', joint: j.id } },
    };
  }
  return undefined;
}
