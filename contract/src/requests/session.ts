import * as z from 'zod';
import { ROLES } from '@ash-knot/core';
import { text } from '../words';

export const pin = z.string().regex(/^\d{4,8}$/, { error: 'must be 4 to 8 digits' });
export const signIn = z.object({ person: text(60).min(1), pin, bay: text(40).min(1) });
export const tapName = z.object({ person: text(60).min(1) });
export const confirmPin = z.object({ person: text(60).min(1), pin });
export const newPerson = z.object({ name: text(60).min(2), role: z.enum(ROLES), pin });
/** Only what is changed is said. */
export const changePerson = z
  .object({ name: text(60).min(2), role: z.enum(ROLES), active: z.boolean() })
  .partial()
  .refine((p) => Object.keys(p).length > 0, { error: 'must say what is to be changed' });
const bays = z
  .array(text(40).min(1))
  .min(1)
  .max(40)
  .refine((b) => new Set(b).size === b.length, { error: 'must not name a bay twice' });
/** An empty shop's first lead, with the code the server printed. */
export const firstRun = z.object({
  code: text(40).min(1),
  shop: text(80).min(2),
  bays,
  currency: z.string().regex(/^[A-Z]{3}$/, { error: 'must be three capitals, such as EUR' }),
  lead: text(60).min(2),
  pin,
});
export type FirstRun = z.output<typeof firstRun>;
export const shopPlaces = z.object({ name: text(80).min(2), bays, notice: text(200) });
export const auditQuery = z.object({ before: z.coerce.number().int().positive().optional() });
export const changePin = z.object({ pin });
