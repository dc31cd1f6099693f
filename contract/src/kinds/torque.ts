import * as z from 'zod';
import { TORQUE_METHODS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { fastenerId, nm, speakingWrench, text } from '../words';

export const torque = bodyOf<EntryBodies['torque']>()(
  z.object({
    fastener: fastenerId,
    targetNm: nm,
    targetMaxNm: nm.optional(),
    targetText: text(60),
    source: text(200),
    achievedNm: nm,
    value: z.number().positive().max(9000),
    unit: text(12).min(1),
    method: z.enum(TORQUE_METHODS),
    detail: text(300).optional(),
    wrench: speakingWrench.optional(),
    lockUnasked: z.literal(true).optional(),
  }),
  {
    fastener: 'front.left.link-lower-nut',
    targetNm: 45,
    targetMaxNm: 50,
    targetText: '45–50 N·m',
    source: 'book',
    achievedNm: 48.2,
    value: 48.2,
    unit: 'N·m',
    method: 'wrench with adapter',
    detail: 'set 44 N·m',
    wrench: { id: 'wrench-1', name: 'Torque wrench 20–200', simulated: true },
    lockUnasked: true,
  },
);
