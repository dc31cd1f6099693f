import { EQUIPMENT } from '../../plan/step';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z }) => z.object({ equipment: z.enum(EQUIPMENT), corroded: z.boolean() }));
export type SetupBody = Body<typeof body>;

export const setup = entryKind(body)({
  example: {
    equipment: 'lift',
    corroded: true,
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `On ${b.equipment}${b.corroded ? ', rusty' : ''}`,
});
