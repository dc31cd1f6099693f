import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { gaugeId } from '../words';

export const zero = schemaOf<EntryBodies['zero']>()(
  z.object({ gauge: gaugeId, when: z.enum(['start', 'end']), zeroMm: z.number().min(-100).max(100) }),
);
