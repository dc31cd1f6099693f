import * as z from 'zod';
import { MEASURED_PHASES, MOST_PLAY_MM, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { gaugeId, jointId, text } from '../words';

export const reading = bodyOf<EntryBodies['reading']>()(
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
  {
    joint: 'front.left.frame-bushing',
    phase: 'before',
    gauge: 'dial',
    first: 1,
    second: 1.4,
    unit: 'mm',
    playMm: 0.4,
    calibration: 'never calibrated',
  },
);
