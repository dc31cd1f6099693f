import { SWELLS, type Lubricant } from '../../bushing';
import type { Line } from '../../ledger';
import type { PlannedStep } from '../../plan';
import { capital } from '../../text';
import type { JobState } from '../fold';
import { facingsOwed, lubricantsOwed, swells } from '../rules/work';
import { line } from './line';

/** Which way round it went on is still to be said with it. */
export const turnedIn = (s: JobState, p: PlannedStep): boolean => facingsOwed(s, p).length > 0;

/** A step done; where it has a right way round, that it went on so. */
export const doneLines = (s: JobState, p: PlannedStep): Line[] => [
  ...facingsOwed(s, p).map((orientation) => line('orientation', { step: p.id, joint: p.joint!, orientation })),
  line('step', { step: p.id, state: 'done' }),
];

/** What is asked before it is done: what is on its rubber, or what took the place of what swells it. */
export const sayLubricantAsked = (s: JobState, p: PlannedStep): string =>
  swells(s, p.id)
    ? 'mineral grease does it harm. Wiped off, washed with soap: what is on it now?'
    : `${turnedIn(s, p) ? 'in, the right way round. ' : ''}What is on it?`;

/** What is on the rubber, and with it that the step is done; what swells it is on the tape, and the step stays open. */
export const lubricantLines = (s: JobState, p: PlannedStep, what: Lubricant): Line[] => [
  line('lubricant', { step: p.id, joint: p.joint!, what }),
  ...(what === SWELLS ? [] : doneLines(s, p)),
];

/** What the strip says and offers where it is still to be said what is on the rubber of a step. */
export function lubricantAsked(s: JobState, p: PlannedStep) {
  const owed = lubricantsOwed(s, p);
  if (!owed.length) return undefined;
  return {
    line: { title: `${p.title}: ${sayLubricantAsked(s, p)}`, why: p.detail ?? '', label: 'Say it' },
    answers: owed.map((what) => ({ label: capital(what), entries: lubricantLines(s, p, what) })),
  };
}
