import { splitFastener } from '../../joint/fasteners';
import { sayGroup } from '../../torque/audit';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, fastenerId, nm, speakingWrench, text }) =>
  z.object({
    fastener: fastenerId,
    clicks: z.int().min(0).max(100),
    of: z.int().min(1).max(100),
    /** What was to be pulled at the end, N·m: the lower end of a published range. */
    targetNm: nm.nullable(),
    targetMaxNm: nm.optional(),
    targetText: text(60),
    source: text(200),
    /** What the last round was really pulled at, least and most. */
    pulled: z.object({ minNm: nm, maxNm: nm }).optional(),
    /** Said for the whole group at once, with the value read off the wrench. */
    saidAtOnce: z.boolean().optional(),
    /** The wrench that counted them; none where a person did. */
    wrench: speakingWrench.optional(),
  }),
);
/** A group counted by the wrench's clicks, at the value it was set to. */
export type ClicksBody = Body<typeof body>;

export const clicks = entryKind(body)({
  example: {
    fastener: 'front.left.wheel-nut',
    clicks: 16,
    of: 16,
    targetNm: 110,
    targetMaxNm: 120,
    targetText: '110–120 N·m',
    source: 'book',
    pulled: { minNm: 112, maxNm: 116 },
    saidAtOnce: false,
    wrench: { id: 'wrench-1', name: 'Torque wrench 20–200', simulated: true },
  },
  version: 2,
  // The first version was pulled at what was wanted, counted by hand.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) => `${w.fastener(b.fastener)}: ${sayGroup(splitFastener(b.fastener)?.kind ?? 'bracket-bolt', b)}`,
});
