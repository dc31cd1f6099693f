import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { fastenerId, nm, text } from '../words';

export const clicks = bodyOf<EntryBodies['clicks']>()(
  z.object({
    fastener: fastenerId,
    clicks: z.int().min(0).max(100),
    of: z.int().min(1).max(100),
    targetNm: nm.nullable(),
    targetText: text(60),
    source: text(200),
  }),
  {
    fastener: 'front.left.wheel-nut',
    clicks: 16,
    of: 16,
    targetNm: 110,
    targetText: '110 N·m',
    source: 'book',
  },
);
