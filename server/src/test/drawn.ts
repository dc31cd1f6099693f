import fc from 'fast-check';
import * as z from 'zod';
import { entryBodies, exampleOf } from '@ash-knot/contract';
import type { EntryKind } from '@ash-knot/core';

type Schema = { readonly [k: string]: unknown } & { readonly type?: string };

/** Words that every object answers to: a table that is read by one of them finds what nobody put there. */
export const HAUNTED = ['valueOf', 'constructor', '__proto__', 'toString', 'hasOwnProperty', '__defineGetter__'];

/** Ids that a tape may name: what is there, and what is not. */
export interface Named {
  readonly joints: readonly string[];
  readonly fasteners: readonly string[];
  readonly causes: readonly string[];
  /** Steps, pieces, gauges, parts: texts that mean something to the program. */
  readonly texts: readonly string[];
  readonly uuids: readonly string[];
}

const numbers = (s: Schema, whole: boolean) => {
  const lo = Number(s['minimum'] ?? s['exclusiveMinimum'] ?? -1e6);
  const hi = Number(s['maximum'] ?? s['exclusiveMaximum'] ?? 1e6);
  const least = s['exclusiveMinimum'] === undefined ? lo : lo + (whole ? 1 : 1e-9);
  const most = s['exclusiveMaximum'] === undefined ? hi : hi - (whole ? 1 : 1e-9);
  const [a, b] = [Math.max(least, -1e9), Math.min(most, 1e9)];
  return whole
    ? fc.oneof(fc.constantFrom(Math.ceil(a), Math.floor(b)), fc.integer({ min: Math.ceil(a), max: Math.floor(b) }))
    : fc.oneof(fc.constantFrom(a, b), fc.double({ min: a, max: b, noNaN: true, noDefaultInfinity: true }));
};

function strings(s: Schema, named: Named): fc.Arbitrary<unknown> {
  if (s['x-ids']) return fc.constantFrom(...named[s['x-ids'] as 'joints']);
  if (s['format'] === 'uuid') return fc.constantFrom(...named.uuids);
  if (s['format'] === 'date') return fc.constantFrom('2000-01-01', '2026-11-25', '2026-12-01', '2199-12-31');
  if (s['format'] === 'date-time')
    return fc.constantFrom('2000-01-01T00:00:00Z', '2026-11-25T12:00:00+02:00', '2199-12-31T23:59:59.999Z');
  const [least, most] = [Number(s['minLength'] ?? 0), Number(s['maxLength'] ?? 400)];
  const texts = [...named.texts, ...HAUNTED, 'x', ' ', '', '{threaded} of {pieces}', '½', 'a\u202eb', 'x'.repeat(most)];
  return fc.constantFrom(...texts.filter((t) => t.length >= least && t.length <= most));
}

function objects(s: Schema, named: Named): fc.Arbitrary<unknown> {
  const must = (s['required'] ?? []) as string[];
  const more = s['additionalProperties'];
  // A record with a key for each word of a list names them only as what must be there.
  const fields = (s['properties'] ?? Object.fromEntries(must.map((k) => [k, more]))) as Record<string, Schema>;
  const own = fc.record(Object.fromEntries(Object.entries(fields).map(([k, f]) => [k, fromSchema(f, named)])), {
    requiredKeys: must as never[],
  });
  if (typeof more !== 'object' || more === null || Object.keys(fields).length) return own;
  const keys = s['propertyNames']
    ? (fromSchema(s['propertyNames'] as Schema, named) as fc.Arbitrary<string>)
    : fc.constantFrom(...HAUNTED, 'x');
  return fc.dictionary(keys, fromSchema(more as Schema, named), { maxKeys: 3 });
}

function fromSchema(s: Schema, named: Named): fc.Arbitrary<unknown> {
  const or = (s['anyOf'] ?? s['oneOf']) as Schema[] | undefined;
  if (or) return fc.oneof(...or.map((x) => fromSchema(x, named)));
  if (s['const'] !== undefined) return fc.constant(s['const']);
  if (Array.isArray(s['enum'])) return fc.constantFrom(...(s['enum'] as unknown[]));
  if (s['x-ids'] || s.type === 'string') return strings(s, named);
  if (s.type === 'number' || s.type === 'integer') return numbers(s, s.type === 'integer');
  if (s.type === 'boolean') return fc.boolean();
  if (s.type === 'null') return fc.constant(null);
  if (s.type === 'array') {
    const first = s['prefixItems'] as Schema[] | undefined;
    if (first) return fc.tuple(...first.map((x) => fromSchema(x, named)));
    const [minLength, most] = [Number(s['minItems'] ?? 0), Number(s['maxItems'] ?? 4)];
    return fc.array(fromSchema((s['items'] ?? {}) as Schema, named), {
      minLength,
      maxLength: Math.max(minLength, Math.min(most, 4)),
    });
  }
  if (s.type === 'object') return objects(s, named);
  return fc.constantFrom<unknown>(null, 0, 'x', {}, []);
}

/** What no schema of JSON can say, by trying: a joint, a fastener, or what makes a noise. */
const idsOf = (zod: z.core.$ZodType): keyof Named => {
  const takes = (v: string) => z.safeParse(zod, v).success;
  return takes('front.left.link-lower-nut') ? 'fasteners' : takes('recent work') ? 'causes' : 'joints';
};

/**
 * Bodies of a kind as its schema takes them: every kind of value, at its bounds, naming what is there and what is not.
 * @throws where next to nothing that is drawn is taken: then this generator says nothing of that kind.
 */
export function bodiesOf(kind: EntryKind, named: Named, n: number, seed: number): unknown[] {
  const schema = entryBodies[kind];
  const json = z.toJSONSchema(schema, {
    unrepresentable: 'any',
    io: 'input',
    reused: 'inline',
    override: ({ zodSchema, jsonSchema }) => {
      if (zodSchema._zod.def.type === 'custom') (jsonSchema as Record<string, unknown>)['x-ids'] = idsOf(zodSchema);
    },
  }) as Schema;
  const example = exampleOf(kind) as Record<string, unknown>;
  // All of it drawn; or the example with some of its fields drawn, where a whole one is seldom right (a part).
  const drawn = fc.oneof(
    fromSchema(json, named),
    fc
      .tuple(fromSchema(json, named) as fc.Arbitrary<Record<string, unknown>>, fc.subarray(Object.keys(example)))
      .map(([body, keys]) => ({ ...example, ...Object.fromEntries(keys.filter((k) => k in body).map((k) => [k, body[k]])) })),
  );
  const taken: unknown[] = [];
  for (const raw of fc.sample(drawn, { numRuns: 60 * n, seed })) {
    const read = schema.safeParse(raw);
    if (read.success) taken.push(read.data);
    if (taken.length === n) return taken;
  }
  if (taken.length < Math.min(n, 3)) throw new Error(`of ${60 * n} bodies drawn for ${kind}, ${taken.length} were taken`);
  return taken;
}
