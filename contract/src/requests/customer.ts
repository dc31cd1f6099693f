import { isEmail, isTelephone, TELLS } from '@ash-knot/core';
import * as z from 'zod';
import { text } from '../words';

const email = text(160).refine(isEmail, { error: 'must be an address such as ann@yard.example' });
const telephone = text(40).refine(isTelephone, { error: 'must be a telephone number: digits, spaces and a + in front' });
export const customerBody = z.object({
  name: text(120).min(1),
  telephone: telephone.default(''),
  email: email.default(''),
  address: text(300).default(''),
  language: text(40).default(''),
  tell: z.enum(TELLS).default('by phone'),
  note: text(300).default(''),
});
export type CustomerBody = z.output<typeof customerBody>;
/** The customer of a vehicle is one who is known. */
export const knownCustomer = z.object({ customer: z.uuid() });
export const customerQuery = z.object({ q: z.string().trim().max(60).default('') });

export interface CustomerView extends CustomerBody {
  readonly id: string;
  /** How many vehicles are theirs. */
  readonly vehicles: number;
}
