import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text, uuid } from '../words';

export const promise = bodyOf<EntryBodies['promise']>()(
  z.object({
    order: uuid,
    supplier: text(80).min(1),
    promised: z.iso.datetime({ offset: true }).optional(),
    why: text(300),
  }),
  {
    order: '0193a000-0000-7000-8000-00000000000b',
    supplier: 'Norland Factors',
    promised: '2026-12-05T11:40:00Z',
    why: 'the ferry did not sail',
  },
);
