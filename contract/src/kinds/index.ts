import * as z from 'zod';
import { ENTRY_KINDS, readEntry, type Entry, type EntryBodies, type EntryKind } from '@ash-knot/core';
import { upcasting } from '../upcast';
import { moment, text, uuid } from '../words';
import { alignment } from './alignment';
import { answer } from './answer';
import { book } from './book';
import { caution } from './caution';
import { check } from './check';
import { choose } from './choose';
import { clicks } from './clicks';
import { complaint } from './complaint';
import { confirm } from './confirm';
import { crew } from './crew';
import { defect } from './defect';
import { distance } from './distance';
import { drive } from './drive';
import { goOn } from './go-on';
import { goods } from './goods';
import { handBack } from './hand-back';
import { height } from './height';
import { lock } from './lock';
import { loop } from './loop';
import { mark } from './mark';
import { note } from './note';
import { order } from './order';
import { orientation } from './orientation';
import { photo } from './photo';
import { piece } from './piece';
import { point } from './point';
import { promise } from './promise';
import { proof } from './proof';
import { purpose } from './purpose';
import { reading } from './reading';
import { recheck } from './recheck';
import { rechecked } from './rechecked';
import { recording } from './recording';
import { result } from './result';
import { roadTest } from './road-test';
import { rung } from './rung';
import { setup } from './setup';
import { size } from './size';
import { stands } from './stands';
import { step } from './step';
import { strike } from './strike';
import { tip } from './tip';
import { told } from './told';
import { torque } from './torque';
import { trouble } from './trouble';
import { undone } from './undone';
import { variant } from './variant';
import { verdict } from './verdict';
import { way } from './way';
import { wheels } from './wheels';
import { zero } from './zero';

/** One schema a kind, equal to core's type. */
export const entryBodies: { readonly [K in EntryKind]: z.ZodType<EntryBodies[K]> } = {
  complaint,
  purpose,
  distance,
  stands,
  check,
  drive,
  defect,
  reading,
  zero,
  loop,
  result,
  photo,
  verdict,
  'go-on': goOn,
  size,
  choose,
  answer,
  order,
  promise,
  goods,
  setup,
  crew,
  height,
  point,
  variant,
  step,
  trouble,
  tip,
  way,
  rung,
  undone,
  torque,
  book,
  mark,
  clicks,
  lock,
  wheels,
  piece,
  orientation,
  confirm,
  caution,
  proof,
  'road-test': roadTest,
  alignment,
  recheck,
  rechecked,
  recording,
  told,
  note,
  strike,
  'hand-back': handBack,
};

/** A body of a kind with everything in it that may be. */
export const exampleOf = <K extends EntryKind>(kind: K): EntryBodies[K] =>
  (entryBodies[kind].meta()!['examples'] as [EntryBodies[K]])[0];

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
