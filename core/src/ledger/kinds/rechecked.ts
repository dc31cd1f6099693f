import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export const RECHECK_RESULTS = ['tight', 'tightened again', 'loose'] as const;

/** A recheck made, by the id of its entry. */
export interface RecheckedBody {
  recheck: string;
  result: (typeof RECHECK_RESULTS)[number];
  note: string;
}

export const rechecked = entryKind<RecheckedBody>()({
  who: AT_THE_VEHICLE,
  afterHandBack: true,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.recheck },
  say: (b) => `Rechecked: ${b.result}`,
});
