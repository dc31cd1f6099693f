import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export const ROAD_RESULTS = ['quiet', 'better', 'same', 'worse', 'not driven'] as const;

/** The proof: the same bump again after the work. */
export interface RoadTestBody {
  result: (typeof ROAD_RESULTS)[number];
  note: string;
}

export const roadTest = entryKind<RoadTestBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Same bump: ${b.result}`,
});
