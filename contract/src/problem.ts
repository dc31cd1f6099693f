import * as z from 'zod';

/** RFC 9457 problem document, with the field that was wrong. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  /** Dotted path of the wrong field and what is wrong with it. */
  fields: z.array(z.object({ field: z.string(), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof problem>;
