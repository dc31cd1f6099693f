import * as z from 'zod';

/** RFC 9457 problem document, with the field that was wrong. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  /** The request's id, as it stands in the server's log. */
  request: z.string().optional(),
  /** The server's time, where the device's clock is what is wrong. */
  now: z.string().optional(),
  /** Dotted path of the wrong field and what is wrong with it. */
  fields: z.array(z.object({ field: z.string(), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof problem>;
