import * as z from 'zod';
import {
  attempt,
  GAUGE_KINDS,
  GAUGE_UNITS,
  JOB_KINDS,
  MEASUREMENTS_FORMAT,
  readStrengths,
  ROLES,
  SIDES,
  type Calibration,
  type Count,
  type Entry,
  type GaugeSpec,
  type FaultId,
  type FaultKind,
  type JobKind,
  type MeasurementFile,
  type JointId,
  type Role,
  type StudyReading,
  type StudyResult,
  type Strengths,
  type VehicleTypeSpec,
  type YardRules,
  type Part,
  JOINT_KINDS,
} from '@ash-knot/core';
import { text, vehicleTypeSpec } from './vehicle';
import { measuredEntry, type StoredEntry } from './entry';

// --- session -------------------------------------------------------------
export const pin = z.string().regex(/^\d{4,8}$/, { error: 'must be 4 to 8 digits' });
export const signIn = z.object({ person: text(60).min(1), pin, bay: text(40).min(1) });
export const tapName = z.object({ person: text(60).min(1) });
export const confirmPin = z.object({ person: text(60).min(1), pin });

export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
export interface SessionView {
  readonly bay: string | null;
  readonly people: readonly PersonView[];
  /** Whose name was tapped last. */
  readonly person: string | null;
  /** Whose PIN was entered lately, and until when it holds. */
  readonly confirmed: { readonly person: string; readonly until: string } | null;
  readonly shop: ShopView | null;
}

// --- shop ----------------------------------------------------------------
const limit = z.object({
  limitMm: z.number().positive().max(20),
  owner: z.enum(['part maker', 'vehicle maker', 'shop rule', 'common practice']),
});
export const yardRules = z.object({
  dialect: z.enum(['sway bar', 'anti-roll bar']),
  driverSide: z.enum(SIDES),
  verdictThreshold: z.number().min(0.3).max(0.99),
  playLimits: z.partialRecord(z.enum(JOINT_KINDS), limit),
  recheckKm: z.number().min(20).max(1000),
  alignmentJoints: z.array(z.enum(JOINT_KINDS)).max(20),
  // Rules written down before there was such a rule do not allow it.
  linksOffDrive: z.boolean().default(false),
}) satisfies z.ZodType<YardRules>;

export interface ShopView {
  readonly name: string;
  readonly rules: YardRules;
  readonly gauges: readonly GaugeSpec[];
  /** The shop's own suspects table, where it has put one in the place of the one that ships. */
  readonly strengths: Strengths | null;
  /** What its closed jobs have taught, counted on top. */
  readonly learned: readonly Count[];
  /** Line under the floor's title. */
  readonly notice: string;
  readonly bays: readonly string[];
}

export const gaugeSpec = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, { error: 'must be small letters, digits and dashes' }),
  name: text(60).min(1),
  kind: z.enum(GAUGE_KINDS),
  unit: z.enum(GAUGE_UNITS),
  resolution: z.number().positive().max(100),
  rangeMax: z.number().positive().max(100_000),
  calibratedUntil: z.iso.date().nullable(),
  line: z.object({ baud: z.int().min(110).max(921_600), before: z.string().max(20), after: z.string().max(20) }),
  known: z.object({ sdMm: z.number().min(0).max(20), degrees: z.int().min(1).max(10_000) }),
  retired: z.boolean().optional(),
}) satisfies z.ZodType<GaugeSpec>;

/** What a gauge sends to the open sheet of its bay, as it sent it. */
export const gaugeSays = z.object({ text: z.string().min(1).max(80) });
export interface GaugeSaid {
  readonly gauge: string;
  readonly text: string;
  /** A whole loop was sent: the id of its file. */
  readonly loop?: string;
}

export const newStudy = z.object({
  id: z.uuid(),
  limitMm: z.number().positive().max(20),
  readings: z
    .array(z.object({ joint: text(60).min(1), person: text(60).min(1), playMm: z.number().min(0).max(50) }))
    .min(4)
    .max(400),
});
export interface StudyView {
  readonly id: string;
  readonly by: string;
  readonly at: string;
  readonly limitMm: number;
  readonly readings: readonly StudyReading[];
  readonly result: StudyResult;
}

/** A suspects table as it comes in: core says what is wrong with it, in a sentence. */
export const strengthsFile = z.unknown().transform((file, ctx): Strengths => {
  const read = attempt(() => readStrengths(file));
  if (read.ok) return read.value;
  ctx.addIssue({ code: 'custom', message: read.error.message, path: [read.error.field] });
  return z.NEVER;
});

/** One closed job and what it taught. */
export interface LessonView {
  readonly job: string;
  readonly plate: string;
  readonly closedAt: string;
  readonly faults: readonly FaultId[];
  readonly counts: number;
  readonly undone: boolean;
}
export interface LearningView {
  readonly lessons: readonly LessonView[];
  /** Probabilities said after listening, and after the checks, against what was in the hand. */
  readonly heard: Calibration;
  readonly found: Calibration;
}
export const undoLesson = z.object({ undone: z.boolean() });

