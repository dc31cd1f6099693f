import * as z from 'zod';
import { MEASURED_PHASES, MOST_PLAY_MM, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { gaugeId, jointId, text } from '../words';

export const reading = schemaOf<EntryBodies['reading']>()(
  z.object({
    joint: jointId,
    phase: z.enum(MEASURED_PHASES),
    gauge: gaugeId,
    first: z.number().min(-1000).max(1000),
    second: z.number().min(-1000).max(1000),
    unit: z.enum(['mm', 'in']),
    playMm: z.number().min(0).max(MOST_PLAY_MM),
    calibration: text(80).optional(),
  }),
);
