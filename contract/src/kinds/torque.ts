import * as z from 'zod';
import { TORQUE_METHODS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { fastenerId, nm, text } from '../words';

export const torque = bodyOf<EntryBodies['torque']>()(
  z.object({
    fastener: fastenerId,
    targetNm: nm,
    targetText: text(60),
    source: text(200),
    achievedNm: nm,
    value: z.number().positive().max(9000),
    unit: text(12).min(1),
    method: z.enum(TORQUE_METHODS),
    detail: text(300).optional(),
  }),
  {
    fastener: 'front.left.link-lower-nut',
    targetNm: 48,
    targetText: '48 N·m',
    source: 'book',
    achievedNm: 48.2,
    value: 48.2,
    unit: 'N·m',
    method: 'wrench with adapter',
    detail: 'set 44 N·m',
  },
);
