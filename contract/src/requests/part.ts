import * as z from 'zod';
import { AXLES, HOLDS, ORIGINS, PART_KINDS, SEATS, SIDES, SIZE_KEYS, type Wanted } from '@ash-knot/core';
import { schemaOf } from '../same';
import { part, text } from '../words';

/** So many parts are counted: more are “more than”. */
export const MOST_COUNTED = 1000;

export const partQuery = z.object({
  q: text(80).optional(),
  kind: text(40).optional(),
  typeId: z.string().max(60).optional(),
  axle: z.enum(AXLES).optional(),
  /** Only what is there, or what is to be ordered again. */
  shelf: z.enum(['any', 'stocked', 'low']).default('any'),
  limit: z.coerce.number().int().min(1).max(500).default(200),
  /** So many are passed over: the pages before. */
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
});

const mm = z.number().positive().max(3000).optional();
const endWanted = z.object({
  thread: text(20).optional(),
  seat: z.enum(SEATS).optional(),
  nutHexMm: mm,
  hold: z.enum(HOLDS).optional(),
  holdMm: mm,
});
const keys = z.enum(SIZE_KEYS);
const wanted = schemaOf<Wanted>()(
  z.object({
    kinds: z.array(z.enum(PART_KINDS)).min(1).max(6),
    typeId: text(60).optional(),
    axle: z.enum(AXLES).optional(),
    side: z.enum(SIDES).optional(),
    lengthMm: mm,
    upper: endWanted.optional(),
    lower: endWanted.optional(),
    barMm: mm,
    seatMm: mm,
    holeSpacingMm: mm,
    heightMm: mm,
    widthMm: mm,
    onlyListed: z.boolean().optional(),
    from: z.partialRecord(keys, z.enum(ORIGINS)).optional(),
    doubtMm: z.partialRecord(keys, z.number().min(0).max(50)).optional(),
  }),
);

/** What is looked for in the catalogue, and the unit its reasons are said in. */
export const matchRequest = z.object({ wanted, unit: z.enum(['mm', 'in']).default('mm') });

/** Somebody stood before the shelf and counted. */
export const shelfCount = z.object({ counted: z.int().min(0).max(100_000) });
/** So many or fewer, and it is to be ordered; null where nobody keeps an eye on it. */
export const reorderPoint = z.object({ at: z.int().min(0).max(1000).nullable() });
/** How all of the catalogue is written out. */
export const catalogueAs = z.object({ as: z.enum(['csv', 'json']) });

/** A part not in the catalogue, as it was written down at the bench. */
export const newPart = z.object({ part });
