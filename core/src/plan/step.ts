import type { Lubricant, Material } from '../bushing';
import type { Fastener, FastenerId, JointId, Opens } from '../joint';
import type { Arranged } from './arrange';
import type { Dialect } from '../text';
import type { AxleEnd, AxleSpec, Orientation, PieceAxis, PieceRole } from '../vehicle';
import type { TroubleId } from './ladder';
import type { StepId } from './step-id';
import type { Takes, TaskTime } from './times';

export const EQUIPMENT = ['lift', 'jack and stands'] as const;
export type Equipment = (typeof EQUIPMENT)[number];

export const PHASES = ['make safe', 'undo', 'part off', 'fit', 'tighten', 'lower'] as const;
export type Phase = (typeof PHASES)[number];

/** A step of one axle's plan, by itself. */
export interface PlainStep extends Takes {
  readonly id: StepId;
  readonly phase: Phase;
  readonly title: string;
  /** What it is called where both sides of it are one pass of the hands: then its twin is done with it. */
  readonly together?: string;
  readonly detail?: string | undefined;
  readonly tools: readonly string[];
  /** Tools of these the shop has one of: two steps with the same one are never at once. */
  readonly sole?: readonly string[];
  /** Two, where one alone cannot hold it well. */
  readonly hands?: 2;
  /** Needs an answer the first time a person meets it on this type. */
  readonly caution?: string | undefined;
  /** Hands-free minutes after it, in which other work goes on. */
  readonly soakMinutes: number;
  readonly needs: readonly StepId[];
  readonly joint?: JointId | undefined;
  /** The lines of its assembly it is at; all of them where left out. */
  readonly at?: readonly PieceAxis[];
  readonly fastener?: FastenerId | undefined;
  /** What may be on its rubber when it goes on, the most usual first: said when it is on. */
  readonly lubricants?: readonly Lubricant[];
  /** What of it faces one way, and is looked at when it is on. */
  readonly facings?: readonly Orientation[] | undefined;
  readonly confirmJoint?: JointId | undefined;
  /** What may well go wrong at it, the likeliest first. */
  readonly troubles?: readonly TroubleId[];
  /** What is bolted together where something may go wrong: it decides what can be tried. */
  readonly there?: readonly PieceRole[];
  /** Its wait is not cut short. */
  readonly fixed?: boolean;
}

/** A step, with the axle it is at. */
export interface Step extends PlainStep {
  readonly axle: AxleEnd;
}

export interface PlannedStep extends Step {
  /** Minutes from the start of the work at which it begins and its hands-on part ends. */
  readonly startsAt: number;
  readonly endsAt: number;
}

/** What of a new part decides how it is fitted. */
export interface FittedPart {
  readonly material?: Material | undefined;
  /** It has a grease fitting. */
  readonly greaseable?: boolean | undefined;
}

export interface PlanInput {
  readonly end: AxleEnd;
  readonly axle: AxleSpec;
  readonly joints: readonly JointId[];
  readonly equipment: Equipment;
  readonly corroded: boolean;
  readonly jackingPoints: string;
  readonly dialect?: Dialect;
  /** Joints whose old part goes on again: nothing is compared, nothing is new. */
  readonly refit?: readonly JointId[];
  /** The axle as it is put together at a joint with its new part on; left out where no part changes that. */
  readonly after?: (joint: JointId) => AxleSpec;
  /** What is known of the new parts, by their joints: it decides what goes with them. */
  readonly fitted?: ReadonlyMap<JointId, FittedPart>;
  /** Steps at which something was done with sparks or a flame. */
  readonly burnt?: readonly StepId[];
  /** How many torque wrenches there are. */
  readonly wrenches?: number;
  /** Its height could not be measured before it was raised: gripped rubber is tightened at the end, with the vehicle on its wheels. */
  readonly rubberStanding?: boolean;
  /** What this shop has timed, where it has. */
  readonly times?: readonly TaskTime[];
  /** What of each is opened, where it is not all of it. */
  readonly opens?: Opens;
  /** What was said of how it is gone about. */
  readonly arranged?: Arranged;
  /** What little room to swing adds to a step, minutes. */
  readonly room?: ReadonlyMap<string, number>;
  /** The links go on at another length than they had: link and bar are looked at over the whole travel. */
  readonly otherLength?: boolean;
  /** Undone beside these joints, to get at something: tightened with the rest. */
  readonly also?: readonly Fastener[];
}
