import type { JobView, PracticeView } from '@ash-knot/contract';
import type { Entry, JobContext } from '@ash-knot/core';

/** A practice vehicle, and what its learner is told of it; null where it is a real one. It is done with when it ends on its tape. */
export function practiceOf(v: JobView | PracticeView | null, entries: readonly Entry[]): PracticeView['practice'] | null {
  if (!v || !('practice' in v)) return null;
  const ends = v.practice.diagnosisOnly ? ['verdict', 'hand-back'] : ['hand-back'];
  return { ...v.practice, closed: v.practice.closed || entries.some((e) => ends.includes(e.kind)) };
}

/** How far it is practised on; false for a real one. */
export const lengthOf = (v: JobView | PracticeView): JobContext['practice'] =>
  'practice' in v && (v.practice.diagnosisOnly ? 'diagnosis' : 'whole');
