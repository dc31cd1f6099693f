import { finite } from '../../error';
import type { ElsewhereCheckId } from '../../diagnosis';
import type { CheckId, FastenerId, JointId } from '../../joint';
import type { Cause, ConfirmOutcome } from '../../ledger';
import type { StepId, TroubleId } from '../../plan';
import type { LockHow, WheelMaterial } from '../../torque';
import type { Orientation, VehicleState } from '../../vehicle';
import type { Station } from '../context';

/** Where on its station a line leads: what is filled in or tapped there. The screen marks the place with it. */
export type Target =
  | 'complaint'
  | 'drive'
  | 'verdict'
  | 'contradiction'
  | 'length'
  | 'variant'
  | 'choose'
  | 'answer'
  | 'order'
  | 'goods'
  | 'road'
  | 'alignment'
  | 'recheck'
  | 'hand-back'
  | 'step'
  | 'height'
  | 'setting'
  | 'also'
  | 'pieces'
  | 'sheet';

/** What the big key does. The interface knows how; core knows which. */
export type NextAction =
  | { readonly kind: 'go'; readonly station: Station; readonly at: Target; readonly joint?: JointId; readonly step?: StepId }
  | { readonly kind: 'stands'; readonly state: VehicleState; readonly joint?: JointId; readonly check?: CheckId }
  | { readonly kind: 'check'; readonly joint: JointId; readonly check: CheckId }
  | { readonly kind: 'elsewhere'; readonly check: ElsewhereCheckId }
  | { readonly kind: 'measure'; readonly joint: JointId }
  | { readonly kind: 'verdict'; readonly causes: readonly Cause[] }
  | { readonly kind: 'caution'; readonly step: StepId }
  | { readonly kind: 'orientation'; readonly step: StepId; readonly joint: JointId; readonly orientation: Orientation }
  | { readonly kind: 'confirm'; readonly step: StepId; readonly joint: JointId; readonly outcome: ConfirmOutcome }
  /** The waits these steps began are not waited for. */
  | { readonly kind: 'cut soak'; readonly steps: readonly StepId[] }
  | { readonly kind: 'step'; readonly step: StepId }
  | { readonly kind: 'torque'; readonly step: StepId; readonly fastener: FastenerId }
  /** A rung was tried at a step. */
  | {
      readonly kind: 'rung';
      readonly step: StepId;
      readonly ladder: TroubleId;
      readonly rung: string;
      readonly title: string;
      readonly worked: boolean;
    }
  /** The caution of a rung: it is read before the rung is tried. @see rungCaution */
  | { readonly kind: 'rung caution'; readonly step: StepId; readonly read: string }
  | { readonly kind: 'lock'; readonly step: StepId; readonly fastener: FastenerId; readonly how: LockHow }
  | { readonly kind: 'wheels'; readonly step: StepId; readonly material: WheelMaterial }
  | { readonly kind: 'recheck' }
  | { readonly kind: 'told' };

/** One of several things a person may answer, one tap each. */
export interface NextAnswer {
  readonly label: string;
  readonly action: NextAction;
}

/** The one sentence at the bottom of the sheet. */
export interface NextLine {
  /** "1 min", "now", "wait". */
  readonly time: string;
  readonly title: string;
  readonly why: string;
  readonly label: string;
  readonly station: Station;
  readonly action: NextAction;
  /** Where the line is a question: what may be answered. The key itself only leads there, it answers for nobody. */
  readonly answers?: readonly NextAnswer[];
}

export const mins = (m: number): string => `${Math.max(1, Math.round(finite('minutes', m)))} min`;

/** A line whose key goes to a place on its own station. */
export const goTo = (line: Omit<NextLine, 'action'>, at: Target, joint?: JointId): NextLine => ({
  ...line,
  action: { kind: 'go', station: line.station, at, ...(joint ? { joint } : {}) },
});
