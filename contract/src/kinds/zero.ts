import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { gaugeId } from '../words';

export const zero = bodyOf<EntryBodies['zero']>()(
  z.object({ gauge: gaugeId, when: z.enum(['start', 'end']), zeroMm: z.number().min(-100).max(100) }),
  { gauge: 'dial', when: 'start', zeroMm: 0.01 },
);
