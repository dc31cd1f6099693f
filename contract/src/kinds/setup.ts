import * as z from 'zod';
import { EQUIPMENT, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';

export const setup = bodyOf<EntryBodies['setup']>()(z.object({ equipment: z.enum(EQUIPMENT), corroded: z.boolean() }), {
  equipment: 'lift',
  corroded: true,
});
