import * as z from 'zod';
import { JOB_KINDS } from '@ash-knot/core';
import { entry } from '../kinds';
import { text } from '../words';

export const newJob = z.object({
  id: z.uuid(),
  vehicleId: z.uuid(),
  kind: z.enum(JOB_KINDS),
  bay: text(40).nullable(),
  distanceKm: z.number().min(0).max(3_000_000),
});
export const moveJob = z.object({ bay: text(40).nullable() });
/** A tablet that was out of reach sends what it kept, but not a whole day in one go. */
export const newEntries = z.object({ entries: z.array(entry).min(1).max(100) });
export const undoLesson = z.object({ undone: z.boolean() });
