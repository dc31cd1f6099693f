import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, note }) => z.object({ state: z.enum(['done', 'booked']), note }));
export type AlignmentBody = Body<typeof body>;

export const alignment = entryKind(body)({
  example: {
    state: 'booked',
    note: '',
  },
  who: AT_THE_VEHICLE,
  afterHandBack: true,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Alignment ${b.state}`,
});
