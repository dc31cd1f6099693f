import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { part } from '../part';
import { jointId, text } from '../words';

export const choose = bodyOf<EntryBodies['choose']>()(
  z.object({
    joints: z.array(jointId).min(1).max(12),
    part,
    quantity: z.int().min(1).max(20),
    oneSideReason: text(200).optional(),
  }),
  {
    joints: ['front.left.link-lower'],
    part: {
      id: 'p1',
      kind: 'ball-stud link',
      name: 'Link',
      grade: 'better',
      supplier: 's',
      sided: 'either',
      lengthMm: 300,
      thread: 'M10×1.25',
      nutHexMm: 16,
      hold: 'flats',
      holdMm: 17,
      boreMm: 21,
      material: 'rubber',
      greaseable: false,
      nutsSupplied: true,
      orientation: 'arrow forward',
      warrantyMonths: 24,
      priceMinor: 2400,
      currency: 'EUR',
      stock: 2,
      deliveryHours: 0,
      torque: [],
      fits: [{ typeId: 't1', axle: 'front' }],
    },
    quantity: 1,
    oneSideReason: 'the other is new',
  },
);
