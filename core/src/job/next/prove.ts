import type { JobState } from '../fold';
import { causesElsewhere, handBackBlockers, recheckOwed, type Blocker } from '../rules/hand-back';
import { sayDistance } from '../../units';
import { sayBoth } from '../say';
import { owedJoints } from '../rules/debts';
import { leftAt } from '../rules/danger';
import { aimOwed } from '../rules/aim';
import { tightenStep, type StepId } from '../../plan';
import { AIM_RESULTS, type Line } from '../../ledger';
import { workJoints } from '../rules/planned';
import { facingsOwed } from '../rules/work';
import { planOf } from '../rules/plan-of';
import { nextToLook } from './changed';
import { goTo, goToStep, line as write, mins, type NextAnswer, type NextLine, type SheetPlace } from './line';
import { nextAtTheRock, nextElsewhere, nextOwed } from './round';

/** What is still owed, the proof, the hand-back. */
export function nextToProve(s: JobState): NextLine {
  // A recheck is set with the hand-back, by the distance that is read then.
  const blockers = handBackBlockers(s).filter((b) => b.at !== 'recheck');
  // Nobody drives it before what is owed for safety is done.
  const first = blockers.find((b) => b.at === 'check' || b.at === 'elsewhere') ?? blockers[0];
  return first ? sayBlocker(s, first, blockers.length) : nextToHandBack(s);
}

/** What ends what holds it. @param n how many hold it */
function sayBlocker(s: JobState, b: Blocker, n: number): NextLine {
  const base = {
    time: 'now',
    title: b.sentence,
    why: b.ends ? b.ends : n > 1 ? `${n - 1} more before the hand-back.` : 'The last thing before the hand-back.',
    label: 'Show it',
    station: 'prove' as const,
  };
  switch (b.at) {
    case 'drive':
      return goTo(
        {
          ...base,
          time: mins(10),
          ...(workJoints(s).length === 0
            ? {
                title: `Put ${sayBoth(s, causesElsewhere(s))} right, then drive it: is it quiet?`,
                why: 'No joint of the plate: mended by its maker’s procedure, and what was done is a note on the tape.',
              }
            : { title: 'Same bump, same road: is it quiet?', why: 'Every fastener is recorded.' }),
          label: 'Record the drive',
        },
        'road',
      );
    case 'aim':
      return askAim(s, base);
    case 'alignment':
      return goTo({ ...base, time: 'wait', title: b.sentence, why: 'Arms, tie rods or the like were renewed.' }, 'alignment');
    case 'recheck':
      return goTo({ ...base, title: 'Set the recheck.', label: 'Set it' }, 'recheck');
    case 'check':
      return (
        nextAtTheRock(s) ??
        nextOwed(s, [...new Set([...owedJoints(s), b.joint])]) ??
        goTo({ ...base, station: 'find' }, 'verdict', b.joint)
      );
    case 'elsewhere':
      return nextElsewhere(s, b.check);
    case 'proof':
      return goTo(base, 'proof', b.joint);
    case 'contradiction':
      return goTo({ ...base, station: 'find' }, 'contradiction', b.joint);
    case 'verdict':
      return goTo({ ...base, station: 'find' }, 'verdict');
    case 'complaint':
      return goTo({ ...base, station: 'listen' }, 'complaint');
    case 'answer':
      return goTo({ ...base, station: 'settle' }, 'answer');
    case 'changed':
      return nextToLook(s)!;
    case 'told':
      return goTo(base, 'told');
    case 'fastener':
      return goToStep({ ...base, station: 'work' }, tightenStep(b.fastener), `fastener ${b.fastener}`);
    case 'goods':
      return goTo({ ...base, station: 'settle', label: 'Look at it' }, 'goods', b.joint);
    case 'setting':
      return goTo({ ...base, station: 'work' }, 'setting', b.joint);
    case 'also':
      return goTo({ ...base, station: 'work' }, 'also');
    case 'again':
      return atStep(base, b.step, []);
    case 'step':
      return goToStep({ ...base, station: 'work' }, b.step);
    case 'orientation':
      return atStep(base, b.step, [
        {
          label: 'It is the right way round',
          action: { kind: 'write', at: { station: 'work', step: b.step }, entries: facingLines(s, b.step) },
        },
      ]);
  }
}

/** Whether the work came to what the job was for: yes, no, or not known yet. */
function askAim(s: JobState, base: Omit<NextLine, 'action'>): NextLine {
  const asked = aimOwed(s)!;
  const at: SheetPlace = { station: 'prove', at: 'road' };
  return {
    ...base,
    time: mins(asked.minutes),
    title: asked.asks,
    why: asked.how,
    label: 'Say how it is',
    action: {
      kind: 'ask',
      at,
      answers: AIM_RESULTS.map((result) => ({
        label: asked.answers[result],
        action: { kind: 'write', at, entries: [write('aim', { aim: asked.aim, result, note: '' })] },
      })),
    },
  };
}

/** That everything of a step that faces one way was looked at, and is right. */
function facingLines(s: JobState, id: StepId): Line[] {
  const step = planOf(s).find((p) => p.id === id)!;
  return facingsOwed(s, step).map((orientation) => write('orientation', { step: id, joint: step.joint!, orientation }));
}

/** Something that went on and does not stand as it is: it comes off again, where nothing better can be said of it. */
const atStep = (base: Omit<NextLine, 'action'>, step: StepId, right: readonly NextAnswer[]): NextLine => ({
  ...base,
  station: 'work',
  label: 'Show it',
  action: {
    kind: 'ask',
    at: { station: 'work', step },
    answers: [
      ...right,
      {
        label: 'It comes off again',
        action: { kind: 'write', at: { station: 'work', step }, entries: [write('step', { step, state: 'undone' })] },
      },
    ],
  },
});

/** Nothing holds it: it goes back, for the road or not. */
function nextToHandBack(s: JobState): NextLine {
  const danger = leftAt(s).length > 0;
  return goTo(
    {
      time: mins(2),
      title: danger ? 'Hand it back: not to be driven.' : 'Hand it back.',
      why: danger
        ? 'It leaves as it stands, and the sheet says that it must not return to the road.'
        : workJoints(s).length === 0 && s.undone.size === 0
          ? s.answers.some((a) => a.body.answer !== 'approved')
            ? 'What was found was declined or put off; the sheet says so, and what was warned.'
            : causesElsewhere(s).length > 0
              ? 'It was driven, and nothing is open.'
              : 'Nothing was done to it, and nothing is open.'
          : `Nothing is open.${recheckOwed(s) ? ` The recheck after ${sayDistance(s.context.rules.recheckKm, s.context.measures.distance)} is set with it.` : ''}`,
      label: 'Hand back',
      station: 'prove',
    },
    'hand-back',
  );
}
