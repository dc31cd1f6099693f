import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, stepId }) =>
  z.object({
    step: stepId,
    /** "Cannot now": as it stands it cannot be done, and the plan puts it where it can. */
    state: z.enum(['done', 'undone', 'cannot now']),
    /** It was so when it was looked at: nobody did it now. */
    already: z.literal(true).optional(),
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
  version: 3,
  // The first version always waited; the second knew nothing of what was so already.
  upcasts: { 1: (b) => b, 2: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${w.step(b.step)}: ${b.soak ? 'the wait was cut short' : b.already ? 'it was so already' : b.state}`,
});
