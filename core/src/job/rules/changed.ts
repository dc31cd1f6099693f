import type { Entry } from '../../ledger';
import type { JobState } from '../fold';

/** What was changed in the file since the job was opened, and nobody here has looked at. */
export function unseenChanges(s: JobState): readonly Entry<'changed'>[] {
  const seen = new Set(s.kept.looked.flatMap((e) => e.body.changes));
  return s.kept.changed.filter((e) => !seen.has(e.id));
}

/** "Front axle, track: now 1510 mm, was 1490 mm." Of many the first ones: all of them are on the tape. */
export function sayChanges(changes: readonly Entry<'changed'>[]): string {
  const says = changes.flatMap((e) => e.body.says);
  const more = Math.max(0, says.length - 3) + changes.reduce((n, e) => n + (e.body.more ?? 0), 0);
  return `${says.slice(0, 3).join(' ')}${more > 0 ? ` And ${more} more, on the tape.` : ''}`;
}