/** What the file adds to a job: parts renewed at earlier visits, and what sisters of the type had. */
export interface JobFile {
  readonly renewed: readonly { readonly joint: JointId; readonly atKm: number }[];
  readonly sisters: { readonly jobs: number; readonly found: Readonly<Partial<Record<FaultKind, number>>> };
}

/** Play of a joint at the visit before, reading by reading. */
export interface LastPlay {
  readonly joint: JointId;
  readonly gauge: string;
  readonly at: string;
  readonly playMm: readonly number[];
}

export const newPerson = z.object({ name: text(60).min(2), role: z.enum(ROLES), pin });
export const changePin = z.object({ pin });

// --- vehicles ------------------------------------------------------------
export const newVehicle = z
  .object({
    plate: text(16).min(2),
    vin: z.string().trim().max(24).optional(),
    typeId: z.uuid().optional(),
    /** A type of its own, when none known fits. */
    newType: vehicleTypeSpec.optional(),
    year: z.int().min(1950).max(2100),
    distanceKm: z.number().min(0).max(3_000_000),
    kmPerDay: z.number().min(0).max(2000).default(30),
    owner: text(120).default(''),
  })
  .refine((v) => (v.typeId === undefined) !== (v.newType === undefined), {
    error: 'must name one known type or describe a new one',
    path: ['typeId'],
  });

export interface VehicleView {
  readonly id: string;
  readonly plate: string;
  readonly vin: string | null;
  readonly typeId: string;
  readonly typeName: string;
  readonly year: number;
  readonly distanceKm: number;
  readonly kmPerDay: number;
  readonly owner: string;
  /** Its job that is not handed back, if any. */
  readonly openJob: string | null;
}
export interface VehicleTypeView {
  readonly id: string;
  readonly spec: VehicleTypeSpec;
  readonly vehicles: number;
}
export interface PlayPoint {
  readonly joint: string;
  readonly phase: 'before' | 'after';
  readonly distanceKm: number;
  readonly playMm: number;
  readonly at: string;
  readonly job: string;
}
export interface PastJob {
  readonly id: string;
  readonly kind: JobKind;
  readonly openedAt: string;
  readonly distanceKm: number;
  readonly words: string;
  readonly causes: readonly string[];
  readonly handedBack: boolean;
}
export interface FileView {
  readonly vehicle: VehicleView;
  readonly type: VehicleTypeSpec;
  readonly play: readonly PlayPoint[];
  /** What was renewed at earlier visits, and when. */
  readonly renewed: JobFile['renewed'];
  readonly jobs: readonly PastJob[];
}

// --- jobs ----------------------------------------------------------------
export const newJob = z.object({
  id: z.uuid(),
  vehicleId: z.uuid(),
  kind: z.enum(JOB_KINDS),
  bay: text(40).nullable(),
  distanceKm: z.number().min(0).max(3_000_000),
});
export const moveJob = z.object({ bay: text(40).nullable() });

export interface JobView {
  readonly id: string;
  readonly kind: JobKind;
  readonly bay: string | null;
  readonly distanceKm: number;
  readonly openedAt: string;
  readonly vehicle: VehicleView;
  readonly type: VehicleTypeSpec;
  readonly entries: readonly StoredEntry[];
  readonly file: JobFile;
  readonly lastPlay: readonly LastPlay[];
}
export interface FloorJob {
  readonly id: string;
  readonly kind: JobKind;
  readonly bay: string | null;
  readonly distanceKm: number;
  readonly vehicle: VehicleView;
  readonly entries: readonly Entry[];
  readonly file: JobFile;
}
export interface DueRecheck {
  readonly entry: string;
  readonly job: string;
  readonly vehicle: VehicleView;
  readonly what: string;
  readonly atKm: number;
  readonly onDate: string;
}
export interface FloorView {
  readonly jobs: readonly FloorJob[];
  readonly types: Readonly<Record<string, VehicleTypeSpec>>;
  readonly rechecks: readonly DueRecheck[];
}

// --- parts ---------------------------------------------------------------
export const partQuery = z.object({
  q: text(80).optional(),
  kind: text(40).optional(),
  typeId: z.string().max(60).optional(),
  axle: z.enum(['front', 'rear']).optional(),
  limit: z.coerce.number().int().min(1).max(500).default(200),
});
export interface PartList {
  readonly parts: readonly Part[];
  readonly total: number;
}

// --- find anything -------------------------------------------------------
export interface FoundThing {
  readonly kind: 'vehicle' | 'job' | 'part';
  readonly id: string;
  readonly title: string;
  readonly detail: string;
}

// --- instruments ---------------------------------------------------------
export const clickRequest = z.object({ job: z.uuid(), targetNm: z.number().positive().max(1000) });
/** One click of the simulated wrench. */
export interface WrenchClick {
  readonly achievedNm: number;
  readonly unit: 'N·m';
  readonly wrench: string;
}

/** Everything measured on a job, as a file. */
export const measurementFile = z.object({
  format: z.literal(MEASUREMENTS_FORMAT, { error: `must be "${MEASUREMENTS_FORMAT}"` }),
  job: z.uuid(),
  gauges: z.array(gaugeSpec).max(200),
  entries: z.array(measuredEntry).max(5000),
  loops: z.record(z.uuid(), z.string().max(8_000_000)),
}) as unknown as z.ZodType<MeasurementFile>;
