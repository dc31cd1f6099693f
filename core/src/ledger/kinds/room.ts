import { MOST_TURNS, SWING_DEG, TURNER_NAMES } from '../../plan/room';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, stepId }) =>
  z.object({
    step: stepId,
    swingDeg: z.number().min(SWING_DEG[0]).max(SWING_DEG[1]),
    turns: z.number().positive().max(MOST_TURNS),
    turner: z.enum(TURNER_NAMES),
  }),
);
/** There is little room to swing at a step: how far a handle goes, how many turns, and with what it is turned. */
export type RoomBody = Body<typeof body>;

export const room = entryKind(body)({
  example: { step: 'link-off-left', swingDeg: 25, turns: 10, turner: 'ratchet, 72 teeth' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${w.step(b.step)}: room to swing ${b.swingDeg}°, ${b.turns} turns with the ${b.turner}`,
});
