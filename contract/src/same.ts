import type * as z from 'zod';

/** A type without its `readonly`s: JSON has none, and a schema's output has none either. */
type Plain<T> = T extends object ? { -readonly [K in keyof T]: Plain<T[K]> } : T;

type Equal<A, B> = (<X>() => X extends A ? 1 : 2) extends <X>() => X extends B ? 1 : 2 ? true : false;

/** Only a schema that gives exactly this type. */
type Giving<S extends z.ZodType, T> = S &
  (Equal<Plain<z.output<S>>, Plain<T>> extends true ? unknown : { 'the schema is not equal to the type': T });

/**
 * Ties a schema to the type of core that it checks: what it gives must be equal to the type, not merely
 * assignable. A field that is missing from the schema, an optional one too, does not compile: Zod would
 * strip it without a word.
 */
export const schemaOf =
  <T>() =>
  <S extends z.ZodType>(schema: Giving<S, T>): z.ZodType<T> =>
    schema as unknown as z.ZodType<T>;
