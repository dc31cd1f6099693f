import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, fastenerId }) => z.object({ fastener: fastenerId, count: z.int().min(0).max(20) }));
/** Undone beside the plan, to get at something: so many of a group. None any more is a slip taken back. */
export type UndoneBody = Body<typeof body>;

export const undone = entryKind(body)({
  example: {
    fastener: 'front.left.bracket-bolt',
    count: 1,
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) =>
    b.count === 0 ? `${w.fastener(b.fastener)}: not undone after all` : `${w.fastener(b.fastener)}: ${b.count} undone`,
});
