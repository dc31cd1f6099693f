import * as z from 'zod';
import { LOOP_KINDS, LOOP_METHOD, MEASURED_PHASES, MOST_LOOP_POINTS, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { gaugeId, jointId, text, uuid } from '../words';

const span = z.number().min(-1e9).max(1e9);
const points = z.int().min(1).max(MOST_LOOP_POINTS);
const loopResult = z.object({
  method: z.literal(LOOP_METHOD),
  points,
  used: points,
  band: z.tuple([span, span]).readonly(),
  playMm: z.number().min(0).max(100),
  uMm: z.number().min(0).max(1e6),
  expandedMm: z.number().min(0).max(1e7),
  stiffness: z.object({ minus: span, plus: span, middle: span }),
  frictionN: z.number().min(0).max(1e6),
  offsetN: span,
  residualN: z.number().min(0).max(1e6),
  deltaBic: span,
  naiveMm: z.number().min(0).max(1000),
  kind: z.enum(LOOP_KINDS),
  sentence: text(300),
});

export const loop = schemaOf<EntryBodies['loop']>()(
  z.object({
    joint: jointId,
    phase: z.enum(MEASURED_PHASES),
    gauge: gaugeId,
    file: uuid,
    result: loopResult,
    calibration: text(80).optional(),
  }),
);
