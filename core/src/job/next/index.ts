import type { Station } from '../context';
import type { Diagnosis } from '../../diagnosis';
import { capital, spoken } from '../../text';
import type { JobState } from '../fold';
import { untold } from '../rules/hand-back';
import { sayJoints } from '../say';
import { nextToLook } from './changed';
import { nextToFind } from './find';
import { goTo, type NextLine } from './line';
import { nextToListen } from './listen';
import { nextOfLeft, nextToSettleDoubt } from './owed';
import { nextToProve } from './prove';
import { nextToSettle } from './settle';
import { nextToWork } from './work';
import { nextToTrouble } from './trouble';

/** Something dangerous was found that the work does not renew, and nobody has been told of it. */
function nextToTell(s: JobState): NextLine | undefined {
  const dangerous = untold(s);
  if (dangerous.length === 0) return undefined;
  return {
    time: 'now',
    title: `${capital(sayJoints(s, dangerous))}: do not return to the road.`,
    why: 'Tell the owner before doing anything else, and record who was told.',
    label: 'Told, record it',
    station: 'find',
    action: { kind: 'go', to: { station: 'find', at: 'told' } },
  };
}

const handedBack: NextLine = goTo(
  {
    time: 'done',
    title: 'Handed back.',
    why: 'The sheet stays open to read; rechecks are on the floor.',
    label: 'See the sheet',
    station: 'prove',
  },
  'sheet',
);

/** A practice vehicle is done with: for the diagnosis alone with its verdict, else handed back. */
const practised = (title: string, why: string, station: Station): NextLine =>
  goTo({ time: 'done', title, why, label: 'See how it went', station }, 'review');

/**
 * What to do now and why: one thing, station by station in the order technicians work; which check, the plan says.
 * @param nowMs clock of the caller, for soaks that run (ms since 1970)
 * @param d the diagnosis, undefined while it is being worked out
 * @param failed why it could not be worked out; what is owed is asked for all the same
 * @param me the id of who reads it, where several are at the work
 */
export function nextLine(s: JobState, nowMs: number, d?: Diagnosis, failed = '', me?: string): NextLine {
  const line = nextOf(s, nowMs, d, failed, me);
  const say = (t: string) => spoken(t, s.context.rules.dialect);
  return { ...line, title: say(line.title), why: say(line.why), label: say(line.label) };
}

function nextOf(s: JobState, nowMs: number, d: Diagnosis | undefined, failed: string, me?: string): NextLine {
  const { practice } = s.context;
  if (s.handBack)
    return practice ? practised('Handed back.', 'What it was, and how it went, is in its review.', 'prove') : handedBack;
  if (practice === 'diagnosis' && s.verdict)
    return practised(
      'The verdict stands.',
      'It was for the diagnosis alone. What it was, and how it went, is in its review.',
      'find',
    );
  return (
    nextToTell(s) ??
    nextToLook(s) ??
    nextToSettleDoubt(s) ??
    nextToListen(s) ??
    nextOfLeft(s) ??
    nextToFind(s, d, failed) ??
    // What went wrong under somebody's hands comes before what the office owes.
    nextToTrouble(s) ??
    nextToSettle(s) ??
    nextToWork(s, nowMs, me) ??
    nextToProve(s)
  );
}

export { plannedChecks } from './find';
export { lookEntry, nextAtTheRock, standsBody } from './round';
export { lubricantLines, sayLubricantAsked } from './done';
export { confirmLines, sayReady, stepKey } from './step';
export { rungLines } from './trouble';
export { runningWaits, type RunningWait } from './waits';
export { mins } from './line';
export { answersOf, placeOf } from './line';
export type { NextAction, NextAnswer, NextLine, SheetPlace, PlaceName } from './line';
