import type { JointId } from '../../joint';
import { DOUBTED_OUTCOMES, NEUTRAL_OUTCOMES, type ConfirmOutcome, type Line } from '../../ledger';
import { axleOfStep, plainStep, readyTools, stepOfAxle, type PlainStepId, type PlannedStep, type StepId } from '../../plan';
import { capital, count, list, sayWhen, uncapital } from '../../text';
import { sayLength } from '../../units';
import { isUp, stateOf } from '../../standing';
import { otherEnd, sayState } from '../../vehicle';
import type { JobState } from '../fold';
import { awaited, crewOf } from '../rules/crew';
import { atAxle } from '../rules/planned';
import { openTroubles } from '../rules/trouble';
import { cautionOwed, doubted, facingsOwed, lubricantsOwed, piecesAt, seenAt, isStepDone } from '../rules/work';
import { isRusty, planOf } from '../rules/plan-of';
import { linkSetting, setsLink } from '../rules/setting';
import { heightsAgain, heightsKnown, heightsOff, sayHeights, sayHeightsAgain } from '../rules/height';
import { doneLines, lubricantAsked, turnedIn } from './done';
import { goToStep, line, mins, type NextLine, type SheetPlace } from './line';
import { standsBody } from './round';

/** How the part is in the hand, which is all its step asks. */
export const confirmLines = (step: StepId, joint: JointId, outcome: ConfirmOutcome): Line[] => [
  line('confirm', { joint, outcome, note: '' }),
  line('step', { step, state: 'done' }),
];

/** A step, by what it still asks: its caution is read first, a question is answered, and then it is done. */
export function sayStep(s: JobState, p: PlannedStep, left: number): NextLine {
  const said = { time: mins(p.minutes), title: `${p.title}.`, station: 'work' as const };
  const at: SheetPlace = { station: 'work', step: p.id };
  /** Written with its step open. */
  const write = (...entries: Line[]) => ({ kind: 'write', at, entries }) as const;
  const key = stepKey(s, p);
  if (key.asks) return { ...said, time: 'now', title: key.title, why: key.asks, label: key.label, action: write(...key.entries) };
  if (cautionOwed(s, p)) {
    const own = { ...said, title: `${key.title}.`, why: p.caution!, label: key.label };
    const ahead = cautionsAhead(s, p);
    if (!ahead.length) return { ...own, action: write(...key.entries) };
    return {
      ...own,
      why: [p.caution!, ...ahead.map((x) => `${x.together ?? x.title}: ${uncapital(x.caution!)}`)].join(' '),
      action: {
        kind: 'ask',
        at,
        answers: [
          { label: key.label, action: write(...key.entries) },
          {
            label: `All ${ahead.length + 1} read, go on`,
            action: write(...key.entries, ...ahead.map((x) => line('caution', { step: x.id }))),
          },
        ],
      },
    };
  }
  if (p.confirmJoint && !s.confirms.has(p.confirmJoint)) {
    const joint = p.confirmJoint;
    const thought = doubted(s, joint);
    const seen = list(seenAt(s, joint));
    return {
      ...said,
      title: `${p.title}: ${thought ? 'loose as thought?' : seen ? `${seen}, as seen. Loose too?` : 'how is it?'}`,
      why: p.detail ?? '',
      label: 'Answer it',
      action: {
        kind: 'ask',
        at,
        answers: (thought ? DOUBTED_OUTCOMES : NEUTRAL_OUTCOMES).map((outcome) => ({
          label: capital(outcome),
          action: write(...confirmLines(p.id, joint, outcome)),
        })),
      },
    };
  }
  const wanted = wantedAtStep(s, p, said);
  if (wanted) return wanted;
  const asked = lubricantAsked(s, p);
  if (asked)
    return {
      ...said,
      ...asked.line,
      action: { kind: 'ask', at, answers: asked.answers.map((a) => ({ label: a.label, action: write(...a.entries) })) },
    };
  const run = runFrom(s, p);
  const own = withTwin(s, p).length;
  const why = sayWhy(s, p) || (left === 1 ? 'One step after this one.' : `${left} steps after this one.`);
  if (run.length === own) return { ...said, title: `${key.title}.`, why, label: key.label, action: write(...key.entries) };
  const more = run.slice(own).map((x) => uncapital(turnedIn(s, x) ? `${x.title}, the right way round` : x.title));
  return {
    ...said,
    title: `${key.title}.`,
    why: `${why} With it: ${more.join('; ')}.`,
    label: key.label,
    action: {
      kind: 'ask',
      at,
      answers: [
        { label: key.label, action: write(...key.entries) },
        { label: `All ${run.length} done`, action: write(...run.flatMap((x) => doneLines(s, x))) },
      ],
    },
  };
}

/** What is to be known of a step while it is done. */
function sayWhy(s: JobState, p: PlannedStep): string {
  if (facingsOwed(s, p).length > 0)
    return `The drawing shows right and wrong; the photograph from the removal decides. ${p.detail ?? ''}`.trim();
  const heights = plainStep(p.id) === 'ride-height' ? sayHeights(atAxle(s, p.axle)) : '';
  return (heights && capital(`${heights}. `)) + (p.detail ?? '') + sayReady(s, p);
}

