import type { JobState } from '../fold';
import { handBackBlockers } from '../rules/hand-back';
import { alignmentOwed } from '../rules/work';
import { goTo, mins, type NextLine } from './line';

/** The proof, what is still owed, the hand-back. */
export function nextToProve(s: JobState): NextLine {
  if (!s.roadTest)
    return goTo({
      time: mins(10),
      title: 'Same bump, same road: is it quiet?',
      why: 'Every fastener has its record.',
      label: 'Record the drive',
      station: 'prove',
    });
  if (alignmentOwed(s) && !s.alignment)
    return goTo({
      time: 'wait',
      title: 'An alignment check is owed.',
      why: 'Arms, tie rods or the like were renewed.',
      label: 'Prove',
      station: 'prove',
    });
  const [first, ...more] = handBackBlockers(s);
  if (first)
    return goTo({
      time: 'now',
      title: first,
      why: more.length ? `${more.length} more before the hand-back.` : 'The last thing before the hand-back.',
      label: 'Show it',
      station: 'prove',
    });
  return goTo({ time: mins(2), title: 'Hand it back.', why: 'Nothing is open.', label: 'Hand back', station: 'prove' });
}
