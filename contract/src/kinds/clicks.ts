import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { fastenerId, nm, text } from '../words';

export const clicks = schemaOf<EntryBodies['clicks']>()(
  z.object({
    fastener: fastenerId,
    clicks: z.int().min(0).max(100),
    of: z.int().min(1).max(100),
    targetNm: nm.nullable(),
    targetText: text(60),
    source: text(200),
  }),
);
