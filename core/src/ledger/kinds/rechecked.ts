import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export const RECHECK_RESULTS = ['tight', 'tightened again', 'loose'] as const;

const body = bodyOf(({ z, note, uuid }) => z.object({ recheck: uuid, result: z.enum(RECHECK_RESULTS), note }));
/** A recheck made, by the id of its entry. */
export type RecheckedBody = Body<typeof body>;

export const rechecked = entryKind(body)({
  example: {
    recheck: '0193a000-0000-7000-8000-00000000000a',
    result: 'tight',
    note: '',
  },
  who: AT_THE_VEHICLE,
  afterHandBack: true,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.recheck },
  say: (b) => `Rechecked: ${b.result}`,
});
