import * as z from 'zod';
import { HOLDS, SIZES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { axleEnd, text } from '../words';

export const size = bodyOf<EntryBodies['size']>()(
  z.object({
    axle: axleEnd,
    size: z.enum(SIZES),
    text: text(60).min(1),
    mm: z.number().positive().max(700).optional(),
    thread: text(20).optional(),
    hold: z.enum(HOLDS).optional(),
  }),
  { axle: 'front', size: 'hold', text: '5 mm hex', mm: 5, hold: 'hex' },
);