/**
 * The steps that follow one another from here and ask nothing: no caution that was not read, no question, no number, no wait, no
 * part that is awaited. Whoever knows the work does them in one go, and says so at the end of them. With several at it each says
 * their own.
 */
function runFrom(s: JobState, p: PlannedStep): readonly PlannedStep[] {
  const run = [...withTwin(s, p)];
  if (crewOf(s).length > 1) return run;
  const plan = planOf(s);
  const done = (id: StepId) => isStepDone(s, id) || run.some((x) => x.id === id);
  const waits = (id: StepId) => (plan.find((x) => x.id === id)?.soakMinutes ?? 0) > 0 && run.some((x) => x.id === id);
  for (const x of plan.slice(plan.findIndex((y) => y.id === p.id) + 1)) {
    if (done(x.id)) continue;
    const asks =
      x.fastener !== undefined ||
      x.fixed === true ||
      (x.confirmJoint !== undefined && !s.confirms.has(x.confirmJoint)) ||
      cautionOwed(s, x) ||
      lubricantsOwed(s, x).length > 0 ||
      upKey(s, x) !== undefined ||
      wantedAtStep(s, x, { time: '', title: '', station: 'work' }) !== undefined;
    if (asks || !x.needs.every(done) || x.needs.some(waits) || openTroubles(s).some((t) => t.step.id === x.id)) break;
    run.push(x);
  }
  return run;
}

/** The other side's step, where both are one pass of the hands and can be done now: penetrant is brushed on at both. */
function withTwin(s: JobState, p: PlannedStep): readonly PlannedStep[] {
  if (!p.together || crewOf(s).length > 1) return [p];
  const done = (id: StepId) => s.steps.get(id)?.body.state === 'done';
  return [p, ...planOf(s).filter((x) => x.together === p.together && x.id !== p.id && !done(x.id) && x.needs.every(done))];
}

/** As many cautions as are read in one go: more are not read. */
const MOST_AHEAD = 2;

/** The cautions of what comes next, each wording once, so that whoever knows the work reads them together; nobody's with several at it. */
function cautionsAhead(s: JobState, p: PlannedStep): readonly PlannedStep[] {
  if (crewOf(s).length > 1) return [];
  const plan = planOf(s);
  const out: PlannedStep[] = [];
  for (const x of plan.slice(plan.findIndex((y) => y.id === p.id) + 1)) {
    if (x.phase === 'fit' || x.fastener || out.length === MOST_AHEAD) break;
    if (!isStepDone(s, x.id) && cautionOwed(s, x) && x.caution !== p.caution && !out.some((y) => y.caution === x.caution))
      out.push(x);
  }
  return out;
}

/** What the key of a step says and writes. */
export interface StepKey {
  readonly title: string;
  readonly label: string;
  readonly entries: readonly Line[];
  /** Something is asked before it can be done: how the vehicle stands. */
  readonly asks?: string;
}

/** What puts the vehicle up, in its order. */
const UP: readonly string[] = ['chock', 'crack', 'raise'] satisfies readonly PlainStepId[];
/** Steps under the vehicle, or at a wheel that hangs. */
const needsUp = (p: PlannedStep): boolean => plainStep(p.id) === 'wheels-off' || ['undo', 'part off', 'fit'].includes(p.phase);

/** It hangs already, or nobody raised it: what is asked instead of the step. */
function upKey(s: JobState, p: PlannedStep): StepKey | undefined {
  // What raises it names its axle, or raises both.
  const plan = planOf(s).filter((x) => x.axle === p.axle || axleOfStep(x.id) === undefined);
  const done = (id: StepId) => s.steps.get(id)?.body.state === 'done';
  const wheelsOff = done(stepOfAxle(p.axle, s.axle, 'wheels-off'));
  if (UP.includes(plainStep(p.id)) && isUp(s.stands, p.axle)) {
    const left = plan.filter((x) => UP.includes(plainStep(x.id)) && x.axle === p.axle && !done(x.id));
    const raise = left.find((x) => plainStep(x.id) === 'raise');
    return {
      title: 'It hangs already. Is it safe as it hangs?',
      asks:
        [
          raise?.caution,
          s.setup?.equipment === 'jack and stands' ? `The ${otherEnd(p.axle)} wheels are chocked, the brake is on.` : '',
        ]
          .filter(Boolean)
          .join(' ') || 'Look at what holds it before anybody goes under it.',
      label: 'Checked, it is safe',
      entries: [
        ...(raise && cautionOwed(s, raise) ? [line('caution', { step: raise.id })] : []),
        ...left.map((x) => line('step', { step: x.id, state: 'done', already: true })),
      ],
    };
  }
  const state = stateOf(s.stands, p.axle);
  if (needsUp(p) && (state === 'on-wheels' || state === 'on-ramps'))
    return {
      title: `Nobody raised it: it stands ${sayState(state)}. Raised now?`,
      asks: `${capital(p.title)} needs it hanging. ${plan.find((x) => plainStep(x.id) === 'raise')?.caution ?? ''}`.trim(),
      label: wheelsOff ? 'It hangs, wheels off' : 'It hangs now',
      entries: [line('stands', standsBody(s, wheelsOff ? 'wheels-off' : 'both-hanging', p.axle))],
    };
  return undefined;
}

