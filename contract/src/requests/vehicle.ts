import * as z from 'zod';
import { plateKey } from '@ash-knot/core';
import { vehicleTypeSpec } from '../vehicle';
import { text, variantName } from '../words';

export const newVehicle = z
  .object({
    plate: text(16)
      .min(2)
      .refine((p) => plateKey(p) !== '', { error: 'must have a letter or a digit in it' }),
    vin: z.string().trim().max(24).optional(),
    typeId: z.uuid().optional(),
    /** A type of its own, when none known fits. */
    newType: vehicleTypeSpec.optional(),
    /** Which of the type's variants it is; left out where nobody has looked. */
    variant: variantName.optional(),
    year: z.int().min(1950).max(2100),
    distanceKm: z.number().min(0).max(3_000_000),
    /** 0 where nobody knows. */
    kmPerDay: z.number().min(0).max(2000).default(0),
    owner: text(120).default(''),
  })
  .refine((v) => (v.typeId === undefined) !== (v.newType === undefined), {
    error: 'must name one known type or describe a new one',
    path: ['typeId'],
  });
