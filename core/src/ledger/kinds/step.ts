import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A step of the plan done, or taken back. */
export interface StepBody {
  step: string;
  state: 'done' | 'undone';
}

export const step = entryKind<StepBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${w.step(b.step)}: ${b.state}`,
});
