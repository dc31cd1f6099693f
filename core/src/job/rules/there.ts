import { isJointId, type JointId } from '../../joint';
import type { Line } from '../../ledger';
import type { JobState } from '../fold';

/** Every joint a line names, wherever in it that stands. */
function jointsNamed(x: unknown): JointId[] {
  if (typeof x === 'string') return isJointId(x) ? [x] : [];
  return x && typeof x === 'object' ? Object.values(x).flatMap(jointsNamed) : [];
}

/** The joints a line names that this vehicle does not have: of those nothing can be found, chosen or told. */
export const notThere = (s: JobState, { body }: Pick<Line, 'body'>): JointId[] =>
  [...new Set(jointsNamed(body))].filter((id) => !s.joints.has(id));
