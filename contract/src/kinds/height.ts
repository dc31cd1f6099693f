import * as z from 'zod';
import { AXLES, SIDES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

export const height = bodyOf<EntryBodies['height']>()(
  z.object({
    axle: z.enum(AXLES),
    side: z.enum(SIDES),
    mm: z.number().min(100).max(1500),
    text: text(20).min(1),
    again: z.literal(true).optional(),
  }),
  { axle: 'front', side: 'left', mm: 372, text: '372 mm', again: true },
);
