import * as z from 'zod';
import { JOB_KINDS } from '@ash-knot/core';
import { entryBodies } from '../entry';
import { moment, text } from '../words';

/** A vehicle that is to come, as it was said on the telephone. */
export const bookingBody = z
  .object({
    /** One of the file; else as it is called. */
    vehicleId: z.uuid().nullable(),
    plate: text(16).default(''),
    /** Name and number of whoever brings it. */
    who: text(120).default(''),
    comesAt: moment,
    minutes: z.int().min(5).max(10_080),
    kind: z.enum(JOB_KINDS),
    bay: text(40).nullable(),
    person: text(60).nullable(),
    complaint: entryBodies.complaint,
    note: text(300).default(''),
  })
  .refine((b) => b.vehicleId !== null || b.plate !== '' || b.who !== '', {
    error: 'must say which vehicle comes, or who',
    path: ['plate'],
  });
export type BookingBody = z.output<typeof bookingBody>;
/** How often it had been changed when it was looked at: what somebody else changed meanwhile is not written over. */
export const changeBooking = z.object({ seen: z.int().min(0), to: bookingBody });
export const cancelBooking = z.object({ why: text(200).min(3) });
/** The days that are asked for; two months at most. */
export const bookingQuery = z
  .object({ from: moment, to: moment })
  .refine(({ from, to }) => Date.parse(to) > Date.parse(from) && Date.parse(to) - Date.parse(from) <= 62 * 86_400_000, {
    error: 'must be after the first day, by 62 days at most',
    path: ['to'],
  });
/** A calendar taken in, or only tried. */
export const calendarQuery = z.object({ try: z.enum(['yes', 'no']) });
