import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

/** More hands than this only stand in each other's way. */
const MOST_PEOPLE = 4;

export const crew = bodyOf<EntryBodies['crew']>()(
  z.object({
    people: z
      .array(z.object({ id: text(60).min(1), name: text(80).min(1) }))
      .min(1)
      .max(MOST_PEOPLE)
      .refine((p) => new Set(p.map((x) => x.id)).size === p.length, { error: 'must name nobody twice' }),
  }),
  {
    people: [
      { id: 'ruan', name: 'Ruan Teague' },
      { id: 'marit', name: 'Marit Voss' },
    ],
  },
);
