import * as z from 'zod';
import { HOLDS, LINK_ENDS, SEATS, SIZES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { axleEnd, text } from '../words';

export const size = bodyOf<EntryBodies['size']>()(
  z.object({
    axle: axleEnd,
    size: z.enum(SIZES),
    end: z.enum(LINK_ENDS).optional(),
    text: text(60).min(1),
    mm: z.number().positive().max(2000).optional(),
    doubtMm: z.number().min(0).max(50).optional(),
    thread: text(20).optional(),
    hold: z.enum(HOLDS).optional(),
    seat: z.enum(SEATS).optional(),
  }),
  {
    axle: 'front',
    size: 'hold',
    end: 'upper',
    text: '5 mm hex',
    mm: 5,
    doubtMm: 0.2,
    hold: 'hex',
    thread: 'M10×1.25',
    seat: 'taper',
  },
);
