import type { JobState } from '../fold';
import { goTo, mins, type NextLine } from './line';

/** What is still to be heard: the noise, or why the vehicle is here. */
export function nextToListen(s: JobState): NextLine | undefined {
  const { kind } = s.context;
  if (kind === 'noise' ? s.complaint : s.purpose) return undefined;
  const line = { station: 'listen' as const, label: 'Listen' };
  if (kind === 'noise')
    return goTo(
      {
        ...line,
        time: mins(3),
        title: 'Write down what the customer hears, and when.',
        why: 'Where and when decide more than the sound itself.',
      },
      'complaint',
    );
  return goTo(
    {
      ...line,
      time: mins(1),
      title: kind === 'failed inspection' ? 'Write down what it failed on, and by whose rule.' : 'Write down why it is here.',
      why: 'It stands on the strip, and on the customer’s sheet.',
    },
    'complaint',
  );
}
