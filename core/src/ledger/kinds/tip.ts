import type { JointKind } from '../../joint';
import type { Task, WayOf } from '../../plan';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A trap or a tip for whoever does this step on a vehicle of this type next. */
export interface TipBody {
  task: Task;
  /** The kind of joint the step is of, where it is one's. */
  kind?: JointKind;
  text: string;
  /** It is a way to do the step: by the manual, or as it is done. */
  way?: WayOf;
  /** Where the manual's way is written. */
  source?: string;
}

export const tip = entryKind<TipBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  afterHandBack: true,
  kept: { as: 'all' },
  say: (b) =>
    `${b.way === 'manual' ? 'By the manual' : b.way === 'field' ? 'As it is done' : 'For the next one'}: ${b.text}${b.source ? ` (${b.source})` : ''}`,
});
