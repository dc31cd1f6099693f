import { TROUBLES } from '../../plan/ladder';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, stepId, text }) =>
  z.object({ step: stepId, ladder: z.enum(TROUBLES), rung: text(40).min(1), title: text(200).min(1), worked: z.boolean() }),
);
/** Which rung of a ladder was tried at a step, by its name at the time, and whether it did it. */
export type RungBody = Body<typeof body>;

export const rung = entryKind(body)({
  example: { step: 'link-off-left', ladder: 'stud spins', rung: 'pliers', title: 'Locking pliers on the stud', worked: true },
  version: 2,
  // The first version wrote down only what had worked.
  upcasts: { 1: (b) => ({ ...b, worked: true }) },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => `${w.step(b.step)}, ${b.ladder}: ${b.title}${b.worked ? '' : ': did not do it'}`,
});
