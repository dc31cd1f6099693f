import type { JointId } from '../../joint';
import { capital } from '../../text';
import type { Cause } from '../words';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export const CONFIRM_OUTCOMES = ['loose as thought', 'sound after all', 'something else'] as const;
export type ConfirmOutcome = (typeof CONFIRM_OUTCOMES)[number];

/** With the part in the hand. `instead` names what it was, when it was something else. */
export interface ConfirmBody {
  joint: JointId;
  outcome: ConfirmOutcome;
  note: string;
  instead?: Cause;
}

export const confirm = entryKind<ConfirmBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.joint },
  say: (b, w) => capital(`${w.joint(b.joint)} in the hand: ${b.outcome}${b.instead ? `, ${w.joint(b.instead)}` : ''}`),
});
