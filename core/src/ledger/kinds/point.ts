import { capital } from '../../text/words';
import { AXLES } from '../../vehicle/words';
import { MORE_POINTS, POINTS, sayPoint } from '../../vehicle/points';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, text }) => {
  const mm = z.number().min(-3000).max(3000);
  return z.object({
    axle: z.enum(AXLES),
    point: z.enum([...POINTS, ...MORE_POINTS]),
    /** In the type's axes, of the left side, mm. */
    at: z.tuple([mm, mm, mm]).readonly(),
    /** As it was written. */
    text: text(80).min(1),
  });
});
/** A hard point measured on this vehicle: it overrules the type's, for this vehicle and its later visits. */
export type PointBody = Body<typeof body>;

export const point = entryKind(body)({
  example: { axle: 'front', point: 'linkMount', at: [-62, 615, 575], text: '62 mm behind, 615 mm out, 575 mm up' },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => `${b.axle}.${b.point}` },
  say: (b) => capital(`${sayPoint(b.point)}, ${b.axle}, measured: ${b.text}`),
});
