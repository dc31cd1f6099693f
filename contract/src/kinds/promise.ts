import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { moment, text, uuid } from '../words';

export const promise = bodyOf<EntryBodies['promise']>()(
  z.object({
    order: uuid,
    supplier: text(80).min(1),
    promised: moment.optional(),
    why: text(300),
  }),
  {
    order: '0193a000-0000-7000-8000-00000000000b',
    supplier: 'Norland Factors',
    promised: '2026-12-05T11:40:00Z',
    why: 'the ferry did not sail',
  },
);
