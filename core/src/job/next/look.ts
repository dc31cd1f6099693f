import { elsewhereChecks, type ElsewhereCheckId } from '../../diagnosis';
import type { CheckId, JointId } from '../../joint';
import type { JobState } from '../fold';
import { countingStates, settledBy, standingOf } from '../rules/clearance';
import { line, type NextAnswer } from './line';

/**
 * A look at a joint by a check: the key leads there, and there it writes the common case, that all of it is tight, in the
 * state in which the vehicle was said to stand. Where nobody said so, or it shows nothing as it stands, it only leads there.
 */
export function lookAt(s: JobState, joint: JointId, check: CheckId): NextAnswer['action'] {
  const to = { station: 'find', at: 'results', joint, check } as const;
  const state = standingOf(s);
  const results = settledBy(s, joint, check, 'tight');
  if (!state || results.length === 0 || !countingStates(s, joint, check).includes(state)) return { kind: 'go', to };
  return { kind: 'write', at: to, there: 'All tight', entries: [line('check', { check, state, results })] };
}

/** The same for what is no joint of the plate. */
export function lookElsewhere(s: JobState, id: ElsewhereCheckId): NextAnswer['action'] {
  const to = { station: 'find', at: 'results', elsewhere: id } as const;
  const state = standingOf(s);
  const check = elsewhereChecks(s.context.type).find((c) => c.id === id);
  if (!state || !check?.states.includes(state)) return { kind: 'go', to };
  const results = check.finds.map((joint) => ({ joint, result: 'tight' as const }));
  return { kind: 'write', at: to, there: 'Nothing there', entries: [line('check', { check: id, state, results })] };
}
