import { BadInput } from '../../error';
import { isJointId, partsOf } from '../../joint';
import type { EntryBodies } from '../../ledger';

/**
 * A look as it can have been made: with one side up the other one stands on its wheel, and is looked at by itself.
 * @throws BadInput where joints of both sides are named
 */
export function checkLook({ state, results }: EntryBodies['check']): void {
  const sides = new Set(results.flatMap((r) => (isJointId(r.joint) ? [partsOf(r.joint).side] : [])));
  if (state === 'one-side-up' && sides.size > 1)
    throw new BadInput('results', 'name both sides, and one side was up: each is looked at by itself');
}
