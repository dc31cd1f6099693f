import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { note } from '../words';

export const alignment = bodyOf<EntryBodies['alignment']>()(z.object({ state: z.enum(['done', 'booked']), note }), {
  state: 'booked',
  note: '',
});
