import * as z from 'zod';
import { JOB_KINDS } from '@ash-knot/core';
import { entry } from '../entry';
import { moment, text } from '../words';

export const newJob = z.object({
  id: z.uuid(),
  vehicleId: z.uuid(),
  kind: z.enum(JOB_KINDS),
  bay: text(40).nullable(),
  distanceKm: z.number().min(0).max(3_000_000),
  /** A distance that the file does not expect was read again. */
  sure: z.boolean().optional(),
  /** It was booked: what was told then is the first line of its tape. */
  booking: z.uuid().optional(),
});
/** A floor has no more than so many lines that say something else by themselves; more come with the next question. */
const MOST_AGAIN = 60;
/** The floor as it was known: only what changed after it is asked for, and jobs by their ids. */
export const floorQuery = z.object({
  since: moment.optional(),
  again: z
    .string()
    .max(MOST_AGAIN * 37)
    .transform((s) => s.split(','))
    .pipe(z.array(z.uuid()))
    .optional(),
  inchFirst: z.enum(['yes', 'no']).default('no'),
});
/** The last line of the tape that is known: only what came after it is asked for. */
export const jobQuery = z.object({ after: z.uuid().optional() });
export const moveJob = z.object({ bay: text(40).nullable() });
/** A tablet that was out of reach sends what it kept, but not a whole day in one go. */
export const newEntries = z.object({ entries: z.array(entry).min(1).max(100) });
/** Where the page before ended: a moment and a job. */
export const learningQuery = z.object({
  older: z
    .string()
    .max(80)
    .transform((s) => s.split(' '))
    .pipe(z.tuple([moment, z.uuid()]))
    .transform(([closedAt, job]) => ({ closedAt, job }))
    .optional(),
});
export const undoLesson = z.object({ undone: z.boolean() });
