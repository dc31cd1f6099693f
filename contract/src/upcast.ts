import * as z from 'zod';
import { attempt } from '@ash-knot/core';

/**
 * A schema for what an older program may have written: core carries it over to today's shape first, and
 * the schema checks the result. What core cannot read is an issue like any other.
 */
export function upcasting<S extends z.ZodType>(read: (given: object) => unknown, schema: S) {
  return z
    .unknown()
    .transform((given, ctx) => {
      // What is no object at all is for the schema to refuse.
      if (typeof given !== 'object' || given === null) return given;
      const r = attempt(() => read(given));
      if (r.ok) return r.value;
      ctx.addIssue({ code: 'custom', message: r.error.message });
      return z.NEVER;
    })
    .pipe(schema);
}
