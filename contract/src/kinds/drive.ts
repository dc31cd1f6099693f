import * as z from 'zod';
import { HEARD, MANOEUVRES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';

export const drive = bodyOf<EntryBodies['drive']>()(z.object({ manoeuvre: z.enum(MANOEUVRES), heard: z.enum(HEARD) }), {
  manoeuvre: 'braking',
  heard: 'quiet',
});
