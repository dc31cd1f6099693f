import type * as zod from 'zod';
import { BadInput } from '../error';

/**
 * What schemas are made with: Zod's makers, handed in. Core says what a stored thing is and takes its type from that; whoever
 * checks one (contract, for the server and for files) brings Zod. So the browser's first load carries neither.
 */
export type Makers = Pick<
  typeof zod,
  | 'array'
  | 'boolean'
  | 'custom'
  | 'discriminatedUnion'
  | 'enum'
  | 'int'
  | 'literal'
  | 'number'
  | 'object'
  | 'partialRecord'
  | 'record'
  | 'string'
  | 'tuple'
  | 'union'
  | 'unknown'
  | 'uuid'
> & { readonly iso: Pick<typeof zod.iso, 'date' | 'datetime'> };

/** A year somebody can have meant: a slip of the finger is told by its field, and no table has to take it. */
const years = (from: number, to: number) => ({
  check: (iso: string) => Number(iso.slice(0, 4)) >= from && Number(iso.slice(0, 4)) <= to,
  error: `must lie between the years ${from} and ${to}`,
});
/** As far as a database takes an offset from UTC, minutes; no place is further off than 14 hours. */
const MOST_OFFSET = 15 * 60 + 59;
const offset = (iso: string): number => {
  const m = /[+-](\d\d):?(\d\d)$/.exec(iso);
  return m ? Number(m[1]) * 60 + Number(m[2]) : 0;
};
const ofDays = years(1990, 2199);
const ofMoments = years(2000, 2199);

/** The makers, and what of them every stored thing uses. */
export function schemaKit(z: Makers) {
  /** Free text a person typed, trimmed. */
  const text = (max: number) => z.string().trim().max(max);
  return {
    z,
    text,
    note: text(2000),
    uuid: z.uuid(),
    /** A day, such as 2026-12-01. */
    day: z.iso.date().refine(ofDays.check, { error: ofDays.error }),
    /** A moment with its offset from UTC. */
    moment: z.iso
      .datetime({ offset: true })
      .refine(ofMoments.check, { error: ofMoments.error })
      .refine((iso) => offset(iso) <= MOST_OFFSET, { error: 'must have an offset from UTC of at most 15:59' }),
    /** A list in which nothing is named twice. */
    unique: <T extends zod.ZodType>(item: T, max: number) =>
      z
        .array(item)
        .max(max)
        .refine((a) => new Set(a).size === a.length, { error: 'must not name anything twice' }),
    /**
     * A schema for what an older program may have written: `read` carries it over to today's shape first, and the schema
     * checks the result. What cannot be read is an issue like any other.
     */
    upcasting: <S extends zod.ZodType>(read: (given: object) => unknown, schema: S) =>
      z
        .unknown()
        .transform((given, ctx) => {
          // What is no object at all is for the schema to refuse.
          if (typeof given !== 'object' || given === null) return given;
          try {
            return read(given);
          } catch (e) {
            // It reads what its version has: what has it not is none of that version, and no defect of the reader.
            ctx.addIssue({
              code: 'custom',
              message: e instanceof BadInput ? e.message : 'must have the shape of the version it names',
            });
            return given;
          }
        })
        .pipe(schema),
  };
}
export type SchemaKit = ReturnType<typeof schemaKit>;

/** What a schema gives. */
export type Given<F extends (kit: never) => zod.ZodType> = zod.output<ReturnType<F>>;

/** The same, not to be changed: how core holds what is stored. */
export type Held<T> = T extends readonly unknown[] | object ? { readonly [K in keyof T]: Held<T[K]> } : T;
