import * as z from 'zod';
import type { InvoiceLine } from '@ash-knot/core';
import type { Papers, PaperWay } from '@ash-knot/core/paper';
import { schemaOf } from '../same';
import { jointId } from '../words';

const minor = z.int();
const standing = z.enum(['waiting', 'approved', 'declined', 'later', 'not taken']);
const way = schemaOf<PaperWay>()(
  z.object({
    name: z.string(),
    standing,
    parts: z.array(z.object({ article: z.string(), text: z.string(), quantity: z.number(), minor })),
    minutes: z.number(),
    labourMinor: minor.nullable(),
    taxMinor: minor,
    totalMinor: minor,
    putAt: z.string().nullable(),
  }),
);
const line = schemaOf<InvoiceLine>()(
  z.object({
    what: z.enum(['part', 'work']),
    article: z.string(),
    text: z.string(),
    joints: z.array(jointId),
    quantity: z.number(),
    unit: z.enum(['piece', 'min']),
    minor,
    taxPercent: z.number(),
    taxIncluded: z.boolean(),
    currency: z.string(),
  }),
);

/** What the papers of a job say, with its vehicle. */
export const papersView = z.object({
  job: z.uuid(),
  plate: z.string(),
  typeName: z.string(),
  year: z.number(),
  papers: schemaOf<Papers>()(
    z.object({
      currency: z.string(),
      ban: z.string(),
      quote: z.array(
        z.object({
          line: z.string(),
          standing,
          answer: z.object({ who: z.string(), how: z.string(), at: z.string() }).nullable(),
          ways: z.array(way),
        }),
      ),
      total: z.object({ minor, agreed: z.boolean() }).nullable(),
      lines: z.array(line),
      letter: z.string(),
      found: z.array(z.string()),
      sound: z.array(z.string()),
      fitted: z.array(z.string()),
      comeBackFor: z.array(z.object({ what: z.string(), atKm: z.number(), onDate: z.string() })),
      handedBack: z.object({ by: z.string(), at: z.string() }).nullable(),
    }),
  ),
});
export type PapersView = z.output<typeof papersView>;
