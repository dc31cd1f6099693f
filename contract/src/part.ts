import * as z from 'zod';
import {
  END_KINDS,
  GRADES,
  HOLDS,
  MATERIALS,
  PART_KINDS,
  PART_VERSION,
  readPart,
  SEATS,
  SPLITS,
  type Part,
} from '@ash-knot/core';
import { schemaOf } from './same';
import { upcasting } from './upcast';
import { bookValue } from './vehicle';
import { axleEnd, text } from './words';

const mm = (max: number) => z.number().positive().max(max).optional();
const end = z.object({
  is: z.enum(END_KINDS).optional(),
  thread: text(20).optional(),
  seat: z.enum(SEATS).optional(),
  nutHexMm: mm(60),
  hold: z.enum(HOLDS).optional(),
  holdMm: mm(40),
});

/** A part; one of an older program is carried over first. */
export const part = upcasting(
  readPart,
  schemaOf<Part>()(
    z.object({
      version: z.literal(PART_VERSION),
      id: text(60).min(1),
      kind: z.enum(PART_KINDS),
      name: text(120).min(1),
      grade: z.enum(GRADES),
      supplier: text(80),
      sided: z.enum(['left', 'right', 'either']),
      lengthMm: mm(700),
      lengthRangeMm: z
        .tuple([z.number().positive().max(700), z.number().positive().max(700)])
        .readonly()
        .refine(([from, to]) => to >= from, { error: 'must not end before it begins' })
        .optional(),
      upper: end.optional(),
      lower: end.optional(),
      boreMm: mm(80),
      material: z.enum(MATERIALS).optional(),
      hardness: z.int().min(20).max(99).optional(),
      split: z.enum(SPLITS).optional(),
      holeSpacingMm: mm(2000),
      heightMm: mm(200),
      pip: z.boolean().optional(),
      barMm: mm(60),
      wallMm: mm(20),
      shape: text(120).optional(),
      greaseable: z.boolean().optional(),
      greaseEveryKm: z.int().min(500).max(200_000).optional(),
      nutsSupplied: z.boolean().optional(),
      orientation: text(120).optional(),
      warrantyMonths: z.int().min(0).max(240).optional(),
      priceMinor: z.int().min(0).max(10_000_000),
      currency: z.string().regex(/^[A-Z]{3}$/),
      stock: z.int().min(0).max(100_000),
      deliveryHours: z.number().min(0).max(10_000).optional(),
      torque: z.array(bookValue).max(20),
      fits: z.array(z.object({ typeId: text(60), axle: axleEnd })).max(200),
      source: text(120).min(1),
    }),
  ),
);
