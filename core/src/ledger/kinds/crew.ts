import { list } from '../../text/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, text }) => {
  /** More hands than this only stand in each other's way. */
  const MOST_PEOPLE = 4;
  return z.object({
    people: z
      .array(z.object({ id: text(60).min(1), name: text(80).min(1) }))
      .min(1)
      .max(MOST_PEOPLE)
      .refine((p) => new Set(p.map((x) => x.id)).size === p.length, { error: 'must name nobody twice' }),
  });
});
/** Who is at the vehicle from now on, as they were called then. */
export type CrewBody = Body<typeof body>;

export const crew = entryKind(body)({
  example: {
    people: [
      { id: 'ruan', name: 'Ruan Teague' },
      { id: 'marit', name: 'Marit Voss' },
    ],
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `At it from now on: ${list(b.people.map((p) => p.name))}`,
});
