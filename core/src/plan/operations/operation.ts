import type { Before, Fastener, JointId, JointKind } from '../../joint';
import { sayHex } from '../../thread';
import type { AxleSpec, Side } from '../../vehicle';
import type { PlanInput, PlainStep } from '../step';
import type { PlainStepId, StepId } from '../step-id';
import type { Takes, Task } from '../times';

/** The work of one plan, as every operation sees it. */
export interface Work extends Required<PlanInput> {
  readonly sides: readonly Side[];
  readonly fasteners: readonly Fastener[];
  /** What comes off before hands reach the parts. */
  readonly off: readonly Before[];
  /** At this side the bracket is let go before the link. */
  bracketsFirst(side: Side): boolean;
  /** Whether anything is tightened at ride height. */
  readonly rideHeight: boolean;
  /** The last steps before hands reach the parts. */
  readonly open: readonly StepId[];
  /** Every joint of this plan on a side that an operation renews, in the order it was chosen. */
  on(side: Side, renews: PartOperation): readonly JointId[];
  /** How long it takes, and by whose times. */
  takes(task: Task): Takes;
}

/** Taking one kind of part off and putting its new one on. */
export interface PartOperation {
  /** The joints whose part it renews, on such an axle. */
  renews(kind: JointKind, axle: AxleSpec): boolean;
  /** The step after which the part of this joint is the new one. */
  fittedBy(joint: JointId): PlainStepId;
  /** Off, in the hand and compared; the fitting of its side waits for the last of these. */
  undo(w: Work, side: Side, joint: JointId): readonly PlainStep[];
  /** On, each thread by hand. @param after everything of this side is off */
  fit(w: Work, side: Side, joint: JointId, after: readonly StepId[]): readonly PlainStep[];
}

/** A step from what it must say. */
export const step = (
  s: Omit<PlainStep, 'tools' | 'soakMinutes'> & Partial<Pick<PlainStep, 'tools' | 'soakMinutes'>>,
): PlainStep => ({
  tools: [],
  soakMinutes: 0,
  ...s,
});

export const wheelSocket = (w: Pick<Work, 'axle'>): string => `${sayHex(w.axle.wheelNuts.hexMm)} socket`;
