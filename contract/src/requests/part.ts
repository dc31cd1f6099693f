import * as z from 'zod';
import { AXLES } from '@ash-knot/core';
import { text } from '../words';

export const partQuery = z.object({
  q: text(80).optional(),
  kind: text(40).optional(),
  typeId: z.string().max(60).optional(),
  axle: z.enum(AXLES).optional(),
  limit: z.coerce.number().int().min(1).max(500).default(200),
});
