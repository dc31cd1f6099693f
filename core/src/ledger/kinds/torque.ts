import { sayWrench, TORQUE_METHODS } from '../../torque/audit';
import { trimmed } from '../../units/quantity';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, fastenerId, nm, speakingWrench, text }) =>
  z.object({
    fastener: fastenerId,
    /** Where the wrench was to be set, N·m; the lower end of a published range. */
    targetNm: nm,
    /** The upper end, where a range is published. */
    targetMaxNm: nm.optional(),
    targetText: text(60),
    source: text(200),
    achievedNm: nm,
    value: z.number().positive().max(9000),
    unit: text(12).min(1),
    method: z.enum(TORQUE_METHODS),
    detail: text(300).optional(),
    /** The wrench that said it; none where a person wrote the number. */
    wrench: speakingWrench.optional(),
    /** Said for several at once: each clicked at what was set. */
    saidAtOnce: z.literal(true).optional(),
    /** Written before it was asked how a nut is kept. */
    lockUnasked: z.literal(true).optional(),
  }),
);
/** What a fastener was tightened to, what was to be set and where that is written. */
export type TorqueBody = Body<typeof body>;

export const torque = entryKind(body)({
  example: {
    fastener: 'front.left.link-lower-nut',
    targetNm: 45,
    targetMaxNm: 50,
    targetText: '45–50 N·m',
    source: 'book',
    achievedNm: 48.2,
    value: 48.2,
    unit: 'N·m',
    method: 'wrench with adapter',
    detail: 'set 44 N·m',
    wrench: { id: 'wrench-1', name: 'Torque wrench 20–200', simulated: true },
    saidAtOnce: true,
    lockUnasked: true,
  },
  version: 3,
  // The first version had neither ranges nor the wrench; the second did not ask how a nut is kept.
  upcasts: { 1: (b) => b, 2: (b) => ({ ...b, lockUnasked: true }) },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => b.fastener },
  say: (b, w) =>
    `${w.fastener(b.fastener)}: ${trimmed(b.achievedNm, 1)} N·m for ${b.targetText}, ${b.method}${sayWrench(b.wrench)}${b.saidAtOnce ? ', said together' : ''}${b.detail ? ` (${b.detail})` : ''}`,
});
