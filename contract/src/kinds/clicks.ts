import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { fastenerId, nm, speakingWrench, text } from '../words';

export const clicks = bodyOf<EntryBodies['clicks']>()(
  z.object({
    fastener: fastenerId,
    clicks: z.int().min(0).max(100),
    of: z.int().min(1).max(100),
    targetNm: nm.nullable(),
    targetMaxNm: nm.optional(),
    targetText: text(60),
    source: text(200),
    pulled: z.object({ minNm: nm, maxNm: nm }).optional(),
    saidAtOnce: z.boolean().optional(),
    wrench: speakingWrench.optional(),
  }),
  {
    fastener: 'front.left.wheel-nut',
    clicks: 16,
    of: 16,
    targetNm: 110,
    targetMaxNm: 120,
    targetText: '110–120 N·m',
    source: 'book',
    pulled: { minNm: 112, maxNm: 116 },
    saidAtOnce: false,
    wrench: { id: 'wrench-1', name: 'Torque wrench 20–200', simulated: true },
  },
);
