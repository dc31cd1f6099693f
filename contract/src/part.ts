import * as z from 'zod';
import { GRADES, HOLDS, PART_KINDS, type Part } from '@ash-knot/core';
import { schemaOf } from './same';
import { bookValue } from './vehicle';
import { axleEnd, text } from './words';

const mm = (max: number) => z.number().positive().max(max).optional();

export const part = schemaOf<Part>()(
  z.object({
    id: text(60).min(1),
    kind: z.enum(PART_KINDS),
    name: text(120).min(1),
    grade: z.enum(GRADES),
    supplier: text(80),
    sided: z.enum(['left', 'right', 'either']),
    lengthMm: mm(700),
    thread: text(20).optional(),
    nutHexMm: mm(60),
    hold: z.enum(HOLDS).optional(),
    holdMm: mm(40),
    boreMm: mm(80),
    material: z.enum(['rubber', 'polyurethane']).optional(),
    greaseable: z.boolean(),
    nutsSupplied: z.boolean(),
    orientation: text(120).optional(),
    warrantyMonths: z.int().min(0).max(240),
    priceMinor: z.int().min(0).max(10_000_000),
    currency: z.string().regex(/^[A-Z]{3}$/),
    stock: z.int().min(0).max(100_000),
    deliveryHours: z.number().min(0).max(10_000),
    torque: z.array(bookValue).max(20),
    fits: z.array(z.object({ typeId: text(60), axle: axleEnd })).max(200),
  }),
);
