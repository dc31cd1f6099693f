import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

const km = z.number().min(0).max(3_000_000);
export const distance = bodyOf<EntryBodies['distance']>()(z.object({ distanceKm: km, wasKm: km, why: text(300).min(1) }), {
  distanceKm: 98_000,
  wasKm: 980_000,
  why: 'a nought too many',
});
