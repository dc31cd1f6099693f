import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { fastenerId } from '../words';

export const undone = bodyOf<EntryBodies['undone']>()(z.object({ fastener: fastenerId, count: z.int().min(0).max(20) }), {
  fastener: 'front.left.bracket-bolt',
  count: 1,
});
