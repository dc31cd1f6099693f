import * as z from 'zod';
import { AXLES, MORE_POINTS, POINTS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

const mm = z.number().min(-3000).max(3000);

export const point = bodyOf<EntryBodies['point']>()(
  z.object({
    axle: z.enum(AXLES),
    point: z.enum([...POINTS, ...MORE_POINTS]),
    at: z.tuple([mm, mm, mm]).readonly(),
    text: text(80).min(1),
  }),
  { axle: 'front', point: 'linkMount', at: [-62, 615, 575], text: '62 mm behind, 615 mm out, 575 mm up' },
);
