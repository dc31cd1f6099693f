import * as z from 'zod';
import { ENTRY_KINDS, ENTRY_SPECS, readEntry, type Entry, type EntryBodies, type EntryKind } from '@ash-knot/core';
import { kit, moment, text, upcasting, uuid } from './words';

/** The schema of each kind's body, with its example. */
export const entryBodies = Object.fromEntries(
  ENTRY_KINDS.map((kind) => {
    const { body, example } = ENTRY_SPECS[kind];
    return [kind, body(kit).meta({ examples: [example] })];
  }),
) as unknown as { readonly [K in EntryKind]: z.ZodType<EntryBodies[K]> };

/** A body of a kind with everything in it that may be. */
export const exampleOf = <K extends EntryKind>(kind: K): EntryBodies[K] => ENTRY_SPECS[kind].example as EntryBodies[K];

const base = {
  id: uuid,
  job: uuid,
  version: z.int(),
  by: text(60).min(1),
  at: moment,
};
/** What goes with an entry on its way to the server, and is no part of what was measured. */
const onTheWay = { deviceAt: moment.optional(), seen: z.int().min(0).optional() };
const lineOf = (kind: EntryKind, more: z.ZodRawShape = {}) =>
  z.object({ ...base, ...more, kind: z.literal(kind), body: entryBodies[kind] });

/** Lines of some kinds, in today's shape. */
export const linesOf = (kinds: readonly EntryKind[], error?: string, more: z.ZodRawShape = {}) => {
  const [first, ...rest] = kinds.map((k) => lineOf(k, more));
  return z.discriminatedUnion('kind', [first!, ...rest], error ? { error } : undefined);
};

const read = (given: object) => ('kind' in given && typeof given.kind === 'string' ? readEntry(given as never) : given);

/** Lines of some kinds as they come in: older ones are carried over first. */
export const readLinesOf = (kinds: readonly EntryKind[], error?: string): z.ZodType<Entry> =>
  upcasting(read, linesOf(kinds, error)) as unknown as z.ZodType<Entry>;

/** Any entry of the ledger, checked by its kind. */
export const entry: z.ZodType<Entry> = upcasting(read, linesOf(ENTRY_KINDS, undefined, onTheWay)) as unknown as z.ZodType<Entry>;
