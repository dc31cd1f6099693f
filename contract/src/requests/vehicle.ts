import * as z from 'zod';
import { plateKey } from '@ash-knot/core';
import { vehicleTypeSpec } from '../vehicle';
import { text, variantName } from '../words';

const plate = text(16)
  .min(2)
  .refine((p) => plateKey(p) !== '', { error: 'must have a letter or a digit in it' });
const year = z.int().min(1950).max(2100);
const distanceKm = z.number().min(0).max(3_000_000);
const kmPerDay = z.number().min(0).max(2000);
const owner = text(120);

export const newVehicle = z
  .object({
    plate,
    vin: z.string().trim().max(24).optional(),
    typeId: z.uuid().optional(),
    /** A type of its own, when none known fits. */
    newType: vehicleTypeSpec.optional(),
    /** Which of the type's variants it is; left out where nobody has looked. */
    variant: variantName.optional(),
    year,
    distanceKm,
    /** 0 where nobody knows. */
    kmPerDay: kmPerDay.default(0),
    owner: owner.default(''),
  })
  .refine((v) => (v.typeId === undefined) !== (v.newType === undefined), {
    error: 'must name one known type or describe a new one',
    path: ['typeId'],
  });

/** Why something is put right: it is read beside it for ever. */
const why = text(300).min(3);
/** How often it had been changed when it was looked at: what somebody else changed meanwhile is not written over. */
const seen = z.int().min(0);

/** A vehicle put right: only what is changed is said. */
export const changeVehicle = z.object({
  why,
  seen,
  to: z
    .object({
      plate,
      vin: z.string().trim().max(24).nullable(),
      typeId: z.uuid(),
      variant: variantName.nullable(),
      year,
      /** What it had run when it came into the file. */
      distanceKm,
      kmPerDay,
      owner,
    })
    .partial()
    .refine((v) => Object.keys(v).length > 0, { error: 'must say what is to be changed' }),
});
export type ChangeVehicle = z.output<typeof changeVehicle>;
/** A type put right, whole. */
export const changeType = z.object({ why, seen, spec: vehicleTypeSpec });
/** Two that are one: this one goes into that one. */
export const putTogether = z.object({ why, into: z.uuid() });
export const putAway = z.object({ why, away: z.boolean() });
/** Something found at a job, kept for its vehicle or for its type. */
export const keepFound = z.object({ entry: z.uuid(), for: z.enum(['vehicle', 'type']) });
