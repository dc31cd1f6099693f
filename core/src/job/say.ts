import { sayFault, sayKind, splitFault, twinFault } from '../diagnosis';
import type { Cause } from '../ledger';
import { list, plural } from '../text';
import type { JobState } from './fold';

/** "left ball joint and wheel bearing" from ids of joints or faults, both sides told once. */
export function sayJoints(s: JobState, ids: readonly Cause[]): string {
  const d = s.context.rules.dialect;
  const all = new Set<string>(ids);
  const names = ids.flatMap((id) => {
    const f = splitFault(id);
    if (!f || !all.has(twinFault(id)!)) return [sayFault(id, d)];
    return f.side === 'left' ? [plural(`both ${sayKind(f.kind, d)}`)] : [];
  });
  return list(names);
}

/** "both frame bushings", or "the left frame bushing". */
export function sayBoth(s: JobState, ids: readonly Cause[]): string {
  const said = sayJoints(s, ids);
  return said.startsWith('both ') ? said : `the ${said}`;
}
