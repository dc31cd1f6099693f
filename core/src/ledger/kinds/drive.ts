import { HEARD, MANOEUVRES } from '../../diagnosis/words';
import { sayManoeuvre } from '../../diagnosis/reproduce';
import { uncapital } from '../../text/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z }) => z.object({ manoeuvre: z.enum(MANOEUVRES), heard: z.enum(HEARD) }));
/** One manoeuvre of the shop's own drive. */
export type DriveBody = Body<typeof body>;

export const drive = entryKind(body)({
  example: {
    manoeuvre: 'braking',
    heard: 'quiet',
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.manoeuvre },
  say: (b) => `Our drive, ${uncapital(sayManoeuvre(b.manoeuvre))}: ${b.heard}`,
});
