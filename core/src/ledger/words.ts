import type { FaultId } from '../diagnosis';
import type { JointId } from '../joint';
import type { Measures } from '../units';

/**
 * What a hand says of a joint: a grade, or honestly nothing. "Slight" is a trace that is watched or measured, or
 * a fail where the shop's rule says so; "dangerous" is at once, whatever the joint.
 */
export const CHECK_RESULTS = ['tight', 'slight', 'moves', 'dangerous', 'can’t tell'] as const;
export type CheckResult = (typeof CHECK_RESULTS)[number];

export const ROLES = ['technician', 'lead', 'writer', 'learner'] as const;
export type Role = (typeof ROLES)[number];

/** Before the work or after it. */
export const MEASURED_PHASES = ['before', 'after'] as const;
export type MeasuredPhase = (typeof MEASURED_PHASES)[number];

/** Bytes that hang on an entry: a picture, the points of a loop, the positions in a film, the moments of a recording. */
export const ATTACHMENT_KINDS = ['photo', 'loop', 'film', 'recording'] as const;
export type AttachmentKind = (typeof ATTACHMENT_KINDS)[number];

/** What is looked at when a part is in the hand, before it goes on. */
export const GOODS_CHECKS = ['right part', 'right side', 'undamaged', 'nuts', 'caps', 'papers', 'grease fitting'] as const;
export type GoodsCheck = (typeof GOODS_CHECKS)[number];
export const GOODS_RESULTS = ['yes', 'no', 'can’t tell'] as const;
export type GoodsResult = (typeof GOODS_RESULTS)[number];
/** Where a part came from. */
export const GOODS_FROM = ['shelf', 'supplier', 'own order'] as const;
export type GoodsFrom = (typeof GOODS_FROM)[number];

/** What a customer may say to what is offered. */
export const ANSWERS = ['approved', 'declined', 'later'] as const;
export const ANSWER_WAYS = ['in person', 'by phone', 'by message', 'in writing'] as const;
export type AnswerWay = (typeof ANSWER_WAYS)[number];

/** What a verdict names: a fault, or a joint of the plate where its faults were not told apart. */
export type Cause = FaultId | JointId;

/** How ids are said on the tape: the sheet knows the dialect and the plan. */
export interface LedgerWords {
  /** A joint of the plate, or a fault by its name. */
  joint(id: JointId | Cause): string;
  fastener(id: string): string;
  /** A step of the plan by its title; its id when the plan no longer has it. */
  step(id: string): string;
  /** Whole parts by the joints they were chosen for: "both links". */
  parts(ids: readonly JointId[]): string;
  /** A piece that came off, by its name. */
  piece(id: string): string;
  /** A sentence of the program in this shop's dialect. */
  say(text: string): string;
  /** What comes first where it is read. */
  readonly measures: Measures;
  /** Whose clock times are told by: an IANA time zone, or null for where it is read. */
  readonly zone: string | null;
}
