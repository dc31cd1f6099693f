import { WAYS } from '../../plan/times';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, stepId }) => z.object({ step: stepId, way: z.enum(WAYS) }));
/** Which way a step is gone, where there are two. */
export type WayBody = Body<typeof body>;

export const way = entryKind(body)({
  example: {
    step: 'bushing-off-left',
    way: 'field',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${w.step(b.step)}: ${b.way === 'manual' ? 'by the manual' : 'as it is done here'}`,
});
