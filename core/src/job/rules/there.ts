import { isJointId, type JointId } from '../../joint';
import type { Entry, EntryBodies, EntryKind, Line } from '../../ledger';
import type { JobState } from '../fold';
import { planOf } from './plan-of';
import { piecesOf } from './work';

/** Every joint a line names, wherever in it that stands. */
function jointsNamed(x: unknown): JointId[] {
  if (typeof x === 'string') return isJointId(x) ? [x] : [];
  return x && typeof x === 'object' ? Object.values(x).flatMap(jointsNamed) : [];
}

/** What else a line names of its own job, by the field it stands in. */
interface Names {
  readonly step?: string;
  readonly piece?: string;
}
const NAMES: { readonly [K in EntryKind]?: (b: EntryBodies[K]) => Names } = {
  step: (b) => b,
  // A rung's is read under its step and its own name.
  caution: (b) => ({ step: b.step.split(' ')[0]! }),
  trouble: (b) => b,
  rung: (b) => b,
  way: (b) => b,
  room: (b) => b,
  lubricant: (b) => b,
  orientation: (b) => b,
  piece: (b) => ({ piece: b.piece }),
};
/** Whether a line names a step or a piece, which only a job that is read can tell it has. */
export const namesOfPlan = (kind: EntryKind): boolean => Object.hasOwn(NAMES, kind);

/**
 * What a line names that this job does not have: a step that is in no plan of it, a piece that does not come off. Each with
 * the field it stands in and a sentence's end.
 */
export function notInJob(s: JobState, line: Pick<Entry, 'kind' | 'body'>): { readonly field: string; readonly why: string }[] {
  const { step, piece } = (NAMES[line.kind] as ((b: unknown) => Names) | undefined)?.(line.body) ?? {};
  return [
    ...(step !== undefined && !planOf(s).some((p) => p.id === step)
      ? [{ field: 'step', why: `is no step of this job: ${step}` }]
      : []),
    ...(piece !== undefined && !piecesOf(s).some((p) => p.id === piece)
      ? [{ field: 'piece', why: `is no piece that comes off in this job: ${piece}` }]
      : []),
  ];
}

/** The joints a line names that this vehicle does not have: of those nothing can be found, chosen or told. */
export const notThere = (s: JobState, { body }: Pick<Line, 'body'>): JointId[] =>
  [...new Set(jointsNamed(body))].filter((id) => !s.joints.has(id));
