import * as z from 'zod';
import {
  ANSWER_WAYS,
  CHARACTERS,
  CHECK_IDS,
  CHECK_RESULTS,
  ELSEWHERE_CHECK_IDS,
  HEARD,
  isFaultId,
  MANOEUVRES,
  OTHER_FAULTS,
  splitFault,
  type Cause,
  CONFIRM_OUTCOMES,
  DEFECTS,
  DRIVES,
  EQUIPMENT,
  FATES,
  HISTORY,
  HOLDS,
  MARKS,
  MEASURES,
  ORIENTATIONS,
  RECHECK_RESULTS,
  ROAD_RESULTS,
  TORQUE_METHODS,
  VEHICLE_STATES,
  WHENS,
  WHERES,
  type Entry,
  LOOP_KINDS,
  LOOP_METHOD,
  MOST_LOOP_POINTS,
  RESULTS,
  type EntryBodies,
  type Json,
  type EntryKind,
} from '@ash-knot/core';
import { axleEnd, bookValue, fastenerId, jointId, text } from './vehicle';
import { part } from './part';

const uuid = z.uuid();
const nm = z.number().positive().max(1000);
const stepId = text(80).min(1);
const note = text(2000);
const unique = <T extends z.ZodType>(item: T, max: number) =>
  z
    .array(item)
    .max(max)
    .refine((a) => new Set(a).size === a.length, { error: 'must not name anything twice' });

/** A fault, or a joint whose faults were not told apart. */
const cause = z.string().refine((x): x is Cause => isFaultId(x) || splitFault(x) !== undefined, {
  error: 'must be a fault or a joint this program knows',
}) as unknown as z.ZodType<Cause>;

const span = z.number().min(-1e9).max(1e9);
const loopResult = z.object({
  method: z.literal(LOOP_METHOD),
  points: z.int().min(1).max(MOST_LOOP_POINTS),
  used: z.int().min(1).max(MOST_LOOP_POINTS),
  band: z.tuple([span, span]).readonly(),
  playMm: z.number().min(0).max(100),
  uMm: z.number().min(0).max(1e6),
  expandedMm: z.number().min(0).max(1e7),
  stiffness: z.object({ minus: span, plus: span, middle: span }),
  frictionN: z.number().min(0).max(1e6),
  offsetN: span,
  residualN: z.number().min(0).max(1e6),
  deltaBic: span,
  naiveMm: z.number().min(0).max(1000),
  kind: z.enum(LOOP_KINDS),
  sentence: text(300),
});
/** Whatever a method was given or found: any JSON, but not a book. */
const smallJson = z
  .json()
  .refine((v) => JSON.stringify(v).length <= 20_000, { error: 'must be 20 000 characters or less' }) as z.ZodType<Json>;

