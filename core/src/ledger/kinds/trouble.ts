import { LADDERS, TROUBLES } from '../../plan/ladder';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, stepId }) => z.object({ step: stepId, what: z.enum(TROUBLES) }));
/** Something went wrong at a step. */
export type TroubleBody = Body<typeof body>;

export const trouble = entryKind(body)({
  example: {
    step: 'link-off-left',
    what: 'stud spins',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => `${w.step(b.step)}: ${w.say(LADDERS[b.what].title).toLowerCase()}`,
});
