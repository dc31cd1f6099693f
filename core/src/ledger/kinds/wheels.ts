import { WHEEL_MATERIALS } from '../../torque/book';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z }) => z.object({ material: z.enum(WHEEL_MATERIALS) }));
/** What the wheels on it are made of: some makers torque their nuts by it. */
export type WheelsBody = Body<typeof body>;

export const wheels = entryKind(body)({
  example: { material: 'alloy' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Wheels of ${b.material}`,
});
