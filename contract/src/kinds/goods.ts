import * as z from 'zod';
import { GOODS_CHECKS, GOODS_FROM, GOODS_RESULTS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text, uuid } from '../words';

export const goods = bodyOf<EntryBodies['goods']>()(
  z.object({
    choice: uuid,
    part: text(60).min(1),
    name: text(120).min(1),
    quantity: z.int().min(1).max(20),
    from: z.enum(GOODS_FROM),
    order: uuid.optional(),
    checks: z.array(z.object({ check: z.enum(GOODS_CHECKS), result: z.enum(GOODS_RESULTS) })).max(GOODS_CHECKS.length),
    measured: z.array(z.object({ what: text(60).min(1), text: text(60).min(1) })).max(20),
    outcome: z.enum(['taken', 'refused']),
    why: text(300),
  }),
  {
    choice: '0193a000-0000-7000-8000-00000000000a',
    part: 'AK-1',
    name: 'Keel link',
    quantity: 2,
    from: 'supplier',
    order: '0193a000-0000-7000-8000-00000000000b',
    checks: [{ check: 'right part', result: 'no' }],
    measured: [{ what: 'length', text: '318 mm' }],
    outcome: 'refused',
    why: 'another length than its box says',
  },
);
