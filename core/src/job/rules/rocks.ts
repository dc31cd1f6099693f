import type { JobState } from '../fold';
import type { Rock } from '../state/looks';

/** Whether it was asked since at which joint it moves, and could not be told. */
export function askedSince(s: JobState, r: Rock): boolean {
  const at = s.kept.check.findIndex((e) => e.id === r.entry);
  return s.kept.check
    .slice(at + 1)
    .some((e) => e.body.check === r.check && e.body.results.some((x) => (r.joints as readonly string[]).includes(x.joint)));
}

/** The last movement that was felt and is not known at which joint: that is asked before anything else is looked at. */
export const openRock = (s: JobState): Rock | undefined =>
  s.rocks.findLast((r) => !askedSince(s, r) && r.joints.some((id) => s.joints.get(id)?.state === 'can’t tell yet'));
