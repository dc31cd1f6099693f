import * as z from 'zod';
import { HOLDS, SIZES, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { axleEnd, text } from '../words';

export const size = schemaOf<EntryBodies['size']>()(
  z.object({
    axle: axleEnd,
    size: z.enum(SIZES),
    text: text(60).min(1),
    mm: z.number().positive().max(700).optional(),
    thread: text(20).optional(),
    hold: z.enum(HOLDS).optional(),
  }),
);
