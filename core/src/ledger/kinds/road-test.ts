import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export const ROAD_RESULTS = ['quiet', 'better', 'same', 'worse', 'not driven'] as const;

const body = bodyOf(({ z, note }) => z.object({ result: z.enum(ROAD_RESULTS), note }));
/** The proof: the same bump again after the work. */
export type RoadTestBody = Body<typeof body>;

export const roadTest = entryKind(body)({
  example: {
    result: 'quiet',
    note: '',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Same bump: ${b.result}`,
});