/** One schema a kind; the types are core's, so a difference does not compile. */
export const entryBodies = {
  complaint: z.object({
    character: unique(z.enum(CHARACTERS), 8),
    where: unique(z.enum(WHERES), 6),
    when: unique(z.enum(WHENS), 10),
    drives: unique(z.enum(DRIVES), 5),
    history: unique(z.enum(HISTORY), 8),
    words: note,
  }),
  check: z.object({
    check: z.enum([...CHECK_IDS, ...ELSEWHERE_CHECK_IDS]),
    state: z.enum(VEHICLE_STATES),
    results: z
      .array(z.object({ joint: z.union([jointId, z.enum(OTHER_FAULTS)]), result: z.enum(CHECK_RESULTS) }))
      .min(1)
      .max(60),
    rocks: z.boolean().optional(),
  }),
  drive: z.object({ manoeuvre: z.enum(MANOEUVRES), heard: z.enum(HEARD) }),
  defect: z.object({ joint: jointId, what: z.enum(DEFECTS) }),
  reading: z.object({
    joint: jointId,
    phase: z.enum(['before', 'after']),
    gauge: text(60).min(1),
    first: z.number().min(-1000).max(1000),
    second: z.number().min(-1000).max(1000),
    unit: z.enum(['mm', 'in']),
    playMm: z.number().min(0).max(50),
    calibration: text(80).optional(),
  }),
  zero: z.object({ gauge: text(60).min(1), when: z.enum(['start', 'end']), zeroMm: z.number().min(-100).max(100) }),
  loop: z.object({
    joint: jointId,
    phase: z.enum(['before', 'after']),
    gauge: text(60).min(1),
    file: uuid,
    result: loopResult,
    calibration: text(80).optional(),
  }),
  result: z.object({
    what: z.enum(RESULTS),
    joint: jointId.optional(),
    gauge: text(60).optional(),
    method: text(40).min(1),
    given: smallJson,
    found: smallJson,
    words: text(600).min(1),
  }),
  photo: z.object({ photo: uuid, joint: jointId.optional(), step: stepId.optional(), caption: text(200) }),
  verdict: z.object({ causes: z.array(cause).max(12), reproduced: z.boolean(), note }),
  measure: z.object({
    axle: axleEnd,
    measure: z.enum(MEASURES),
    text: text(60).min(1),
    mm: z.number().positive().max(700).optional(),
    thread: text(20).optional(),
    hold: z.enum(HOLDS).optional(),
  }),
  choose: z.object({
    joints: z.array(jointId).min(1).max(12),
    part,
    quantity: z.int().min(1).max(20),
    oneSideReason: text(200).optional(),
  }),
  answer: z.object({
    answer: z.enum(['approved', 'declined']),
    what: text(300).min(1),
    parts: z.array(uuid).max(20),
    who: text(120).min(1),
    how: z.enum(ANSWER_WAYS),
    warning: text(500),
  }),
  setup: z.object({ equipment: z.enum(EQUIPMENT), corroded: z.boolean() }),
  step: z.object({ step: stepId, state: z.enum(['done', 'undone']) }),
  torque: z.object({
    fastener: fastenerId,
    targetNm: nm,
    targetText: text(60),
    source: text(200),
    achievedNm: nm,
    value: z.number().positive().max(9000),
    unit: text(12).min(1),
    method: z.enum(TORQUE_METHODS),
    detail: text(300).optional(),
  }),
  book: z.object({ axle: axleEnd, value: bookValue }),
  mark: z.object({ fastener: fastenerId, how: z.enum(MARKS) }),
  clicks: z.object({
    fastener: fastenerId,
    clicks: z.int().min(0).max(100),
    of: z.int().min(1).max(100),
    targetNm: nm.nullable(),
    targetText: text(60),
    source: text(200),
  }),
  piece: z.object({ piece: stepId, joint: jointId, fate: z.enum(FATES), note: text(300).optional() }),
  orientation: z.object({ step: stepId, joint: jointId, orientation: z.enum(ORIENTATIONS) }),
  confirm: z.object({ joint: jointId, outcome: z.enum(CONFIRM_OUTCOMES), note, instead: cause.optional() }),
  caution: z.object({ step: stepId }),
  'road-test': z.object({ result: z.enum(ROAD_RESULTS), note }),
  alignment: z.object({ state: z.enum(['done', 'booked']), note }),
  recheck: z.object({ what: text(200).min(1), atKm: z.number().min(0).max(3_000_000), onDate: z.iso.date() }),
  rechecked: z.object({ recheck: uuid, result: z.enum(RECHECK_RESULTS), note }),
  told: z.object({ what: text(300).min(1), who: text(120).min(1), how: z.enum(ANSWER_WAYS) }),
  note: z.object({ text: text(2000).min(1) }),
  strike: z.object({ entry: uuid, why: text(300).min(1) }),
  'hand-back': z.object({ distanceKm: z.number().min(0).max(3_000_000), note }),
} satisfies { [K in EntryKind]: z.ZodType<EntryBodies[K]> };

const base = { id: uuid, job: uuid, by: text(60).min(1), at: z.iso.datetime({ offset: true }) };
const lineOf = (kind: EntryKind) => z.object({ ...base, kind: z.literal(kind), body: entryBodies[kind] });
const kinds = Object.keys(entryBodies) as EntryKind[];
const [firstKind, ...restKinds] = kinds.map(lineOf);

/** Any entry of the ledger, checked by its kind. */
export const entry = z.discriminatedUnion('kind', [firstKind!, ...restKinds]) as unknown as z.ZodType<Entry>;

/** The lines of a measurement file. */
export const measuredEntry = z.discriminatedUnion(
  'kind',
  [lineOf('reading'), lineOf('zero'), lineOf('loop'), lineOf('result'), lineOf('strike')],
  { error: 'must be a measurement: reading, zero, loop, result or strike' },
);

/** An entry as the server hands it out: with the order in which it was received. */
export type StoredEntry = Entry & { readonly seq: number; readonly receivedAt: string };
