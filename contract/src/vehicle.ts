import { vehicleTypeSchema } from '@ash-knot/core';
import { kit } from './words';

/** A vehicle type; one of an older program is carried over first. */
export const vehicleTypeSpec = vehicleTypeSchema(kit);
