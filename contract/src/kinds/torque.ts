import * as z from 'zod';
import { TORQUE_METHODS, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { fastenerId, nm, text } from '../words';

export const torque = schemaOf<EntryBodies['torque']>()(
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
);
