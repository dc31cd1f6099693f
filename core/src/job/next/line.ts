import type { CheckId, JointId } from '../../joint';
import type { ElsewhereCheckId } from '../../diagnosis';
import type { Station } from '../context';

/** What the big key does. The interface knows how; core knows which. */
export type NextAction =
  | { readonly kind: 'go'; readonly station: Station; readonly joint?: JointId }
  | { readonly kind: 'check'; readonly joint: JointId; readonly check: CheckId }
  | { readonly kind: 'elsewhere'; readonly check: ElsewhereCheckId }
  | { readonly kind: 'measure'; readonly joint: JointId }
  | { readonly kind: 'step'; readonly step: string }
  | { readonly kind: 'torque'; readonly step: string; readonly fastener: string }
  | { readonly kind: 'told' }
  | { readonly kind: 'none' };

/** The one sentence at the bottom of the sheet. */
export interface NextLine {
  /** "1 min", "now", "wait". */
  readonly time: string;
  readonly title: string;
  readonly why: string;
  readonly label: string;
  readonly station: Station;
  readonly action: NextAction;
}

export const mins = (m: number): string => `${m} min`;

/** A line whose key goes to its own station. */
export const goTo = (line: Omit<NextLine, 'action'>, joint?: JointId): NextLine => ({
  ...line,
  action: { kind: 'go', station: line.station, ...(joint ? { joint } : {}) },
});
