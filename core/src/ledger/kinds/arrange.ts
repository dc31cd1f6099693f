import { ARRANGEMENTS } from '../../plan/arrange';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, axleEnd }) =>
  z.object({
    what: z.enum(ARRANGEMENTS),
    yes: z.boolean(),
    /** The axle it is said of; the one the job is about where it names none. */
    axle: axleEnd.optional(),
  }),
);
/** How the work is gone about: whether wheels and shield come off, and whether the brackets are let go before the links. */
export type ArrangeBody = Body<typeof body>;

const SAID: Readonly<Record<ArrangeBody['what'], readonly [yes: string, no: string]>> = {
  'wheels off': ['Wheels come off', 'Wheels left on'],
  'shield off': ['Undershield comes off', 'Undershield left on'],
  'brackets first': ['Brackets let go first, then the links', 'Links first, then the brackets'],
};

export const arrange = entryKind(body)({
  example: { what: 'wheels off', yes: false, axle: 'front' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => `${b.axle ?? ''} ${b.what}` },
  say: (b) => `${SAID[b.what][b.yes ? 0 : 1]}${b.axle ? `, ${b.axle} axle` : ''}`,
});
