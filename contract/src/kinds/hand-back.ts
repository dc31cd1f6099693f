import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { note } from '../words';

export const handBack = bodyOf<EntryBodies['hand-back']>()(z.object({ distanceKm: z.number().min(0).max(3_000_000), note }), {
  distanceKm: 98_010,
  note: '',
});
