import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { stepId } from '../words';

export const step = bodyOf<EntryBodies['step']>()(
  z.object({ step: stepId, state: z.enum(['done', 'undone']), soak: z.enum(['cut short']).optional() }),
  {
    step: 'soak-left',
    state: 'done',
    soak: 'cut short',
  },
);
