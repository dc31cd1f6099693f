import type { JobState } from '../fold';
import { goTo, mins, type NextLine } from './line';

/** What is still to be heard. */
export function nextToListen(s: JobState): NextLine | undefined {
  if (s.context.kind !== 'noise' || s.complaint) return undefined;
  return goTo(
    {
      time: mins(3),
      title: 'Write down what the customer hears, and when.',
      why: 'Where and when decide more than the sound itself.',
      label: 'Listen',
      station: 'listen',
    },
    'complaint',
  );
}
