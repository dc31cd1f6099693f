import * as z from 'zod';
import { ROLES } from '@ash-knot/core';
import { text } from '../words';

export const pin = z.string().regex(/^\d{4,8}$/, { error: 'must be 4 to 8 digits' });
export const signIn = z.object({ person: text(60).min(1), pin, bay: text(40).min(1) });
export const tapName = z.object({ person: text(60).min(1) });
export const confirmPin = z.object({ person: text(60).min(1), pin });
export const newPerson = z.object({ name: text(60).min(2), role: z.enum(ROLES), pin });
export const changePin = z.object({ pin });