/**
 * What the key of a step says and writes, here and on its card: how the vehicle stands is asked where it stands otherwise; its
 * caution is read, or it is done; where it has a right way round, that it went on so.
 */
export function stepKey(s: JobState, p: PlannedStep): StepKey {
  const up = upKey(s, p);
  if (up) return up;
  const steps = withTwin(s, p);
  const title = steps.length > 1 ? p.together! : p.title;
  if (cautionOwed(s, p)) return { title, label: 'Read, go on', entries: steps.map((x) => line('caution', { step: x.id })) };
  return {
    title,
    label: turnedIn(s, p) ? 'In, the right way round' : steps.length > 1 ? 'Done, both sides' : 'Done',
    entries: steps.flatMap((x) => doneLines(s, x)),
  };
}

/** What must be there, set, measured or said before a step can be done. */
function wantedAtStep(s: JobState, p: PlannedStep, said: Omit<NextLine, 'why' | 'label' | 'action'>): NextLine | undefined {
  const goods = awaited(s, p);
  if (goods)
    return {
      ...said,
      time: 'wait',
      title: `${goods.choice.body.quantity} × ${goods.choice.body.part.name}: ${goods.promised ? `promised for ${sayWhen(goods.promised, s.context.rules.timeZone)}` : 'not looked at yet'}.`,
      why: 'It goes on when it is here and was looked at. Everything that can be done without it is done.',
      label: goods.stage === 'on its way' ? 'It is here' : 'Look at it',
      action: { kind: 'go', to: { station: 'settle', at: 'goods', joint: p.joint } },
    };
  const setting = setsLink(p.id) ? linkSetting(atAxle(s, p.axle)) : undefined;
  if (setting && !setting.set)
    return goToStep(
      {
        ...said,
        title: `Set both links to ${sayLength(setting.targetMm, 1, s.context.measures.length)} before they go on.`,
        why: `${capital(setting.by)}. By caliper, centre to centre; its thread says how far and how alike they can be.`,
        label: 'Set them',
      },
      p.id,
      'setting',
    );
  const height = heightAtStep(s, p, said);
  if (height) return height;
  const loose = plainStep(p.id) === 'finish' ? piecesAt(atAxle(s, p.axle)).filter((x) => !s.pieces.has(x.id)) : [];
  if (loose.length > 0)
    return goToStep(
      {
        ...said,
        title: `Removed parts: ${count(loose.length, 'piece')} left to say.`,
        why: 'Kept, moved over, renewed or binned, as somebody saw it; both sides at once where they are alike.',
        label: 'Say it',
      },
      p.id,
      'pieces',
    );
  return undefined;
}

/** On a rusty vehicle the tools of the first rungs lie ready before the step that may need them. */
export function sayReady(s: JobState, p: PlannedStep): string {
  if (p.phase !== 'undo' || !p.troubles?.length || !isRusty(s)) return '';
  const { first, last } = readyTools(p.troubles, p.there);
  return ` Rusty: ${list(first)} lie ready${last.length ? `; if it comes to cutting, ${list(last)}` : ''}.`;
}

/** What is measured from hub to arch: before it is raised, and again where the rubber is tightened. */
function heightAtStep(s: JobState, p: PlannedStep, said: Omit<NextLine, 'why' | 'label' | 'action'>): NextLine | undefined {
  const here = atAxle(s, p.axle);
  const id = plainStep(p.id);
  const up = isUp(s.stands, p.axle);
  if (id === 'height' && !heightsKnown(here) && up) {
    const at: SheetPlace = { station: 'work', step: p.id };
    return {
      ...said,
      time: 'now',
      title: 'Hub to arch cannot be measured while it hangs.',
      why: 'The rubber is tightened at that height. Let it down and measure; or tighten it at the end, on its wheels.',
      label: 'Say which',
      action: {
        kind: 'ask',
        at,
        answers: [
          {
            label: 'At the end, on its wheels',
            action: { kind: 'write', at, entries: [line('step', { step: p.id, state: 'cannot now' })] },
          },
          {
            label: 'It is down now',
            action: { kind: 'write', at, entries: [line('stands', standsBody(s, 'on-wheels', p.axle))] },
          },
        ],
      },
    };
  }
  if (id === 'height' && !heightsKnown(here))
    return goToStep(
      {
        ...said,
        why: p.detail ?? '',
        label: 'Write it down',
      },
      p.id,
      'height',
    );
  if (id === 'ride-height' && heightsKnown(here) && (!heightsAgain(here) || heightsOff(here)))
    return goToStep(
      {
        ...said,
        why: heightsOff(here)
          ? `${sayHeightsAgain(here)} Then measure again.`
          : `${capital(sayHeights(here))}. Measure again, both sides, with the arms up.`,
        label: 'Write it down',
      },
      p.id,
      'height',
    );
  return undefined;
}
