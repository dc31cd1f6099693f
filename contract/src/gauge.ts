import * as z from 'zod';
import { GAUGE_KINDS, GAUGE_UNITS, type GaugeSpec } from '@ash-knot/core';
import { schemaOf } from './same';
import { day, text } from './words';

export const gaugeSpec = schemaOf<GaugeSpec>()(
  z.object({
    id: z.string().regex(/^[a-z0-9-]{1,40}$/, { error: 'must be small letters, digits and dashes' }),
    name: text(60).min(1),
    kind: z.enum(GAUGE_KINDS),
    unit: z.enum(GAUGE_UNITS),
    resolution: z.number().positive().max(100),
    rangeMax: z.number().positive().max(100_000),
    calibratedUntil: day.nullable(),
    line: z.object({ baud: z.int().min(110).max(921_600), before: z.string().max(20), after: z.string().max(20) }),
    known: z.object({ sdMm: z.number().min(0).max(20), degrees: z.int().min(1).max(10_000) }),
    retired: z.boolean().optional(),
  }),
);
