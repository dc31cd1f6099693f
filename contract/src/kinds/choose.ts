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
      version: 3,
      id: 'p1',
      kind: 'ball-stud link',
      name: 'Link',
      grade: 'better',
      supplier: 's',
      sided: 'either',
      lengthMm: 300,
      lengthRangeMm: [280, 320],
      upper: { is: 'ball stud', thread: 'M10×1.25', seat: 'taper', nutHexMm: 16, hold: 'flats', holdMm: 17 },
      lower: { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex', holdMm: 5 },
      boreMm: 21,
      material: 'rubber',
      hardness: 70,
      split: 'front',
      holeSpacingMm: 60,
      heightMm: 34,
      pip: true,
      barMm: 22,
      wallMm: 4,
      shape: 'two bends',
      greaseable: false,
      greaseEveryKm: 20_000,
      nutsSupplied: true,
      orientation: 'arrow forward',
      warrantyMonths: 24,
      priceMinor: 2400,
      currency: 'EUR',
      stock: 2,
      deliveryHours: 0,
      torque: [],
      fits: [{ typeId: 't1', axle: 'front' }],
      source: 'its list',
    },
    quantity: 1,
    oneSideReason: 'the other is new',
  },
);
