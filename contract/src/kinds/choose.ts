import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { part } from '../part';
import { jointId, text } from '../words';

export const choose = schemaOf<EntryBodies['choose']>()(
  z.object({
    joints: z.array(jointId).min(1).max(12),
    part,
    quantity: z.int().min(1).max(20),
    oneSideReason: text(200).optional(),
  }),
);
