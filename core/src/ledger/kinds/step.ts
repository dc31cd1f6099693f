import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, stepId }) =>
  z.object({
    step: stepId,
    state: z.enum(['done', 'undone']),
    /** Its hands-free wait was not waited for. */
    soak: z.enum(['cut short']).optional(),
  }),
);
/** A step of the plan done, or taken back. */
export type StepBody = Body<typeof body>;

export const step = entryKind(body)({
  example: {
    step: 'soak-left',
    state: 'done',
    soak: 'cut short',
  },
  version: 2,
  // The first version always waited.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${w.step(b.step)}: ${b.soak ? 'the wait was cut short' : b.state}`,
});
