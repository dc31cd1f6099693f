import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { moment, text, uuid } from '../words';

export const order = bodyOf<EntryBodies['order']>()(
  z.object({
    supplier: text(80).min(1),
    number: text(40).min(1),
    lines: z
      .array(
        z.object({
          choice: uuid,
          part: text(60).min(1),
          name: text(120).min(1),
          quantity: z.int().min(1).max(20),
          minor: z.int().min(0).max(100_000_000),
        }),
      )
      .min(1)
      .max(20),
    currency: z.string().regex(/^[A-Z]{3}$/),
    promised: moment,
    by: z.enum(['line', 'phone']),
    simulated: z.boolean().optional(),
  }),
  {
    supplier: 'Norland Factors',
    number: 'N-1042',
    lines: [{ choice: '0193a000-0000-7000-8000-00000000000a', part: 'AK-1', name: 'Keel link', quantity: 2, minor: 6000 }],
    currency: 'EUR',
    promised: '2026-12-04T16:05:00Z',
    by: 'line',
    simulated: true,
  },
);
