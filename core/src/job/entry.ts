import type { AxleEnd, CheckId, Defect, FastenerId, JointId, VehicleState } from '../joint';
import type {
  Character,
  Drive,
  ElsewhereCheckId,
  FaultId,
  Heard,
  HistoryFlag,
  Manoeuvre,
  OtherFault,
  When,
  Where,
} from '../diagnosis';
import type { LoopResult } from '../play';
import type { Equipment, Fate, Orientation } from '../plan';
import type { Measure, Part } from '../part';
import type { BookValue } from '../torque/book';

export const JOB_KINDS = [
  'noise',
  'failed inspection',
  'age replacement',
  'upgrade',
  'changed stance',
  'access',
  'found during other work',
] as const;
export type JobKind = (typeof JOB_KINDS)[number];

export const STATIONS = ['listen', 'find', 'settle', 'work', 'prove'] as const;
export type Station = (typeof STATIONS)[number];

export const CHECK_RESULTS = ['tight', 'moves', 'can’t tell'] as const;
export type CheckResult = (typeof CHECK_RESULTS)[number];

export const ROLES = ['technician', 'lead', 'writer', 'learner'] as const;
export type Role = (typeof ROLES)[number];

export const ANSWER_WAYS = ['in person', 'by phone', 'by message', 'in writing'] as const;
export const TORQUE_METHODS = ['torque wrench', 'wrench with adapter', 'by hand, estimated'] as const;
export const MARKS = ['firm, unpublished', 'left alone, checked tight'] as const;
export const CONFIRM_OUTCOMES = ['loose as thought', 'sound after all', 'something else'] as const;
export const RECHECK_RESULTS = ['tight', 'tightened again', 'loose'] as const;
export const RESULTS = ['play', 'frame fit', 'stack', 'thread', 'hex'] as const;
export const ROAD_RESULTS = ['quiet', 'better', 'same', 'worse', 'not driven'] as const;

/** What JSON can hold. */
export type Json = string | number | boolean | null | readonly Json[] | { readonly [key: string]: Json };

/** What a verdict names: a fault, or a joint of the plate where its faults were not told apart. */
export type Cause = FaultId | JointId;

/** What each kind of ledger entry carries. contract/ has the matching schemas. */
export interface EntryBodies {
  complaint: {
    character: Character[];
    where: Where[];
    when: When[];
    drives: Drive[];
    history: HistoryFlag[];
    words: string;
  };
  check: {
    check: CheckId | ElsewhereCheckId;
    state: VehicleState;
    /** A joint of the plate, or one of the faults that are none. */
    results: { joint: JointId | OtherFault; result: CheckResult }[];
    /** Movement was felt, and nobody could say at which of them: each stands as "can’t tell". */
    rocks?: boolean;
  };
  /** One manoeuvre of the shop's own drive. */
  drive: { manoeuvre: Manoeuvre; heard: Heard };
  defect: { joint: JointId; what: Defect };
  reading: {
    joint: JointId;
    phase: 'before' | 'after';
    gauge: string;
    first: number;
    second: number;
    unit: string;
    playMm: number;
    /** What was wrong with the gauge's calibration when it was taken: "calibration ran out on 2026-03-01". */
    calibration?: string;
  };
  /** Where the gauge's zero stood before or after a series, mm. */
  zero: { gauge: string; when: 'start' | 'end'; zeroMm: number };
  /** A joint pushed and pulled with force and displacement; its points are a file of their own. */
  loop: { joint: JointId; phase: 'before' | 'after'; gauge: string; file: string; result: LoopResult; calibration?: string };
  /** Something worked out and kept: what was given and found, by which method and version. */
  result: {
    what: (typeof RESULTS)[number];
    joint?: JointId;
    gauge?: string;
    method: string;
    given: Json;
    found: Json;
    words: string;
  };
  photo: { photo: string; joint?: JointId; step?: string; caption: string };
  verdict: { causes: Cause[]; reproduced: boolean; note: string };
  measure: {
    axle: AxleEnd;
    measure: Measure;
    text: string;
    mm?: number;
    thread?: string;
    hold?: 'hex' | 'flats' | 'none';
  };
  choose: { joints: JointId[]; part: Part; quantity: number; oneSideReason?: string };
  answer: {
    answer: 'approved' | 'declined';
    what: string;
    parts: string[];
    who: string;
    how: (typeof ANSWER_WAYS)[number];
    warning: string;
  };
  setup: { equipment: Equipment; corroded: boolean };
  step: { step: string; state: 'done' | 'undone' };
  torque: {
    fastener: FastenerId;
    targetNm: number;
    targetText: string;
    source: string;
    achievedNm: number;
    value: number;
    unit: string;
    method: (typeof TORQUE_METHODS)[number];
    detail?: string;
  };
  /** A value found in the maker's book during the job, with where it is written. */
  book: { axle: AxleEnd; value: BookValue };
  mark: { fastener: FastenerId; how: (typeof MARKS)[number] };
  clicks: {
    fastener: FastenerId;
    clicks: number;
    of: number;
    targetNm: number | null;
    targetText: string;
    source: string;
  };
  piece: { piece: string; joint: JointId; fate: Fate; note?: string };
  orientation: { step: string; joint: JointId; orientation: Orientation };
  /** With the part in the hand. `instead` names what it was, when it was something else. */
  confirm: { joint: JointId; outcome: (typeof CONFIRM_OUTCOMES)[number]; note: string; instead?: Cause };
  caution: { step: string };
  'road-test': { result: (typeof ROAD_RESULTS)[number]; note: string };
  alignment: { state: 'done' | 'booked'; note: string };
  recheck: { what: string; atKm: number; onDate: string };
  rechecked: { recheck: string; result: (typeof RECHECK_RESULTS)[number]; note: string };
  told: { what: string; who: string; how: (typeof ANSWER_WAYS)[number] };
  note: { text: string };
  strike: { entry: string; why: string };
  'hand-back': { distanceKm: number; note: string };
}

export type EntryKind = keyof EntryBodies;

/** One line of the job's ledger. Times are ISO 8601. */
export type Entry<K extends EntryKind = EntryKind> = {
  [P in K]: {
    /** Made by the client (UUIDv7): posting it twice is harmless. */
    readonly id: string;
    readonly job: string;
    readonly kind: P;
    readonly body: EntryBodies[P];
    /** Person's id. */
    readonly by: string;
    /** When it happened at the vehicle. */
    readonly at: string;
  };
}[K];

/** Entries that need the person's PIN on top of their name. */
export const PIN_KINDS: ReadonlySet<EntryKind> = new Set<EntryKind>(['answer', 'hand-back']);

/** Entries still taken after the hand-back. */
export const AFTER_HAND_BACK: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'note',
  'photo',
  'strike',
  'rechecked',
  'told',
  'alignment',
]);

/** Which roles may write an entry. Learners record work, never approvals or releases. */
export function mayWrite(role: Role, kind: EntryKind): boolean {
  if (kind === 'hand-back') return role === 'technician' || role === 'lead';
  if (kind === 'answer') return role !== 'learner';
  if (role === 'writer') return ['complaint', 'photo', 'told', 'note', 'recheck', 'strike', 'choose'].includes(kind);
  return true;
}
